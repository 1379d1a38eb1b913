import {
  clockOf,
  judgeOrder,
  type Line,
  type Menu,
  type Order,
  type OrderQuote,
  type OrderSource,
  type Pantry,
  PANTRY_FORMAT,
  quoteOrder,
  trustedOrder,
} from '@hearty-ladle/core';
import { problemsOfStock } from '../../commands/turn-away.ts';
import { between, newRandom, type Random, weighted } from '../random.ts';
import { buildsOf, daysAfter } from './builds.ts';
import { ALLERGY_NOTES, COURIER_NOTES, KITCHEN_NOTES, NAMES, SECTIONS, STREETS } from './habits.ts';
import { DAY_MS, momentsOf, partOfDay } from './times.ts';

const WEEKS = 6;
/** The days before the demo opens on which prices were raised. */
export const RAISED_DAYS_AGO = 25;
/** The Friday of three weeks ago on whose evening the noodles ran out. */
const SOLD_OUT = {
  weeksAgo: 3,
  weekday: 5,
  from: 19 * 60 + 10,
  to: 22 * 60,
  location: 'steps',
  ingredient: 'wheat-noodle',
};

/** An invented order as the house took it, or turned it away. */
export interface InventedOrder {
  readonly placedAt: Date;
  readonly source: OrderSource;
  readonly request: Order;
  readonly quote: OrderQuote;
  readonly name: string | null;
  readonly place: string | null;
  /** Whether it was sold from the menu before the raise. */
  readonly isBefore: boolean;
}

/** What was off for an evening. */
export interface SoldOutEvening {
  readonly from: Date;
  readonly to: Date;
  readonly location: string;
  readonly ingredient: string;
}

/**
 * Six weeks of orders up to `now`, quoted by the core on the menu of their day; the ones that could not be sold come with
 * their problems. The same seed and moment give the same orders.
 */
export function generateOrders(
  menus: { readonly before: Menu; readonly now: Menu },
  { seed, now, count }: { readonly seed: string; readonly now: Date; readonly count: number },
): { readonly orders: InventedOrder[]; readonly soldOut: SoldOutEvening } {
  const random = newRandom(seed);
  const builds = new Map(menus.now.items.map(({ id }) => [id, buildsOf(menus.now, id, wednesdayNoon(id, menus.now))]));
  const guest = newGuest(random, menus.now, builds);
  const soldOut = soldOutEvening(now);
  const raisedAt = now.getTime() - RAISED_DAYS_AGO * DAY_MS;
  let moment = now;
  const clock = clockOf(() => moment);
  const orders = momentsOf(random, now, WEEKS * 7, count).flatMap((placedAt): InventedOrder[] => {
    moment = placedAt;
    const isBefore = placedAt.getTime() < raisedAt;
    const { source, name, place, order } = guest(placedAt, clock(undefined).slice(0, 10));
    const menu = isBefore ? menus.before : menus.now;
    const request = trustedOrder(menu, order, source, clock);
    const isSoldOut = placedAt >= soldOut.from && placedAt < soldOut.to;
    const quote = isSoldOut ? judgeOrder(menu, pantryOf(soldOut), request, clock) : quoteOrder(menu, request, clock);
    const isAnOrder = quote.ok || problemsOfStock(quote.problems).length > 0;
    return isAnOrder ? [{ placedAt, source, request, quote, name, place, isBefore }] : [];
  });
  return { orders, soldOut };
}

/** A moment at which the dish is served. */
function wednesdayNoon(id: string, { items }: Menu): string {
  return items.find((item) => item.id === id)?.dayparts?.includes('morning') ? '2026-01-14T09:00' : '2026-01-14T12:00';
}

function soldOutEvening(now: Date): SoldOutEvening {
  const sinceThen = SOLD_OUT.weeksAgo * 7 - ((SOLD_OUT.weekday - now.getDay() + 7) % 7);
  const day = new Date(now.getTime() - sinceThen * DAY_MS);
  const at = (minutes: number) => new Date(new Date(day).setHours(0, minutes, 0, 0));
  const { location, ingredient } = SOLD_OUT;
  return { from: at(SOLD_OUT.from), to: at(SOLD_OUT.to), location, ingredient };
}

