import { looseBounds } from '../analysis/bounds.ts';
import { eliminate, eliminateAllBut } from '../analysis/eliminate.ts';
import { groupFactors } from '../analysis/factors.ts';
import { type Demand, sizesOf } from '../analysis/model.ts';
import type { Witness } from '../analysis/witness.ts';
import type { OfferedGroup } from '../compile/compiled.ts';
import { circumstancesOf } from '../quote/circumstances.ts';
import { ProblemList } from '../quote/problem.ts';
import type { Pick } from '../api/line.ts';
import { evaluateLine } from '../quote/work-line.ts';
import { preselectedLine } from '../quote/edit-line.ts';
import { type Occasion, pricedOccasions } from './contexts.ts';
import {
  findEnds,
  isEverAnswerable,
  isEverReached,
  isEverVisible,
  stuckInside,
  witnessInside,
  witnessToReach,
} from './dead-ends.ts';
import { type ItemCheck, replayOf } from './item-check.ts';
import { shortestWitness } from './shortest-witness.ts';
import { type SolvedItem, solve } from './solve.ts';

/**
 * Everything to prove about one item on each of its occasions: that it can be ordered, that nobody gets stuck, that
 * preselected choices are allowed; and over all occasions, that every choice is a real one.
 */
export function checkItemBuilds(check: ItemCheck): void {
  const solved = check.occasions.map((occasion, index) => {
    const one = solve(check, occasion);
    checkOccasion(check, one);
    if (index === 0 && check.context.out)
      checkSoldOut(check, one, solve(check, { ...occasion, context: check.context }));
    return one;
  });
  const orderable = solved.filter(({ span }) => span !== undefined);
  if (orderable.length > 0) for (const group of check.item.groups) checkChoicesOf(check, group, orderable);
}

function checkOccasion(check: ItemCheck, solved: SolvedItem): void {
  const { item, found } = check;
  const { model, occasion, span } = solved;
  const where = `items/${item.item.id}`;
  if (!span) found.add('cannot-order', where, {}, replayOf(check, { picks: [] }, occasion));
  for (const group of model.groups) {
    const { id } = group.offered;
    if (!isEverReached(solved, group) || isEverAnswerable(solved, group)) continue;
    const witness = witnessToReach(solved, group);
    found.add(
      'cannot-satisfy',
      `${where}/groups/${id}`,
      { group: id, min: minAfter(check, group.offered, witness, occasion) },
      replayOf(check, witness, occasion),
    );
  }
  for (const stuck of stuckInside(solved)) {
    const { id, min } = stuck.group;
    const witness = witnessInside(solved, stuck);
    if (witness)
      found.add('cannot-satisfy', `${where}/groups/${id}`, { group: id, min }, replayOf(check, witness, occasion));
  }
  findEnds(check, solved);
  checkDefaults(check, occasion);
}

/** The minimum of a group after some answers, which rules may have raised. */
function minAfter(
  { menu, item, clock }: ItemCheck,
  { id, min }: OfferedGroup,
  witness: Witness | undefined,
  { context, quantity }: Occasion,
): number {
  const worked =
    witness && evaluateLine(menu, { ...context, item: item.item.id, quantity, picks: [...witness.picks] }, clock);
  return worked?.groups.find(({ group, at }) => group === id && at === undefined)?.min ?? min;
}

/** Whether some valid build, per unit or line, has a negative price; computed exactly only if bounds leave it open. */
export function checkItemPrice(check: ItemCheck): void {
  const { menu, item, clock, found } = check;
  for (const occasion of pricedOccasions(item, check.occasions)) {
    if (looseBounds(menu, item, circumstancesOf(menu, occasion.context, clock, new ProblemList())).low >= 0) continue;
    const below = (['line', 'unit'] as const)
      .map((prices) => solve(check, occasion, { prices }))
      .filter(({ span }) => span && span.low < 0);
    if (below.length === 0) continue;
    const all = item.groups.map(({ index }) => index);
    const witnesses = below.flatMap(
      ({ model, common, sold }) => shortestWitness(model, all, [...common, sold], ({ price }) => price < 0) ?? [],
    );
    const [witness] = witnesses.sort((a, b) => a.taps - b.taps);
    return found.add('price-below-zero', `items/${item.item.id}`, {}, replayOf(check, witness, occasion));
  }
}

