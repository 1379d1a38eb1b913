import {
  type House,
  type Menu,
  type Pantry,
  type PantryNow,
  standing,
  type StockStanding,
  type What,
} from '@hearty-ladle/core';
import { clock, now } from '@hearty-ladle/node-runtime';
import { type DataSource, type EntityManager, In, MoreThan } from 'typeorm';
import { OrderingPauseEntity, type OrderingPauseRow, StockThingEntity } from '../db/entities.ts';
import { countOf, heldOff, loadStock, pantryOf, standInsThere, type StoredStock } from '../db/pantry-store.ts';
import type { ServedDependencies } from './menu.ts';

interface PantryDependencies extends ServedDependencies {
  readonly database: DataSource;
}

/** Everything about stock at a location; undefined if there is no menu or no such location. */
export async function pantryAt(
  dependencies: PantryDependencies,
  location: string | undefined,
): Promise<PantryNow | undefined> {
  const found = await standingAt(dependencies, location);
  if (!found) return undefined;
  const { menu, stock, standing: stands } = found;
  const minute = clock(menu.locations?.find(({ id }) => id === location)?.timeZone);
  const { manager } = dependencies.database;
  const pause = await pauseAt(manager, location);
  const things = await manager.find(StockThingEntity, { order: { key: 'ASC' } });
  return {
    selling: await sellingAt(dependencies.database, location),
    offs: stock.offs.filter(({ until }) => until === null || until > minute).map(heldOff),
    counts: stock.counts.map(countOf),
    standing: stands,
    things: things.map(({ what, shelf, packs }) => ({ what, shelf, packs })),
    ...(pause && { pausedBy: pause.by }),
  };
}

/** What is off and counted, at all locations. */
export async function wholePantry({ manager }: DataSource): Promise<Pantry> {
  return pantryOf(await loadStock(manager));
}

/** The pause of online ordering that is on at a location, if any; the longest of its own and the general one. */
export async function pauseAt(
  manager: EntityManager,
  location: string | undefined,
): Promise<OrderingPauseRow | undefined> {
  const [longest] = await manager.find(OrderingPauseEntity, {
    where: { location: In(['', location ?? '']), until: MoreThan(now()) },
    order: { until: 'DESC' },
    take: 1,
  });
  return longest;
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

/** What a guest is told: what is out, of what few are left, and how long orders take. */
export async function standingForGuests(
  dependencies: PantryDependencies,
  location: string | undefined,
  { stock: { few }, ready }: Pick<House, 'stock' | 'ready'>,
): Promise<StockStanding | undefined> {
  const found = await standingAt(dependencies, location);
  if (!found) return undefined;
  const { left, ...told } = found.standing;
  const fewOf = (portions: Readonly<Record<string, number>>) =>
    Object.fromEntries(Object.entries(portions).filter(([, count]) => count <= few));
  return {
    ...told,
    ready,
    left: {
      items: fewOf(left.items),
      choices: fewOf(left.choices),
      variants: left.variants.filter((one) => one.left <= few),
    },
  };
}

async function standingAt(
  dependencies: PantryDependencies,
  location: string | undefined,
): Promise<{ readonly menu: Menu; readonly stock: StoredStock; readonly standing: StockStanding } | undefined> {
  const stored = await dependencies.editions.served(location);
  if (!stored) return undefined;
  const { manager } = dependencies.database;
  const stock = await loadStock(manager);
  const found = standing(stored.menu, pantryOf(stock), location === undefined ? {} : { location }, clock);
  if (!found) return undefined;
  const standIns = standInsThere(stored.menu, stock, location);
  const pause = await pauseAt(manager, location);
  return {
    menu: stored.menu,
    stock,
    standing: {
      out: found.out,
      left: found.left,
      ...(standIns.length > 0 && { standIns }),
      ...(pause && { pausedUntil: pause.until.toISOString() }),
    },
  };
}
