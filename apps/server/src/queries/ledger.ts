import { fromThousandths, type Movement, type StockDay } from '@hearty-ladle/core';
import { type DataSource, In } from 'typeorm';
import { OrderEntity, StockMovementEntity } from '../db/entities.ts';
import { type ServedDependencies, timeZoneOf } from './menu.ts';

const MOST_MOVEMENTS = 500;

/** The latest movements of one thing at a location (empty: of the general count), newest first. */
export async function ledgerOf(database: DataSource, key: string, location: string): Promise<Movement[]> {
  const rows = await database.manager.find(StockMovementEntity, {
    where: { key, location },
    order: { id: 'DESC' },
    take: MOST_MOVEMENTS,
  });
  const ids = [...new Set(rows.flatMap(({ orderId }) => orderId ?? []))];
  const orders = ids.length === 0 ? [] : await database.manager.findBy(OrderEntity, { id: In(ids) });
  const numbers = new Map(orders.map(({ id, number }) => [id, number]));
  return rows.map(({ id, at, kind, quantity, onHand, by, reason, orderId }) => {
    const order = numbers.get(orderId ?? '');
    return {
      id,
      at: at.toISOString(),
      kind,
      quantity: fromThousandths(quantity),
      onHand: fromThousandths(onHand),
      by,
      ...(reason !== null && { reason }),
      ...(order !== undefined && { order }),
    };
  });
}

const DAYS = 28;

/** What was used of one thing at a location and what was left, day by day in the location's own time, oldest first. */
export async function ledgerDays(
  dependencies: ServedDependencies & { readonly database: DataSource },
  key: string,
  location: string,
): Promise<StockDay[]> {
  const served = await dependencies.editions.served(location);
  const zone = timeZoneOf(served?.menu, location);
  const rows = (await dependencies.database.query(
    `SELECT to_char(at AT TIME ZONE $3, 'YYYY-MM-DD') AS day,
        -coalesce(sum(quantity) FILTER (WHERE kind IN ('sale', 'void')), 0) AS used,
        (array_agg(on_hand ORDER BY id DESC))[1] AS "onHand"
      FROM stock_movement WHERE key = $1 AND location = $2 AND at > now() - make_interval(days => $4)
      GROUP BY 1 ORDER BY 1`,
    [key, location, zone, DAYS],
  )) as { day: string; used: string; onHand: string }[];
  return rows.map(({ day, used, onHand }) => ({
    day,
    used: fromThousandths(Number(used)),
    onHand: fromThousandths(Number(onHand)),
  }));
}
