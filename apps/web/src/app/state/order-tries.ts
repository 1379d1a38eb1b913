import type { SentOrder } from '../api/api.ts';

/**
 * The keys under which an order is sent. A try that is never answered may have arrived all the same: sent again as it
 * is, it goes under the same key and can't become two orders; changed in between, it goes under a new key and names
 * the old ones, so that the server either tells of the order that one of them made, or sees to it that none ever will.
 */
export interface OrderTries {
  readonly key: string;
  /** The order was sent under this key, and is not known to be placed. */
  readonly wasSent: boolean;
  /** Keys of earlier tries that are not known to be placed. */
  readonly replaces: readonly string[];
}

export function newTries(key: string): OrderTries {
  return { key, wasSent: false, replaces: [] };
}

/** The order is on its way. */
export function tried(tries: OrderTries): OrderTries {
  return { ...tries, wasSent: true };
}

/** The order was changed: another try of it is another order. */
export function changedTries(tries: OrderTries): OrderTries {
  if (!tries.wasSent) return tries;
  const replaces = [...tries.replaces, tries.key];
  const [first = tries.key] = replaces;
  return { key: `${first}.${replaces.length}`, wasSent: false, replaces };
}

/**
 * After an answer: once an order is placed, the next is another one. A refusal settles nothing: an earlier try, under
 * this key or another, may still have arrived, so every key is kept until the server tells of an order.
 */
export function answeredTries(tries: OrderTries, { outcome }: SentOrder, nextKey: string): OrderTries {
  return outcome === 'placed' || outcome === 'first-was-placed' ? newTries(nextKey) : tries;
}

/** An answer as it bears on the order as it is now: one that was changed meanwhile is not the one that was placed. */
export function answerFor(tries: OrderTries, key: string, answer: SentOrder): SentOrder {
  return answer.outcome === 'placed' && key !== tries.key ? { outcome: 'first-was-placed', order: answer.order } : answer;
}

/** What a request says of earlier tries. */
export function replacing({ replaces }: OrderTries): { replaces?: string[] } {
  return replaces.length === 0 ? {} : { replaces: [...replaces] };
}
