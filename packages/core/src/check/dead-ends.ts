import { type Budget, eliminate, type Factor } from '../analysis/eliminate.ts';
import { answersTo, tabulate } from '../analysis/factors.ts';
import { groupsOfFormula } from '../analysis/formula.ts';
import { domainsOf, type Model, type ModelGroup } from '../analysis/model.ts';
import { ONE } from '../analysis/span.ts';
import type { OfferedGroup } from '../compile/compiled.ts';
import type { Pick } from '../quote/request-schema.ts';
import { workLine } from '../quote/work-line.ts';
import type { ItemCheck } from './item-check.ts';
import { shortAnswers } from './short-answers.ts';

/** The groups whose answers decide whether a group is asked and what may be picked in it. */
function groupsBefore(model: Model, { offered }: ModelGroup): number[] {
  const rules = [
    ...offered.ruled.show, ...offered.ruled.hide, ...offered.limits.map(({ rule }) => rule),
    ...offered.choices.flatMap(({ ruled }) => [...ruled.show, ...ruled.hide]),
  ];
  return [...new Set(rules.flatMap((rule) => groupsOfFormula(model.formulas[rule] ?? false, model.atoms)))].sort((a, b) => a - b);
}

/** Some groups and all that come before them. */
export function withAllBefore(model: Model, groups: readonly number[]): number[] {
  const all = new Set(groups);
  for (const index of all) {
    const group = model.groups[index];
    if (group) groupsBefore(model, group).forEach((before) => all.add(before));
  }
  return [...all];
}

export function isEverVisible(model: Model, group: ModelGroup): boolean {
  return tabulate(model, groupsBefore(model, group), NO_BUDGET, (world) => (world.line.settlement.isVisible(group.offered.ruled) ? ONE : undefined)).table.size > 0;
}

export function isEverAnswerable(model: Model, group: ModelGroup): boolean {
  return tabulate(model, groupsBefore(model, group), NO_BUDGET, (world) => {
    const canBe = world.line.settlement.isVisible(group.offered.ruled) && answersTo(model, group, world).size > 0;
    return canBe ? ONE : undefined;
  }).table.size > 0;
}

const NO_BUDGET = { spend: () => undefined } as unknown as Budget;

/** Groups that some valid answer to the groups before them leaves without any valid answer of their own. */
export function findDeadEnds(check: ItemCheck, model: Model, factors: readonly Factor[]): void {
  for (const group of model.groups) {
    const before = groupsBefore(model, group);
    if (before.length === 0 || !isEverAnswerable(model, group)) continue;
    const stuck = tabulate(model, before, check.budget, (world) => {
      const isStuck = world.line.settlement.isVisible(group.offered.ruled) && answersTo(model, group, world).size === 0;
      return isStuck ? ONE : undefined;
    });
    if (stuck.table.size === 0) continue;
    const earlier = withAllBefore(model, before).flatMap((index) => factors[index] ?? []);
    if (!eliminate([stuck, ...earlier], domainsOf(model), check.budget)) continue;
    const picks = wayInto(check, model, group, before);
    const where = `items/${check.item.item.id}/groups/${group.offered.id}`;
    check.found.add('dead-end', where, { group: group.offered.id, picks: picks ?? [] }, picks);
  }
}

/** A table's last group, where the answers to its other groups leave no combination that is sold. */
export function findUnsoldEnds({ item, found, budget }: ItemCheck, model: Model, factors: readonly Factor[]): void {
  const before = [...model.combined].sort((a, b) => a - b);
  const last = model.groups[before.pop() ?? -1];
  if (!last || before.length === 0) return;
  const { index, id } = last.offered;
  const lefts = last.domain.filter((sight) => (last.standingIn.get(sight)?.single ?? -1) >= 0);
  const stuck = tabulate(model, before, budget, (world) => {
    const isSold = lefts.some((sight) => {
      world.sights[index] = sight;
      const combination = world.combination();
      return combination === undefined || (combination.cell?.sold !== false && !combination.soldOut);
    });
    world.sights[index] = undefined;
    return isSold ? undefined : ONE;
  });
  if (stuck.table.size === 0) return;
  const earlier = withAllBefore(model, before).flatMap((one) => factors[one] ?? []);
  if (!eliminate([stuck, ...earlier], domainsOf(model), budget)) return;
  const key = [...stuck.table.keys()][0]?.split(',') ?? [];
  const picks = before.flatMap((one, i): Pick[] => {
    const group = model.groups[one];
    const single = group?.standingIn.get(group.domain[Number(key[i])] ?? '')?.single ?? -1;
    const choice = group?.offered.choices[single];
    return group && choice ? [{ group: group.offered.id, choice: choice.id }] : [];
  });
  found.add('dead-end', `items/${item.item.id}/groups/${id}`, { group: id, picks }, picks);
}

/** The shortest valid answers to the earlier groups after which the group can't be answered; held against a quote. */
function wayInto(check: ItemCheck, model: Model, group: ModelGroup, before: readonly number[]): Pick[] | undefined {
  const earlier = withAllBefore(model, before).sort((a, b) => a - b).flatMap((index): OfferedGroup[] => {
    const it = model.groups[index];
    return it ? [it.offered] : [];
  });
  const asked = new Set(earlier.map(({ id }) => id));
  const { context, menu, item, clock } = check;
  for (const picks of shortAnswers(earlier)) {
    const worked = workLine(menu, { ...context, item: item.item.id, picks }, clock);
    if (!worked || worked.problems.some(({ group: id }) => id !== undefined && asked.has(id))) continue;
    const world = worked.groups.find((view) => view.group === group.offered.id && view.at === undefined);
    const most = (world?.choices ?? []).reduce((sum, { choice, state }) => sum + (state === 'open' ? (group.offered.choices.find(({ id }) => id === choice)?.max ?? 0) : 0), 0);
    if (world && (most < world.min || (world.max !== null && world.max < world.min))) return picks;
  }
  return undefined;
}
