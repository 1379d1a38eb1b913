import {
  type Count,
  fromThousandths,
  type HeldOff,
  keyOfWhat,
  type Menu,
  type OrderQuote,
  type Pantry,
  PANTRY_FORMAT,
  standInsAt,
  toThousandths,
  type What,
  whatsOf,
  withStandIns,
} from '@hearty-ladle/core';
import { clock, now } from '@hearty-ladle/node-runtime';
import { type EntityManager, IsNull } from 'typeorm';
import { OffEntity, type OffRow, StockCountEntity, type StockCountRow, StockMovementEntity } from './entities.ts';

/** What was 86'd and not put back, oldest first (its time may be over), and what is counted. */
export interface StoredStock {
  readonly offs: readonly OffRow[];
  readonly counts: readonly StockCountRow[];
}

export async function loadStock(manager: EntityManager): Promise<StoredStock> {
  return {
    offs: await manager.find(OffEntity, { where: { endedAt: IsNull() }, order: { since: 'ASC', id: 'ASC' } }),
    counts: await manager.find(StockCountEntity, { order: { key: 'ASC', location: 'ASC' } }),
  };
}

/** The same as the core judges it. */
/** The menu as it is served at a location now: with the choices that stand in for what is off there. */
export function servedThere<M extends Menu>(menu: M, { offs }: Pick<StoredStock, 'offs'>, location?: string): M {
  return withStandIns(menu, standInsThere(menu, { offs }, location));
}

export function standInsThere(menu: Menu, { offs }: Pick<StoredStock, 'offs'>, location?: string): string[] {
  return standInsAt(offs.map(heldOff), location, clock(menu.locations?.find(({ id }) => id === location)?.timeZone));
}

export function pantryOf({ offs, counts }: StoredStock): Pantry {
  return {
    format: PANTRY_FORMAT,
    off: offs.map(({ what, locations, until, reason }) => ({
      what,
      ...(locations && { locations }),
      ...(until !== null && { until }),
      ...(reason !== null && { reason }),
    })),
    counts: counts.map(countOf),
  };
}

export function heldOff({ id, what, locations, until, reason, since, by, standIns }: OffRow): HeldOff {
  return {
    id,
    what,
    since: since.toISOString(),
    by,
    ...(locations && { locations }),
    ...(until !== null && { until }),
    ...(reason !== null && { reason }),
    ...(standIns && { standIns }),
  };
}

export function countOf({ what, location, onHand, low }: StockCountRow): Count {
  return {
    what,
    onHand: fromThousandths(onHand),
    ...(location !== '' && { location }),
    ...(low !== null && { low: fromThousandths(low) }),
  };
}

/** What came or went of one count, in thousandths. */
export interface Flow {
  readonly key: string;
  readonly location: string;
  readonly quantity: number;
}

/**
 * Locks the counts that hold at a location for what an order takes. They are always locked in the same order, so that no
 * two orders wait for each other.
 */
export async function lockCounts(
  manager: EntityManager,
  takes: OrderQuote['takes'],
  location: string | undefined,
): Promise<StockCountRow[]> {
  const keys = whatsOf(takes).map(({ what }) => keyOfWhat(what));
  if (keys.length === 0) return [];
  return manager
    .createQueryBuilder(StockCountEntity, 'count')
    .where('count.key IN (:...keys) AND count.location IN (:...places)', { keys, places: ['', location ?? ''] })
    .orderBy('count.key')
    .addOrderBy('count.location')
    .setLock('pessimistic_write')
    .getMany();
}

/** The pantry with the amounts of counts that have just been locked. */
export function withCounts(pantry: Pantry, locked: readonly StockCountRow[]): Pantry {
  const counts = new Map((pantry.counts ?? []).map((count) => [placeKey(count.what, count.location ?? ''), count]));
  for (const row of locked) counts.set(placeKey(row.what, row.location), countOf(row));
  return { ...pantry, counts: [...counts.values()] };
}

function placeKey(what: What, location: string): string {
  return JSON.stringify([keyOfWhat(what), location]);
}

/** What an order takes from each count that holds at its location; `locked` are those counts. */
export function flowsOf(
  takes: OrderQuote['takes'],
  locked: readonly StockCountRow[],
  location: string | undefined,
): Flow[] {
  return whatsOf(takes).flatMap(({ what, quantity }) => {
    const key = keyOfWhat(what);
    const held = locked.filter((row) => row.key === key);
    const count = held.find((row) => row.location === location) ?? held.find((row) => row.location === '');
    return count && quantity > 0 ? [{ key, location: count.location, quantity: -toThousandths(quantity) }] : [];
  });
}

/** Writes movements into the ledger and adds them up; their counts must be locked. */
export async function addMovements(
  manager: EntityManager,
  flows: readonly Flow[],
  entry: Pick<MovementEntry, 'kind' | 'by'> & Partial<MovementEntry>,
): Promise<void> {
  const at = now();
  for (const { key, location, quantity } of flows) {
    const [[row]] = (await manager.query(
      `UPDATE stock_count SET on_hand = on_hand + $3 WHERE key = $1 AND location = $2 RETURNING on_hand`,
      [key, location, quantity],
    )) as [[{ on_hand: string }]];
    const onHand = Number(row.on_hand);
    await manager.insert(StockMovementEntity, {
      reason: null,
      orderId: null,
      requestKey: null,
      ...entry,
      key,
      location,
      quantity,
      onHand,
      at,
    });
  }
}

interface MovementEntry {
  readonly kind: 'sale' | 'void' | 'delivery' | 'count' | 'waste' | 'correction';
  readonly by: string;
  readonly reason: string | null;
  readonly orderId: string | null;
  readonly requestKey: string | null;
}
