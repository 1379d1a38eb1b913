import { compileMenu } from '../compile/compile-menu.ts';
import type { OfferedChoice, OfferedGroup } from '../compile/compiled.ts';
import { type Context, type Line, type Menu, type Pick, quoteLine } from '../index.ts';
import { cross, permutations } from './combinations.ts';

/** What trying every build of a menu's first item finds. */
export interface Tried {
  builds: number;
  price: { min: number; max: number } | null;
  calories: { min: number; max: number } | null;
  /** How many of the builds have each choice of the item's own groups, by `group/choice`. */
  having: Map<string, number>;
}

/** Problems that do not make a build invalid for the analysis. */
const ASIDE = new Set(['price-below-zero', 'item-not-on-channel', 'not-served-now', 'item-sold-out']);

/** Quotes every build there is; undefined when there are more than `most`. */
export function tryEveryBuild(menu: Menu, context: Context, most: number): Tried | undefined {
  const item = compileMenu(menu).item(menu.items[0]?.id ?? '');
  if (!item) return undefined;
  const answers = item.groups.map((group) => answersTo(group));
  if (answers.reduce((product, list) => product * list.length, 1) > most) return undefined;
  const tried: Tried = { builds: 0, price: null, calories: null, having: new Map() };
  for (const build of cross(answers)) {
    const quotes = ordersOf(item.groups, build).map((picks) => quoteLine(menu, lineOf(menu, context, item.item.id, picks), () => ''));
    const [quote] = quotes;
    if (!quote || quote.problems.some(({ code }) => !ASIDE.has(code))) continue;
    tried.builds++;
    for (const { price } of quotes) tried.price = widened(tried.price, price.unit + price.once);
    for (const id of new Set(build.flat().map(({ group, choice }) => `${group}/${choice}`))) tried.having.set(id, (tried.having.get(id) ?? 0) + 1);
    tried.calories = widened(tried.calories, quote.calories);
  }
  return tried;
}

function widened(range: { min: number; max: number } | null, value: number) {
  return range ? { min: Math.min(range.min, value), max: Math.max(range.max, value) } : { min: value, max: value };
}

function answersTo(group: OfferedGroup): Pick[][] {
  const perChoice = group.choices.map((choice) => [[] as Pick[], ...picksOf(group, choice).map((pick) => [pick])]);
  return cross(perChoice).map((picks) => picks.flat());
}

function picksOf(group: OfferedGroup, choice: OfferedChoice): Pick[] {
  const amounts = [undefined, ...group.amounts.keys()];
  const inner = cross(choice.opens.map(answersTo)).map((picks) => picks.flat());
  return Array.from({ length: choice.max }, (_, i) => i + 1).flatMap((units) =>
    amounts.flatMap((amount) =>
      inner.map((picks) => ({ group: group.id, choice: choice.id, units, ...(amount !== undefined && { amount }), picks })),
    ),
  );
}

/** The orders in which the picks may be made, as far as they can change what is included. */
function ordersOf(groups: readonly OfferedGroup[], build: readonly Pick[][]): Pick[][] {
  const perGroup = build.map((picks, i) => (groups[i]?.includedFirst === 'picked' ? permutations(picks) : [picks]));
  return cross(perGroup.map((orders) => orders.flatMap((picks) => cross(picks.map(innerOrders))))).map((orders) => orders.flat());
}

function innerOrders(pick: Pick): Pick[] {
  return permutations(pick.picks ?? []).map((picks) => ({ ...pick, picks }));
}

function lineOf(menu: Menu, context: Context, item: string, picks: Pick[]): Line {
  const notes: Record<string, string> = {};
  const amounts: Record<string, number> = {};
  for (const group of menu.groups) {
    const asked = menu.items[0]?.groups?.some((it) => it.group === group.id);
    if (asked && group.kind === 'note' && group.note?.required) notes[group.id] = 'x';
    if (asked && group.kind === 'amount' && group.amount?.required) amounts[group.id] = Number(group.amount.min ?? 0);
  }
  return { ...context, item, picks, notes, amounts, consents: menu.groups.map(({ id }) => id) };
}
