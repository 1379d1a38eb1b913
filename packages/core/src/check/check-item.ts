import { looseSpan } from '../analysis/bounds.ts';
import { eliminate, eliminateAllBut, type Factor, haveCommon } from '../analysis/eliminate.ts';
import { type Asked, baseFactor, groupFactor, soldFactor } from '../analysis/factors.ts';
import { domainsOf, type Model, type ModelGroup, newModel } from '../analysis/model.ts';
import type { Span } from '../analysis/span.ts';
import { circumstancesOf } from '../quote/circumstances.ts';
import { type Problem, ProblemList } from '../quote/problem.ts';
import type { Context } from '../quote/request-schema.ts';
import { workLine } from '../quote/work-line.ts';
import { preselectedLine } from '../quote/edit-line.ts';
import { findDeadEnds, findUnsoldEnds, isEverAnswerable, isEverVisible, wayToSee } from './dead-ends.ts';
import type { Occasion } from './contexts.ts';
import type { ItemCheck } from './item-check.ts';
import { shortWay } from './short-way.ts';

/** What can be proved about one item: that it can be ordered, that nobody gets stuck, that every choice is one. */
export function checkItemBuilds(check: ItemCheck): void {
  const { item, context, found } = check;
  const where = `items/${item.item.id}`;
  const { out: _, ...whole } = context;
  const now = solve(check, { context: whole, quantity: 1 });
  if (context.out) checkSoldOut(check, now.model);
  if (!now.span) found.add('cannot-order', where);
  for (const group of now.model.groups) {
    const at = `${where}/groups/${group.offered.id}`;
    if (isEverVisible(now.model, group) && !isEverAnswerable(now.model, group)) {
      const way = wayToSee(check, whole, now.model, group);
      found.add('cannot-satisfy', at, { group: group.offered.id, min: group.offered.min }, way);
    }
  }
  findDeadEnds(check, now.model, now.factors);
  findUnsoldEnds(check, now.model, now.factors);
  const solved = [now, ...check.occasions.slice(1).map((occasion) => solve(check, withoutOut(occasion)))];
  if (solved.every(({ span }) => span !== undefined)) for (const group of now.model.groups) checkChoicesOf(check, group, solved);
  checkDefaults(check, whole);
}

/** Whether some valid build costs less than nothing; worked out exactly only where bounds leave it open. */
export function checkItemPrice(check: ItemCheck): void {
  const { menu, item, clock, found } = check;
  const couldBe = check.occasions.map(withoutOut).filter(({ context }) => {
    return looseSpan(menu, item, circumstancesOf(menu, context, clock, new ProblemList())).low < 0;
  });
  const below = couldBe.find((occasion) => (solve(check, occasion).span?.low ?? 0) < 0);
  if (!below) return;
  const isTooLow = ({ code }: Problem) => code === 'price-below-zero';
  const way = shortWay(check, below, item.groups, ({ problems }) => problems.length > 0 && problems.every(isTooLow));
  found.add('price-below-zero', `items/${item.item.id}`, {}, way);
}

interface Solved {
  readonly model: Model;
  readonly base: readonly Factor[];
  readonly factors: readonly Factor[];
  readonly span: Span | undefined;
}

function withoutOut({ context: { out: _, ...context }, quantity }: Occasion): Occasion {
  return { context, quantity };
}

function solve(check: ItemCheck, { context, quantity }: Occasion): Solved {
  const { menu, item, clock, budget } = check;
  const circumstances = circumstancesOf(menu, context, clock, new ProblemList());
  const model = newModel(menu, item, circumstances, quantity);
  const base = [baseFactor(model, budget), soldFactor(model, budget)];
  const factors = model.groups.map((group) => groupFactor(model, group, budget));
  return { model, base, factors, span: eliminate([...base, ...factors], domainsOf(model), budget) };
}

function checkChoicesOf(check: ItemCheck, group: ModelGroup, solved: readonly Solved[]): void {
  const { offered } = group;
  const where = `items/${check.item.item.id}/groups/${offered.id}`;
  if (!solved.some(({ model }) => isEverVisible(model, model.groups[offered.index] ?? group))) {
    return check.found.add('never-offered', where, { group: offered.id });
  }
  const askers = solved.map((one) => {
    let ask: ReturnType<typeof asker> | undefined;
    return (choice: number, must: Asked['must']) => (ask ??= asker(check, one, one.model.groups[offered.index] ?? group))(choice, must);
  });
  const exists = (choice: number, must: Asked['must']) => askers.some((ask) => ask(choice, must));
  for (const choice of offered.choices) {
    const place = `${where}/choices/${choice.id}`;
    const params = { group: offered.id, choice: choice.id };
    if (!exists(choice.index, 'stand')) check.found.add('never-offered', place, params);
    else if (offered.choices.length > 1 && !exists(choice.index, 'fall')) check.found.add('forced', place, params);
  }
}

/** Tells whether some valid build answers the group with, or without, a choice: the others are summed out once. */
function asker(check: ItemCheck, { model, base, factors }: Solved, group: ModelGroup): (choice: number, must: Asked['must']) => boolean {
  const { index } = group.offered;
  const own = factors[index];
  const others = factors.filter((factor) => factor !== own);
  const left = eliminateAllBut(own?.scope ?? [], [...base, ...others], domainsOf(model), check.budget);
  return (choice, must) => haveCommon(groupFactor(model, group, check.budget, { group: index, choice, must }), left);
}

/** Groups that could be answered but for what is 86'd now. */
function checkSoldOut(check: ItemCheck, whole: Model): void {
  const { menu, item, context, clock, found } = check;
  const where = `items/${item.item.id}`;
  const model = newModel(menu, item, circumstancesOf(menu, context, clock, new ProblemList()));
  let isStuck = false;
  for (const group of model.groups) {
    const before = whole.groups[group.offered.index] ?? group;
    if (!isEverVisible(model, group) || isEverAnswerable(model, group) || !isEverAnswerable(whole, before)) continue;
    isStuck = true;
    const way = wayToSee(check, context, model, group);
    found.add('sold-out-required', `${where}/groups/${group.offered.id}`, { group: group.offered.id }, way);
  }
  if (isStuck) found.add('cannot-order', where, { soldOut: true });
}

const TOO_MUCH = new Set(['not-offered', 'too-many', 'too-many-of-choice', 'not-alone']);

/** What is preselected, as the rules leave it before the guest has touched anything. */
function checkDefaults({ menu, item, clock, found }: ItemCheck, whole: Context): void {
  const line = { ...whole, ...preselectedLine(menu, item.item.id) };
  for (const { code, group, at } of workLine(menu, line, clock)?.problems ?? []) {
    if (!TOO_MUCH.has(code) || at !== undefined) continue;
    found.add('default-breaks-limits', `items/${item.item.id}/groups/${group ?? ''}`, { group, problem: code }, line.picks);
  }
}
