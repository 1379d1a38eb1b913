import {
  fromThousandths,
  type Menu,
  type Movement,
  type PantryNow,
  standing,
  type StockStanding,
  type What,
} from '@hearty-ladle/core';
import { clock } from '@hearty-ladle/node-runtime';
import { type DataSource, In } from 'typeorm';
import { OrderEntity, StockMovementEntity } from '../db/entities.ts';
import { countOf, heldOff, loadStock, pantryOf, type StoredStock } from '../db/pantry-store.ts';
import { type MenuDependencies, storedMenu } from './menu.ts';

const MOST_MOVEMENTS = 500;

/** Everything about stock at a location; undefined if there is no menu or no such location. */
export async function pantryAt(
  dependencies: MenuDependencies,
  location: string | undefined,
): Promise<PantryNow | undefined> {
  const found = await standingAt(dependencies, location);
  if (!found) return undefined;
  const { menu, stock, standing: now } = found;
  const minute = clock(menu.locations?.find(({ id }) => id === location)?.timeZone);
  return {
    selling: await sellingAt(dependencies.database, location),
    offs: stock.offs.filter(({ until }) => until === null || until > minute).map(heldOff),
    counts: stock.counts.map(countOf),
    standing: now,
  };
}

const SELLING_HOURS = 3;
const MOST_SELLING = 12;

/** The dishes and choices sold most often at a location in the last hours. */
async function sellingAt(database: DataSource, location: string | undefined): Promise<What[]> {
  const rows = (await database.query(
    `SELECT what, count(*) AS times FROM orders
      CROSS JOIN LATERAL jsonb_array_elements(request -> 'lines') AS line
      CROSS JOIN LATERAL (
        SELECT jsonb_build_object('item', line -> 'item') AS what
        UNION ALL
        SELECT jsonb_build_object('choice', (pick ->> 'group') || '/' || (pick ->> 'choice'))
          FROM jsonb_array_elements(coalesce(line -> 'picks', '[]')) AS pick
      ) AS sold
      WHERE placed_at > now() - make_interval(hours => $1) AND ($2 = '' OR request ->> 'location' = $2)
      GROUP BY what ORDER BY times DESC, what LIMIT $3`,
    [SELLING_HOURS, location ?? '', MOST_SELLING],
  )) as { what: What }[];
  return rows.map(({ what }) => what);
}

/** What a guest is told: what is out, and of what no more than `few` are left. */
export async function standingForGuests(
  dependencies: MenuDependencies,
  location: string | undefined,
  few: number,
): Promise<StockStanding | undefined> {
  const found = await standingAt(dependencies, location);
  if (!found) return undefined;
  const { out, left } = found.standing;
  const fewOf = (portions: Readonly<Record<string, number>>) =>
    Object.fromEntries(Object.entries(portions).filter(([, count]) => count <= few));
  return {
    out,
    left: {
      items: fewOf(left.items),
      choices: fewOf(left.choices),
      variants: left.variants.filter((one) => one.left <= few),
    },
  };
}

async function standingAt(
  dependencies: MenuDependencies,
  location: string | undefined,
): Promise<{ readonly menu: Menu; readonly stock: StoredStock; readonly standing: StockStanding } | undefined> {
  const stored = await storedMenu(dependencies);
  if (!stored) return undefined;
  const stock = await loadStock(dependencies.database.manager);
  const found = standing(stored.menu, pantryOf(stock), location === undefined ? {} : { location }, clock);
  return found && { menu: stored.menu, stock, standing: { out: found.out, left: found.left } };
}

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
