import { type Budget, eliminate, type Factor } from '../analysis/eliminate.ts';
import { answersTo, tabulate } from '../analysis/factors.ts';
import { groupsOfFormula } from '../analysis/formula.ts';
import { domainsOf, type Model, type ModelGroup } from '../analysis/model.ts';
import { ONE } from '../analysis/span.ts';
import type { OfferedGroup } from '../compile/compiled.ts';
import type { Context, Pick } from '../quote/request-schema.ts';
import type { ItemCheck } from './item-check.ts';
import { shortWay, standWell } from './short-way.ts';

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

/** The groups that come before a group, in the item's order. */
function offeredBefore(model: Model, before: readonly number[]): OfferedGroup[] {
  return withAllBefore(model, before).sort((a, b) => a - b).flatMap((index): OfferedGroup[] => {
    const it = model.groups[index];
    return it ? [it.offered] : [];
  });
}

/** The shortest answers after which a group is asked. */
export function wayToSee(check: ItemCheck, context: Context, model: Model, group: ModelGroup): Pick[] | undefined {
  const earlier = offeredBefore(model, groupsBefore(model, group));
  return shortWay(check, { context, quantity: 1 }, earlier, (worked) =>
    standWell(worked, earlier) && worked.groups.some((view) => view.group === group.offered.id && view.at === undefined),
  );
}

/** The shortest valid answers to the earlier groups after which the group can't be answered; held against a quote. */
function wayInto(check: ItemCheck, model: Model, group: ModelGroup, before: readonly number[]): Pick[] | undefined {
  const earlier = offeredBefore(model, before);
  const { out: _, ...context } = check.context;
  return shortWay(check, { context, quantity: 1 }, earlier, (worked) => {
    const view = worked.groups.find((it) => it.group === group.offered.id && it.at === undefined);
    if (!view || !standWell(worked, earlier)) return false;
    const mostOf = (choice: string) => group.offered.choices.find(({ id }) => id === choice)?.max ?? 0;
    const most = view.choices.reduce((sum, { choice, state }) => sum + (state === 'open' ? mostOf(choice) : 0), 0);
    return most < view.min || (view.max !== null && view.max < view.min);
  });
}
