import { createHash } from 'node:crypto';
import type { PlacedOrder } from '@hearty-ladle/core';
import { now } from '@hearty-ladle/node-runtime';
import { type EntityManager, In } from 'typeorm';
import { AbandonedKeyEntity, OrderEntity, type OrderRow } from '../db/entities.ts';

/** A placed order, with the token by which its guest follows it. */
export interface StoredOrder extends PlacedOrder {
  readonly guestToken: string;
}

/** What the keys of a request alone decide. */
export type EarlierOrder =
  | { readonly outcome: 'placed-before'; readonly order: StoredOrder }
  /** One of the keys in `replaces` had already placed an order, so this request did not place one. */
  | { readonly outcome: 'first-was-placed'; readonly order: StoredOrder }
  | { readonly outcome: 'key-taken' | 'key-abandoned' };

/** The request's key, the keys it replaces, and a hash of the order itself (without the seen total). */
export interface RequestKeys {
  readonly key: string;
  readonly replaces: readonly string[];
  readonly fingerprint: string;
}

export function keysOf(key: string, replaces: readonly string[], ordered: object): RequestKeys {
  return { key, replaces, fingerprint: createHash('sha256').update(JSON.stringify(ordered)).digest('hex') };
}

/** Finds an order already placed under the key or one that it replaces. */
export async function placedBefore(
  manager: EntityManager,
  { key, replaces, fingerprint }: RequestKeys,
): Promise<EarlierOrder | undefined> {
  const orders = await manager.findBy(OrderEntity, { key: In([key, ...replaces]) });
  const same = orders.find((order) => order.key === key);
  if (same)
    return same.fingerprint === fingerprint
      ? { outcome: 'placed-before', order: placed(same) }
      : { outcome: 'key-taken' };
  const [first] = orders;
  return first && { outcome: 'first-was-placed', order: placed(first) };
}

/**
 * Handles all cases that the keys alone decide, and abandons the replaced keys. Locks the keys, so each is decided
 * once.
 */
export async function findEarlierOrder(manager: EntityManager, keys: RequestKeys): Promise<EarlierOrder | undefined> {
  const { key, replaces } = keys;
  for (const one of [...new Set([key, ...replaces])].sort())
    await manager.query('SELECT pg_advisory_xact_lock(hashtextextended($1, 0))', [one]);
  const before = await placedBefore(manager, keys);
  if (before) return before;
  if (await manager.existsBy(AbandonedKeyEntity, { key })) return { outcome: 'key-abandoned' };
  const abandoned = replaces.map((replaced) => ({ key: replaced, at: now() }));
  if (abandoned.length > 0)
    await manager.createQueryBuilder().insert().into(AbandonedKeyEntity).values(abandoned).orIgnore().execute();
  return undefined;
}

function placed({ id, number, total, round, guestToken }: OrderRow): StoredOrder {
  return { id, guestToken, number, total, ...(round > 1 && { round }) };
}
