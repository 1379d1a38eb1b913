import type { CompiledItem } from '../compile/compiled.ts';
import type { Condition } from '../menu/condition-schema.ts';
import type { Daypart, Menu, Rule } from '../menu/document.ts';
import { dateOfDay, dayNumber, weekday } from '../quote/calendar.ts';
import type { Context } from '../api/line.ts';

/** A context and a quantity in which an item may be ordered. */
export interface Occasion {
  readonly context: Context;
  readonly quantity: number;
  /** How it differs from the requested context. */
  readonly varied: Varied;
}

export type Varied = Partial<Context & { readonly quantity: number }>;

const MAX = 48;
/** The maximum quantity of a line. */
const MAX_OF_ONE = 999;

/**
 * The occasions that an item's rules distinguish: the requested one first, then every combination of the circumstances
 * they mention. If there are too many, each circumstance is varied alone.
 */
export function occasionsOf(menu: Menu, item: CompiledItem, context: Context): Occasion[] {
  const ids = new Set(item.rules.map(({ id }) => id));
  const rules = (menu.rules ?? []).filter(({ id }) => ids.has(id));
  const axes = axesOf(menu, rules, context);
  const first: Occasion = { context, quantity: 1, varied: {} };
  const mixes = axes.reduce((product, axis) => product * (axis.length + 1), 1);
  if (mixes > MAX) return [first, ...axes.flatMap((axis) => axis.map((vary) => vary(first)))];
  return axes.reduce<Occasion[]>((all, axis) => all.flatMap((one) => [one, ...axis.map((vary) => vary(one))]), [first]);
}

/** The occasions that an item's price distinguishes, from its quantity prices. */
export function pricedOccasions({ item }: CompiledItem, occasions: readonly Occasion[]): Occasion[] {
  const quantities = (item.quantityPrices ?? []).map(({ from }) => from).filter((from) => from <= MAX_OF_ONE);
  return [...occasions, ...quantities.flatMap((quantity) => occasions.map(inQuantity(quantity)))];
}

type Vary = (occasion: Occasion) => Occasion;

function axesOf(menu: Menu, rules: readonly Rule[], context: Context): Vary[][] {
  const tests = rules.flatMap(({ when }) => leavesOf(when));
  const set =
    (fields: Partial<Context>): Vary =>
    ({ context: own, quantity, varied }) => ({
      context: { ...own, ...fields },
      quantity,
      varied: { ...varied, ...fields },
    });
  const has = (field: string) => tests.some((test) => field in test);
  const axes: Vary[][] = [];
  if (has('channel'))
    axes.push(others(['online', 'pos'] as const, context.channel ?? 'online').map((channel) => set({ channel })));
  if (has('service'))
    axes.push(
      others(['dine-in', 'takeaway', 'delivery'] as const, context.service ?? 'dine-in').map((service) =>
        set({ service }),
      ),
    );
  if (has('location'))
    axes.push(others(menu.locations?.map(({ id }) => id) ?? [], context.location).map((location) => set({ location })));
  if (has('priceList'))
    axes.push(
      others(
        menu.priceLists.map(({ id }) => id),
        context.priceList,
      ).map((priceList) => set({ priceList })),
    );
  if (has('guest'))
    axes.push([...others(menu.guests?.map(({ id }) => id) ?? [], context.guest), ''].map((guest) => set({ guest })));
  const dayparts = (menu.dayparts ?? []).filter(({ id }) =>
    tests.some((test) => 'daypart' in test && test.daypart === id),
  );
  if (dayparts.length > 0)
    axes.push(
      dayparts.flatMap((daypart) => momentsOf(daypart, context.at ?? '2026-01-05T12:00').map((at) => set({ at }))),
    );
  const counts = tests.flatMap((test) =>
    'quantity' in test ? [test.quantity.atLeast ?? 1, (test.quantity.atMost ?? 0) + 1] : [],
  );
  const quantities = [...new Set(counts)].filter((count) => count > 1 && count <= MAX_OF_ONE);
  if (quantities.length > 0) axes.push(quantities.map(inQuantity));
  return axes;
}

function inQuantity(quantity: number): Vary {
  return ({ context, varied }) => ({ context, quantity, varied: { ...varied, quantity } });
}

function leavesOf(condition: Condition): Condition[] {
  if ('all' in condition) return condition.all.flatMap(leavesOf);
  if ('any' in condition) return condition.any.flatMap(leavesOf);
  return 'not' in condition ? leavesOf(condition.not) : [condition];
}

function others<T>(all: readonly T[], current: T | undefined): T[] {
  return all.filter((one) => one !== current);
}

/** A moment within a daypart, and the moment when it has just ended. */
function momentsOf({ days, from, to }: Daypart, at: string): string[] {
  const today = dayNumber(at.slice(0, 10));
  const day = [0, 1, 2, 3, 4, 5, 6].map((ahead) => today + ahead).find((one) => days.includes(weekday(one)));
  return day === undefined ? [] : [`${dateOfDay(day)}T${from}`, `${dateOfDay(from < to ? day : day + 1)}T${to}`];
}
