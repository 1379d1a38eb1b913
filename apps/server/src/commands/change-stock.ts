import { randomUUID } from 'node:crypto';
import {
  type CountChange,
  hasThreeDecimals,
  type HeldCount,
  type HeldOff,
  isKnownWhat,
  keyOfWhat,
  type Menu,
  type MovementRequest,
  type OffRequest,
  type Places,
  reaches,
  toThousandths,
  type What,
} from '@hearty-ladle/core';
import { now } from '@hearty-ladle/node-runtime';
import { type EntityManager, In, IsNull } from 'typeorm';
import { OffEntity, StockCountEntity, type StockCountRow, StockMovementEntity } from '../db/entities.ts';
import { addMovements, countOf, type Flow, heldOff } from '../db/pantry-store.ts';
import { announce } from '../live/announce.ts';
import { menusAt, type StockDependencies } from '../queries/menu.ts';

/** What the caller named is not there, or is not a quantity. */
export type StockRefusal = 'unknown-thing' | 'unknown-location' | 'bad-quantity' | 'too-much' | 'not-counted';

/** In thousandths, up or down. */
const MOST_ON_HAND = 1_000_000_000;

/** 86s things. Repeating a key changes nothing and gives the first answer. */
export async function takeOff(
  dependencies: StockDependencies,
  key: string,
  { whats, locations, until, reason, standIns }: OffRequest,
  person: string,
): Promise<readonly HeldOff[] | StockRefusal> {
  const menus = await menusAt(dependencies, locations);
  const named = [...whats, ...(standIns ?? []).map((choice) => ({ choice }))];
  const refused = refusalOf(menus, named, locations ?? []);
  if (refused) return refused;
  return dependencies.database.transaction(async (manager) => {
    await lockKey(manager, key);
    const before = await manager.find(OffEntity, { where: { requestKey: key }, order: { id: 'ASC' } });
    if (before.length > 0) return before.map(heldOff);
    const since = now();
    const rows = whats.map((what) => ({
      id: randomUUID(),
      requestKey: key,
      what,
      locations: locations?.length ? locations : null,
      until: until ?? null,
      reason: reason ?? null,
      since,
      by: person,
      endedAt: null,
      endedBy: null,
      standIns: standIns?.length ? standIns : null,
    }));
    await manager.insert(OffEntity, rows as never);
    await announce(manager, { type: 'pantry' });
    return rows.map(heldOff);
  });
}

/** Puts something back that is off only at these places. What was put back before stays as it was. */
export async function putBack(
  { database }: Pick<StockDependencies, 'database'>,
  id: string,
  person: string,
  places: Places,
): Promise<'not-off' | 'not-allowed' | undefined> {
  return database.transaction(async (manager) => {
    const off = await manager.findOneBy(OffEntity, { id });
    if (!off) return 'not-off';
    const where: readonly (string | undefined)[] = off.locations ?? [undefined];
    if (!where.every((place) => reaches(places, place))) return 'not-allowed';
    await manager.update(OffEntity, { id, endedAt: IsNull() }, { endedAt: now(), endedBy: person });
    await announce(manager, { type: 'pantry' });
    return undefined;
  });
}

