import { compileMenu } from '../compile/compile-menu.ts';
import type { OfferedChoice, OfferedGroup } from '../compile/compiled.ts';
import { type Context, type Line, type Menu, type Pick, type Quote, quoteLine } from '../index.ts';
import { cross, permutations } from './combinations.ts';

/** What trying every build of a menu's first item finds. */
export interface Tried {
  builds: number;
  price: { min: number; max: number } | null;
  calories: { min: number; max: number } | null;
  /** The fewest taps of a build with a negative price; Infinity if there is none. */
  belowZero: number;
  /** How many builds contain each choice of the item's own groups, by `group/choice`. */
  having: Map<string, number>;
}

/** Problems that do not make a build invalid for the analysis. */
const ASIDE = new Set([
  'price-below-zero',
  'item-not-on-channel',
  'item-not-at-location',
  'not-served-now',
  'item-sold-out',
  'date-required',
]);

/** Quotes every build there is, and tells each valid one; undefined when there are more than `most`. */
export function tryEveryBuild(
  menu: Menu,
  context: Context,
  most: number,
  tell: (build: readonly Pick[], quotes: readonly Quote[]) => void = () => undefined,
): Tried | undefined {
  const item = compileMenu(menu).item(menu.items[0]?.id ?? '');
  if (!item) return undefined;
  const answers = item.groups.map((group) => answersTo(group));
  if (answers.reduce((product, list) => product * list.length, 1) > most) return undefined;
  const tried: Tried = { builds: 0, price: null, calories: null, belowZero: Infinity, having: new Map() };
  for (const build of cross(answers)) {
    const quotes = ordersOf(item.groups, build).map((picks) =>
      quoteLine(menu, lineOf(menu, context, item.item.id, picks), () => ''),
    );
    const [quote] = quotes;
    if (!quote || quote.problems.some(({ code }) => !ASIDE.has(code))) continue;
    tried.builds++;
    tell(build.flat(), quotes);
    for (const { price, problems } of quotes) {
      tried.price = widened(tried.price, price.unit + price.once);
      if (problems.some(({ code }) => code === 'price-below-zero'))
        tried.belowZero = Math.min(tried.belowZero, tapsOf(build.flat()));
    }
    for (const id of new Set(build.flat().map(({ group, choice }) => `${group}/${choice}`)))
      tried.having.set(id, (tried.having.get(id) ?? 0) + 1);
    tried.calories = widened(tried.calories, quote.calories);
  }
  return tried;
}

function widened(range: { min: number; max: number } | null, value: number) {
  return range ? { min: Math.min(range.min, value), max: Math.max(range.max, value) } : { min: value, max: value };
}

/** One tap for each unit and each amount, inner ones included. */
export function tapsOf(picks: readonly Pick[]): number {
  return picks.reduce(
    (sum, { units = 1, amount, picks: inner = [] }) => sum + units + (amount === undefined ? 0 : 1) + tapsOf(inner),
    0,
  );
}

/** Every answer to a group, valid or not. */
export function answersTo(group: OfferedGroup): Pick[][] {
  const perChoice = group.choices.map((choice) => [[] as Pick[], ...picksOf(group, choice).map((pick) => [pick])]);
  return cross(perChoice).map((picks) => picks.flat());
}

function picksOf(group: OfferedGroup, choice: OfferedChoice): Pick[] {
  const amounts = [undefined, ...group.amounts.keys()];
  const inner = cross(choice.opens.map(answersTo)).map((picks) => picks.flat());
  const notes = requiredNotes(choice.opens);
  return Array.from({ length: choice.max }, (_, i) => i + 1).flatMap((units) =>
    amounts.flatMap((amount) =>
      inner.map((picks) => ({
        group: group.id,
        choice: choice.id,
        units,
        ...(amount !== undefined && { amount }),
        picks,
        notes,
      })),
    ),
  );
}

function requiredNotes(groups: readonly OfferedGroup[]): Record<string, string> {
  return Object.fromEntries(
    groups.flatMap(({ id, group }) => (group.kind === 'note' && group.note?.required ? [[id, 'x']] : [])),
  );
}

/** The orders in which the picks can be made, as far as they affect what is included. */
function ordersOf(groups: readonly OfferedGroup[], build: readonly Pick[][]): Pick[][] {
  const perGroup = build.map((picks, i) => (groups[i]?.includedFirst === 'picked' ? permutations(picks) : [picks]));
  return cross(perGroup.map((orders) => orders.flatMap((picks) => cross(picks.map(innerOrders))))).map((orders) =>
    orders.flat(),
  );
}

function innerOrders(pick: Pick): Pick[] {
  return permutations(pick.picks ?? []).map((picks) => ({ ...pick, picks }));
}

/** A line with the picks and every other required answer; notes and amounts that rules hide are left out. */
export function lineOf(menu: Menu, context: Context, item: string, picks: Pick[]): Line {
  const asked = compileMenu(menu).item(item)?.groups ?? [];
  const bare: Line = { ...context, item, picks, consents: menu.groups.map(({ id }) => id) };
  const visible = new Set(quoteLine(menu, bare, () => '').groups.flatMap(({ group, at }) => (at ? [] : [group])));
  const here = asked.filter(({ id }) => visible.has(id));
  const amounts = here.flatMap(({ id, group }) =>
    group.kind === 'amount' && group.amount?.required ? [[id, Number(group.amount.min ?? 0)] as const] : [],
  );
  return { ...bare, notes: requiredNotes(here), amounts: Object.fromEntries(amounts) };
}