function pantryOf({ location, ingredient }: SoldOutEvening): Pantry {
  return { format: PANTRY_FORMAT, off: [{ what: { ingredient }, locations: [location] }] };
}

interface Placed {
  readonly source: OrderSource;
  readonly name: string | null;
  readonly place: string | null;
  readonly order: Order;
}

/** Someone who orders at a moment: where, how, and what they feel like. */
function newGuest(
  random: Random,
  { items }: Menu,
  builds: ReadonlyMap<string, Line[]>,
): (moment: Date, today: string) => Placed {
  const loved = new Map(items.map(({ id }, i) => [id, 1 / (1 + ((i * 3) % 7))]));
  const pickDish = (moment: Date, source: OrderSource) =>
    weighted(random, items, ({ id, sections = [], channels }) => {
      const [section = ''] = sections;
      if (builds.get(id)?.length === 0 || (channels && source === 'shop')) return 0;
      const isRare = section === 'gather' && !id.includes('lunch');
      return (SECTIONS[section]?.[partOfDay(moment)] ?? 0) * (loved.get(id) ?? 0) * (isRare ? 0.02 : 1);
    });
  return (moment, today) => {
    const service =
      weighted(
        random,
        ['dine-in', 'takeaway', 'delivery'] as const,
        (one) => ({ 'dine-in': 5, takeaway: 3, delivery: 2 })[one],
      ) ?? 'dine-in';
    const source: OrderSource = service === 'dine-in' || (service === 'takeaway' && random() < 0.4) ? 'till' : 'shop';
    const location = random() < (service === 'dine-in' ? 0.75 : 0.5) ? 'steps' : 'millrace';
    const lines = Array.from({ length: weighted(random, [1, 2, 3, 4], (n) => [0, 4, 4, 2, 1][n] ?? 0) ?? 1 }, () => {
      const dish = pickDish(moment, source);
      return dish ? lineOf(random, builds.get(dish.id) ?? [], today) : undefined;
    }).flatMap((line) => line ?? []);
    const name = NAMES[between(random, 0, NAMES.length - 1)] ?? null;
    const place = {
      'dine-in': `Table ${between(random, 1, 18)}`,
      takeaway: null,
      delivery: `${STREETS[between(random, 0, STREETS.length - 1)]} ${between(random, 2, 60)}`,
    };
    const note = service === 'delivery' && random() < 0.4 ? one(random, COURIER_NOTES) : undefined;
    const cutlery = service !== 'dine-in' && random() < 0.5;
    const order: Order = {
      location,
      service,
      lines,
      ...(note !== undefined && { notes: { 'carrier-note': note } }),
      ...(cutlery && {
        picks: [{ group: 'cutlery', choice: 'set', ...(lines.length > 1 && { units: lines.length }) }],
      }),
    };
    return { source, name: service === 'dine-in' ? null : name, place: place[service], order };
  };
}

/** One of a dish's builds, favourites more often, with a note now and then. */
function lineOf(random: Random, builds: readonly Line[], today: string): Line | undefined {
  const build = weighted(random, builds, (line) => 1 / (1 + builds.indexOf(line)));
  if (!build) return undefined;
  const quantity = random() < 0.12 ? 2 : 1;
  const notes = {
    ...build.notes,
    ...(takesNotes(build) && random() < 0.07 && { 'kitchen-note': one(random, KITCHEN_NOTES) }),
    ...(takesNotes(build) && random() < 0.015 && { 'allergy-note': one(random, ALLERGY_NOTES) }),
  };
  const wanted = daysAfter(today, 4);
  const dates = build.dates && { dates: Object.fromEntries(Object.keys(build.dates).map((group) => [group, wanted])) };
  return { ...build, ...dates, ...(quantity > 1 && { quantity }), ...(Object.keys(notes).length > 0 && { notes }) };
}

const WITH_NOTES = new Set([
  'bowl-size',
  'noodle',
  'rice-kind',
  'porridge-base',
  'filling',
  'fold-bread',
  'dumpling-count',
]);
function takesNotes({ picks = [] }: Line): boolean {
  return picks.some(({ group }) => WITH_NOTES.has(group));
}

/** The first of a list are the commonest. */
function one(random: Random, of: readonly string[]): string {
  return weighted(random, of, (text) => 1 / (1 + of.indexOf(text))) ?? '';
}