/** Writes a delivery, a count, waste or a correction into the ledger; a key does it once. Returns what is on hand then. */
export async function moveStock(
  dependencies: StockDependencies,
  key: string,
  { location, kind, reason, rows }: MovementRequest,
  person: string,
): Promise<readonly HeldCount[] | StockRefusal> {
  const menus = await menusAt(dependencies, location === undefined ? [] : [location]);
  const whats = rows.map(({ what }) => what);
  const refused = refusalOf(menus, whats, location === undefined ? [] : [location]);
  if (refused) return refused;
  if (!rows.every(({ quantity, seen = 0 }) => hasThreeDecimals(quantity) && hasThreeDecimals(seen)))
    return 'bad-quantity';
  const place = location ?? '';
  const moved = dependencies.database.transaction(async (manager) => {
    await lockKey(manager, key);
    const counts = await lockedCounts(manager, whats, place);
    if (!(await manager.existsBy(StockMovementEntity, { requestKey: key }))) {
      const flows = rows.map(({ what, quantity, seen }) => {
        const row = counts.find((count) => count.key === keyOfWhat(what));
        const before = seen === undefined ? (row?.onHand ?? 0) : toThousandths(seen);
        const came = toThousandths(quantity) * (kind === 'waste' ? -1 : 1);
        return { key: keyOfWhat(what), location: place, quantity: kind === 'count' ? came - before : came };
      });
      if (counts.some((count) => exceeds(count, flows))) throw new TooMuchError();
      await addMovements(manager, flows, { kind, by: person, reason: reason ?? null, requestKey: key });
      await announce(manager, { type: 'pantry' });
    }
    const after = await manager.findBy(StockCountEntity, { key: In(whats.map(keyOfWhat)), location: place });
    return after.map(countOf);
  });
  return moved.catch((error: unknown) => {
    if (error instanceof TooMuchError) return 'too-much' as const;
    throw error;
  });
}

/** Ends the transaction of movements after which more would be on hand than can be counted. */
class TooMuchError extends Error {}

function exceeds({ key, onHand }: StockCountRow, flows: readonly Flow[]): boolean {
  const after = flows.reduce((sum, flow) => (flow.key === key ? sum + flow.quantity : sum), onHand);
  return Math.abs(after) > MOST_ON_HAND;
}

/**
 * Sets a low mark, or stops counting: then the thing is there without limit again. Its ledger stays, with a correction to
 * nothing, so that what is on hand is the sum of it also when it is counted again.
 */
export async function changeCount(
  { database }: Pick<StockDependencies, 'database'>,
  { what, location = '', low, isCounted }: CountChange,
  person: string,
): Promise<StockRefusal | undefined> {
  if (typeof low === 'number' && !hasThreeDecimals(low)) return 'bad-quantity';
  const at = { key: keyOfWhat(what), location };
  return database.transaction(async (manager): Promise<StockRefusal | undefined> => {
    const row = await manager.findOne(StockCountEntity, { where: at, lock: { mode: 'pessimistic_write' } });
    // Sent again after a lost answer: it is not counted any more.
    if (!row) return isCounted === false ? undefined : 'not-counted';
    if (low !== undefined)
      await manager.update(StockCountEntity, at, { low: low === null ? null : toThousandths(low) });
    if (isCounted === false) {
      const flow = { ...at, quantity: -row.onHand };
      await addMovements(manager, [flow], { kind: 'correction', by: person, reason: 'no longer counted' });
      await manager.delete(StockCountEntity, at);
    }
    await announce(manager, { type: 'pantry' });
    return undefined;
  });
}

function refusalOf(
  menus: readonly Menu[],
  whats: readonly What[],
  locations: readonly string[],
): StockRefusal | undefined {
  if (!whats.every((what) => menus.some((menu) => isKnownWhat(menu, what)))) return 'unknown-thing';
  const isKnown = (id: string) => menus.some((menu) => menu.locations?.some((place) => place.id === id));
  return locations.every(isKnown) ? undefined : 'unknown-location';
}

async function lockKey(manager: EntityManager, key: string): Promise<void> {
  await manager.query('SELECT pg_advisory_xact_lock(hashtextextended($1, 1))', [key]);
}

/** The counts of things at a place, locked in the order in which orders lock them; those that are new begin at 0. */
async function lockedCounts(
  manager: EntityManager,
  whats: readonly What[],
  location: string,
): Promise<StockCountRow[]> {
  const keys = whats.map(keyOfWhat);
  await manager
    .createQueryBuilder()
    .insert()
    .into(StockCountEntity)
    .values(
      whats
        .map((what) => ({ key: keyOfWhat(what), location, what: what as never, onHand: 0, low: null }))
        .sort((one, other) => (one.key < other.key ? -1 : 1)),
    )
    .orIgnore()
    .execute();
  return manager
    .createQueryBuilder(StockCountEntity, 'count')
    .where('count.key IN (:...keys) AND count.location = :location', { keys, location })
    .orderBy('count.key')
    .setLock('pessimistic_write')
    .getMany();
}
