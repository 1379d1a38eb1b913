import { type IngredientUse, keyOfWhat, toThousandths } from '@hearty-ladle/core';
import { newRandom, type Random } from '../random.ts';
import type { KeptOrder } from './kept-orders.ts';
import { DAY_MS } from './times.ts';

/** What is counted at each location: from when it is low, in days of its use, and how many days a delivery lasts. */
const COUNTED: readonly { readonly ingredient: string; readonly lasts: number; readonly packed: number }[] = [
  { ingredient: 'egg', lasts: 4, packed: 30 },
  { ingredient: 'pork', lasts: 4, packed: 1_000 },
  { ingredient: 'prawn', lasts: 4, packed: 500 },
  { ingredient: 'wheat-noodle', lasts: 8, packed: 5_000 },
  { ingredient: 'rice-noodle', lasts: 8, packed: 5_000 },
  { ingredient: 'oat-milk', lasts: 5, packed: 6_000 },
  { ingredient: 'milk', lasts: 4, packed: 10_000 },
  { ingredient: 'butter', lasts: 8, packed: 2_500 },
  { ingredient: 'groundnut', lasts: 9, packed: 1_000 },
  { ingredient: 'cheese', lasts: 7, packed: 2_000 },
];
const DELIVERIES = { weekdays: [1, 4], hour: 7 };
const LOW_DAYS = 1.2;
/** Nobody counts fractions of a gram. */
const WHOLE = 1_000;

/** One movement of what is on hand; quantities are in thousandths. */
interface Movement {
  readonly at: Date;
  readonly kind: 'sale' | 'void' | 'delivery' | 'count' | 'waste';
  readonly by: string;
  readonly quantity: number;
  readonly onHand: number;
  readonly reason: string | null;
  readonly orderId: string | null;
}

/** A count with its whole ledger, oldest movement first. */
export interface Ledger {
  readonly key: string;
  readonly ingredient: string;
  readonly location: string;
  readonly low: number;
  readonly movements: readonly Movement[];
}

/** What an order took, or a void gave back and threw away. */
interface Use {
  readonly kind: 'sale' | 'void' | 'waste';
  readonly at: Date;
  readonly by: string;
  readonly orderId: string;
  readonly reason: string | null;
  readonly quantity: number;
}

/** The ledgers that orders leave behind, with the deliveries and counts that kept the house going. */
export function ledgersOf(orders: readonly KeptOrder[], locations: readonly string[]): Ledger[] {
  const random = newRandom('deliveries');
  return locations.flatMap((location) =>
    COUNTED.map(({ ingredient, lasts, packed }) => {
      const uses = orders
        .filter(({ request }) => request.location === location)
        .flatMap((order) => usesOf(order, ingredient))
        .sort((a, b) => a.at.getTime() - b.at.getTime());
      const begin = orders[0]?.placedAt ?? new Date(0);
      const end = orders.at(-1)?.placedAt ?? begin;
      const days = Math.max(1, (end.getTime() - begin.getTime()) / DAY_MS);
      const daily = uses.reduce((sum, { quantity }) => sum - quantity, 0) / days;
      const pack = toThousandths(packed);
      const par = Math.max(pack, Math.ceil((daily * lasts) / pack) * pack);
      const movements = movementsOf(random, uses, { begin, end, par, pack });
      return { key: keyOfWhat({ ingredient }), ingredient, location, low: roundedUp(daily * LOW_DAYS), movements };
    }),
  );
}

function usesOf({ placedAt, source, id, quote, voided }: KeptOrder, ingredient: string): Use[] {
  const of = (uses: readonly IngredientUse[]) =>
    toThousandths(uses.find((use) => use.ingredient === ingredient)?.quantity ?? 0);
  const taken = of(quote.takes.ingredients);
  if (taken === 0) return [];
  const sale: Use = { kind: 'sale', at: placedAt, by: source, orderId: id, reason: null, quantity: -taken };
  const back = voided ? of(voided.wasted) : 0;
  if (!voided || back === 0) return [sale];
  const gone = { at: voided.at, by: voided.by, orderId: id, reason: voided.reason };
  return [sale, { ...gone, kind: 'void', quantity: back }, { ...gone, kind: 'waste', quantity: -back }];
}

const roundedUp = (thousandths: number): number => Math.max(1, Math.ceil(thousandths / 100_000)) * 100_000;

function movementsOf(
  random: Random,
  uses: readonly Use[],
  { begin, end, par, pack }: { begin: Date; end: Date; par: number; pack: number },
): Movement[] {
  const movements: Movement[] = [];
  let onHand = 0;
  const add = (entry: Pick<Movement, 'at' | 'kind' | 'by' | 'quantity'> & Partial<Movement>) => {
    onHand += entry.quantity;
    movements.push({ reason: null, orderId: null, ...entry, onHand });
  };
  add({ at: new Date(begin.getTime() - 60_000), kind: 'count', by: 'Marisol', quantity: par * 2 });
  let next = 0;
  for (const morning of morningsBetween(begin, end)) {
    for (; next < uses.length && (uses[next] as Use).at < morning; next++) addUse(uses[next] as Use);
    if (!DELIVERIES.weekdays.includes(morning.getDay())) continue;
    // On Mondays what is there is counted first; a little is always missing.
    const missing = Math.floor((onHand * random() * 0.015) / WHOLE) * WHOLE;
    if (morning.getDay() === 1 && missing > 0)
      add({ at: new Date(morning.getTime() - 600_000), kind: 'count', by: 'Marisol', quantity: -missing });
    const wanted = Math.ceil((par * 1.5 - onHand) / pack) * pack;
    if (wanted > 0) add({ at: morning, kind: 'delivery', by: 'Marisol', quantity: wanted });
  }
  for (; next < uses.length; next++) addUse(uses[next] as Use);
  return movements;

  function addUse(use: Use): void {
    const packs = Math.ceil((-use.quantity - onHand) / pack);
    if (packs > 0)
      add({ at: use.at, kind: 'delivery', by: 'Bruno', quantity: pack * packs, reason: 'fetched from the other side' });
    add(use);
  }
}

function morningsBetween(begin: Date, end: Date): Date[] {
  const mornings: Date[] = [];
  const morning = new Date(begin);
  morning.setHours(DELIVERIES.hour, 0, 0, 0);
  for (; morning <= end; morning.setDate(morning.getDate() + 1)) if (morning > begin) mornings.push(new Date(morning));
  return mornings;
}
