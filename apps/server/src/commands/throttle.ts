import { now } from '@hearty-ladle/node-runtime';
import type { EntityManager } from 'typeorm';
import { ThrottleEntity, type ThrottleRow } from '../db/entities.ts';

/** How many wrong tries make a pause, how long the first is, and how often it doubles. */
export interface ThrottlePolicy {
  readonly tries: number;
  readonly pauseSeconds: number;
  readonly doublings: number;
}

/** One count of wrong tries: those of one kind from one place. */
export interface Throttle {
  readonly id: string;
  readonly policy: ThrottlePolicy;
}

export type Tried<T> =
  | { readonly outcome: 'right'; readonly value: T }
  | { readonly outcome: 'wrong' }
  | { readonly outcome: 'too-often'; readonly seconds: number };

const FORGET_MS = 86_400_000;

/**
 * Lets a secret be tried if none of the throttles is paused, and counts a wrong try in all of them; the right one clears
 * `own`, which nobody else's tries count in. The rows stay locked while it is tried, so that many tries at once are as
 * slow as one after the other. Runs in the transaction of `manager`.
 */
export async function throttled<T>(
  manager: EntityManager,
  own: Throttle,
  shared: readonly Throttle[],
  isRight: () => Promise<T | undefined>,
): Promise<Tried<T>> {
  const throttles = [own, ...shared].sort((one, other) => (one.id < other.id ? -1 : 1));
  const rows: ThrottleRow[] = [];
  for (const { id } of throttles) rows.push(await lockThrottle(manager, id));
  const wait = Math.max(...rows.map(({ blockedUntil }) => (blockedUntil?.getTime() ?? 0) - now().getTime()));
  if (wait > 0) return { outcome: 'too-often', seconds: Math.ceil(wait / 1_000) };
  const value = await isRight();
  if (value !== undefined) {
    await manager.update(ThrottleEntity, { id: own.id }, { failures: 0, pauses: 0, blockedUntil: null });
    return { outcome: 'right', value };
  }
  for (const [i, row] of rows.entries())
    await manager.update(ThrottleEntity, { id: row.id }, afterFailure(row, (throttles[i] ?? own).policy));
  return { outcome: 'wrong' };
}

function afterFailure(
  { failures, pauses, failedAt }: ThrottleRow,
  { tries, pauseSeconds, doublings }: ThrottlePolicy,
): Partial<ThrottleRow> {
  const moment = now();
  const before = moment.getTime() - failedAt.getTime() > FORGET_MS ? 0 : pauses;
  if (failures + 1 < tries) return { failures: failures + 1, pauses: before, failedAt: moment };
  const seconds = pauseSeconds * 2 ** Math.min(before, doublings);
  return {
    failures: 0,
    pauses: before + 1,
    blockedUntil: new Date(moment.getTime() + seconds * 1_000),
    failedAt: moment,
  };
}

async function lockThrottle(manager: EntityManager, id: string): Promise<ThrottleRow> {
  await manager
    .createQueryBuilder()
    .insert()
    .into(ThrottleEntity)
    .values({ id, failures: 0, pauses: 0, blockedUntil: null, failedAt: now() })
    .orIgnore()
    .execute();
  return manager.findOneOrFail(ThrottleEntity, { where: { id }, lock: { mode: 'pessimistic_write' } });
}
