import type { SentOrder } from '../api/api.ts';

/**
 * The keys under which an order is sent. A try that is never answered may have arrived all the same: sent again as it
 * is, it goes under the same key and can't become two orders; changed in between, it goes under a new key and names
 * the old ones, so that the server either tells of the order that one of them made, or sees to it that none ever will.
 */
export interface OrderTries {
  readonly key: string;
  /** A try under this key was sent and has no answer. */
  readonly isUnanswered: boolean;
  /** Keys of earlier tries that have no answer. */
  readonly replaces: readonly string[];
}

export function newTries(key: string): OrderTries {
  return { key, isUnanswered: false, replaces: [] };
}

/** The order is on its way. */
export function tried(tries: OrderTries): OrderTries {
  return { ...tries, isUnanswered: true };
}

/** The order was changed: another try of it is another order. */
export function changedTries(tries: OrderTries): OrderTries {
  if (!tries.isUnanswered) return tries;
  const replaces = [...tries.replaces, tries.key];
  const [first = tries.key] = replaces;
  return { key: `${first}.${replaces.length}`, isUnanswered: false, replaces };
}

/** After an answer to the try under `key`: with one, the next try is another order; without, it is the same one. */
export function answeredTries(tries: OrderTries, key: string, { outcome }: SentOrder, nextKey: string): OrderTries {
  const isUnanswered = outcome === 'offline' || outcome === 'busy' || outcome === 'failed';
  if (key === tries.key) return isUnanswered ? { ...tries, isUnanswered } : newTries(nextKey);
  // The order was changed while the try was under way. One that was refused will never make an order.
  if (outcome === 'placed' || outcome === 'first-was-placed') return newTries(nextKey);
  return isUnanswered ? tries : { ...tries, replaces: tries.replaces.filter((replaced) => replaced !== key) };
}

/** An answer as it bears on the order as it is now: one that was changed meanwhile is not the one that was placed. */
export function answerFor(tries: OrderTries, key: string, answer: SentOrder): SentOrder {
  return answer.outcome === 'placed' && key !== tries.key ? { outcome: 'first-was-placed', order: answer.order } : answer;
}

/** What a request says of earlier tries. */
export function replacing({ replaces }: OrderTries): { replaces?: string[] } {
  return replaces.length === 0 ? {} : { replaces: [...replaces] };
}
