import type { SentOrder } from '../api/ordering-api.ts';

/** How long an order may wait for its answer before the screen says that it takes long. */
export const SLOW_MS = 5_000;

/**
 * The idempotency keys of an order. An attempt without an answer may have arrived: repeated unchanged, it uses the same
 * key and can't become a second order. After an edit, the order gets a new key and names the old ones, so that the
 * server either reports the order that one of them placed, or makes sure that none ever will.
 */
export interface OrderTries {
  readonly key: string;
  /** The order was sent with this key and is not known to be placed. */
  readonly wasSent: boolean;
  /** Keys of earlier attempts that are not known to be placed. */
  readonly replaces: readonly string[];
}

export function newTries(key: string): OrderTries {
  return { key, wasSent: false, replaces: [] };
}

/** The order is being sent. */
export function tried(tries: OrderTries): OrderTries {
  return { ...tries, wasSent: true };
}

/** The order was edited: the next attempt is a different order. */
export function changedTries(tries: OrderTries): OrderTries {
  if (!tries.wasSent) return tries;
  const replaces = [...tries.replaces, tries.key];
  const [first = tries.key] = replaces;
  return { key: `${first}.${replaces.length}`, wasSent: false, replaces };
}

/**
 * After an answer: once an order is placed, the next one is new. A refusal proves nothing about earlier attempts, which
 * may still have arrived, so all keys are kept until the server reports an order.
 */
export function answeredTries(tries: OrderTries, { outcome }: SentOrder, nextKey: string): OrderTries {
  return outcome === 'placed' || outcome === 'first-was-placed' ? newTries(nextKey) : tries;
}

/** The answer as it applies to the current order, which may have been edited since it was sent. */
export function answerFor(tries: OrderTries, key: string, answer: SentOrder): SentOrder {
  return answer.outcome === 'placed' && key !== tries.key
    ? { outcome: 'first-was-placed', order: answer.order }
    : answer;
}

/** The part of the request that names earlier attempts. */
export function replacing({ replaces }: OrderTries): { replaces?: string[] } {
  return replaces.length === 0 ? {} : { replaces: [...replaces] };
}
