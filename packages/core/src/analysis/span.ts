import { both, either, type Witnesses } from './witness.ts';

/**
 * Summary of a set of builds: their exact number, and the lowest and highest price and calories. Spans of disjoint sets
 * are added; spans of independent parts are multiplied.
 */
export interface Span {
  readonly count: bigint;
  readonly low: number;
  readonly high: number;
  readonly fewest: number;
  readonly most: number;
  /** Witnesses, if requested; undefined if nothing has to be picked. */
  readonly witnesses: Witnesses | undefined;
}

export const ONE: Span = { count: 1n, low: 0, high: 0, fewest: 0, most: 0, witnesses: undefined };

export function times(a: Span, b: Span): Span {
  return {
    count: a.count * b.count,
    low: a.low + b.low,
    high: a.high + b.high,
    fewest: a.fewest + b.fewest,
    most: a.most + b.most,
    witnesses: (a.witnesses ?? b.witnesses) ? both(witnessesOf(a), witnessesOf(b)) : undefined,
  };
}

export function plus(a: Span | undefined, b: Span): Span {
  if (!a) return b;
  return {
    count: a.count + b.count,
    low: Math.min(a.low, b.low),
    high: Math.max(a.high, b.high),
    fewest: Math.min(a.fewest, b.fewest),
    most: Math.max(a.most, b.most),
    witnesses: (a.witnesses ?? b.witnesses) ? either(witnessesOf(a), witnessesOf(b)) : undefined,
  };
}

export function witnessesOf({ witnesses: witnesses, low }: Span): Witnesses {
  return witnesses ?? [{ picks: [], taps: 0, price: low }];
}
