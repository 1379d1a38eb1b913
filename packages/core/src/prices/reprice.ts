import type { PriceList } from '../menu/document.ts';
import { type Price, priceByList, priceIn } from '../money/money.ts';

/** What prices are rounded to: to steps of so many minor units, or so many less than a whole unit (0.95 is 5 less). */
export interface Rounding {
  readonly step: number;
  readonly less?: number;
}

/** How an amount is raised or lowered: by a percentage in basis points, or by a sum in minor units. */
export type Raise = { readonly percent: number } | { readonly sum: number };

const WHOLE = 10_000n;

/**
 * A raised amount at the nearest step, half away from zero; rounded once, from the exact value. What is free stays free,
 * and what costs something never becomes free or a discount by rounding to a price such as 0.95.
 */
export function raised(amount: number, raise: Raise, { step, less = 0 }: Rounding): number {
  if (amount === 0) return 0;
  // In ten-thousandths of a minor unit.
  const exact =
    'percent' in raise
      ? BigInt(amount) * (WHOLE + BigInt(raise.percent))
      : (BigInt(amount) + BigInt(raise.sum)) * WHOLE;
  if (exact === 0n) return 0;
  const sign = exact < 0n ? -1n : 1n;
  const size = exact * sign + BigInt(less) * WHOLE;
  const width = BigInt(step) * WHOLE;
  const steps = (2n * size + width) / (2n * width);
  const rounded = (steps > 0n || less === 0 ? steps : 1n) * BigInt(step) - BigInt(less);
  return Number(sign * rounded);
}

/**
 * The price with each of some lists' amounts mapped. What the other lists come to stays; a list that had no amount of its
 * own goes on following the first one where that comes to the same.
 */
export function withAmounts(
  price: Price,
  lists: readonly PriceList[],
  changed: ReadonlySet<string>,
  amountOf: (list: string) => number,
): Price {
  const first = lists[0]?.id ?? '';
  const amountIn = (list: string) => (changed.has(list) ? amountOf(list) : priceIn(price, list, first));
  const named = lists.filter(
    ({ id }) => id === first || hasOwnAmount(price, id, first) || amountIn(id) !== amountIn(first),
  );
  return priceByList(named, amountIn);
}

/** Whether a price names an amount for a list, rather than falling back to the first list's. */
export function hasOwnAmount(price: Price | undefined, list: string, firstList: string): boolean {
  if (price === undefined) return false;
  return typeof price === 'number' ? list === firstList : Object.hasOwn(price, list);
}

/**
 * A price with the amount of one list set or cleared (undefined). Without the first list's there is no price; a first amount
 * for another list takes `ordinary` as the first list's.
 */
export function withListAmount(
  price: Price | undefined,
  lists: readonly PriceList[],
  list: string,
  amount: number | undefined,
  ordinary: number,
): Price | undefined {
  const first = lists[0]?.id ?? '';
  if (amount === undefined && (list === first || price === undefined)) return list === first ? undefined : price;
  const before = price === undefined ? { [first]: ordinary } : typeof price === 'number' ? { [first]: price } : price;
  const { [list]: _, ...others } = before;
  const after: Record<string, number> = amount === undefined ? others : { ...others, [list]: amount };
  return Object.keys(after).length === 1 ? (after[first] ?? 0) : after;
}