function checkChoicesOf(check: ItemCheck, offered: OfferedGroup, solved: readonly SolvedItem[]): void {
  const where = `items/${check.item.item.id}/groups/${offered.id}`;
  const isAsked = solved.some((one) =>
    one.model.groups.some((group) => group.offered === offered && isEverVisible(one, group)),
  );
  if (!isAsked) return check.found.add('never-offered', where, { group: offered.id });
  const askers = solved.map((one) => {
    let ask: ReturnType<typeof asker> | undefined;
    return (choice: number, must: Demand['must']) => (ask ??= asker(one, offered.index))(choice, must);
  });
  const exists = (choice: number, must: Demand['must']) => askers.some((ask) => ask(choice, must));
  for (const choice of offered.choices) {
    const place = `${where}/choices/${choice.id}`;
    const params = { group: offered.id, choice: choice.id };
    if (!exists(choice.index, 'stand')) check.found.add('never-offered', place, params);
    else if (offered.choices.length > 1 && !exists(choice.index, 'fall')) check.found.add('forced', place, params);
  }
}

/**
 * Answers whether some valid build contains, or avoids, a choice. If the group is one factor, all others are summed out
 * once; a chain would keep too many variables together.
 */
export function asker(
  { model, budget, common, sold, answersTo }: SolvedItem,
  index: number,
): (choice: number, must: Demand['must']) => boolean {
  const group = model.groups[index];
  const others = model.groups.flatMap(({ offered }) => (offered.index === index ? [] : answersTo(offered.index)));
  const [whole, ...links] = answersTo(index);
  const left =
    whole && links.length === 0
      ? [eliminateAllBut(whole.scope, [...common, sold, ...others], sizesOf(model), budget)]
      : [...common, sold, ...others];
  return (choice, must) => {
    const own = group ? groupFactors(model, group, budget, { group: index, choice, must }) : [];
    return eliminate([...left, ...own], sizesOf(model), budget) !== undefined;
  };
}

/**
 * Groups that only 86'd choices make unanswerable, and tables without a combination left for that reason, with
 * witnesses.
 */
export function checkSoldOut(check: ItemCheck, whole: SolvedItem, now: SolvedItem): void {
  const { item, found } = check;
  const where = `items/${item.item.id}`;
  const { model } = now;
  const add = (id: string, witness: { picks: readonly Pick[] } | undefined) => {
    found.add('sold-out-required', `${where}/groups/${id}`, { group: id }, replayOf(check, witness, now.occasion));
  };
  const stuck = model.groups.filter((group) => {
    const before = whole.model.groups[group.offered.index] ?? group;
    return isEverReached(now, group) && !isEverAnswerable(now, group) && isEverAnswerable(whole, before);
  });
  if (now.span) findEnds(check, now, { soldOut: true });
  for (const group of stuck) add(group.offered.id, witnessToReach(now, group));
  const anyway = new Set(stuckInside(whole).map(({ group }) => group));
  for (const one of stuckInside(now).filter(({ group }) => !anyway.has(group))) {
    const witness = witnessInside(now, one);
    if (witness) add(one.group.id, witness);
  }
  if (now.span || !whole.span) return;
  found.add('cannot-order', where, { soldOut: true });
  const last = model.groups[Math.max(...model.combined)];
  const answers = model.groups.flatMap(({ offered }) => now.answersTo(offered.index));
  if (last && stuck.length === 0 && eliminate([...now.common, ...answers], sizesOf(model), now.budget))
    add(last.offered.id, { picks: [] });
}

const TOO_MUCH = new Set(['not-offered', 'too-many', 'too-many-of-choice', 'not-alone']);

/** The preselected choices, under the rules that are true before the guest touches anything. */
function checkDefaults(check: ItemCheck, occasion: Occasion): void {
  const { menu, item, clock, found } = check;
  const line = { ...occasion.context, ...preselectedLine(menu, item.item.id), quantity: occasion.quantity };
  for (const { code, group, at } of evaluateLine(menu, line, clock)?.problems ?? []) {
    if (!TOO_MUCH.has(code) || at !== undefined) continue;
    const replay = replayOf(check, { picks: line.picks ?? [] }, occasion);
    found.add('default-breaks-limits', `items/${item.item.id}/groups/${group ?? ''}`, { group, problem: code }, replay);
  }
}
