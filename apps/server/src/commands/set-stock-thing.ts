import { hasThreeDecimals, isKnownWhat, keyOfWhat, type PauseRequest, type StockThing } from '@hearty-ladle/core';
import { now } from '@hearty-ladle/node-runtime';
import { OrderingPauseEntity, StockThingEntity } from '../db/entities.ts';
import { announce } from '../live/announce.ts';
import { menusAt, type StockDependencies } from '../queries/menu.ts';
import type { StockRefusal } from './change-stock.ts';

/** Sets where something of stock stands, and the cases in which it is delivered. */
export async function setStockThing(
  dependencies: StockDependencies,
  { what, shelf, packs }: StockThing,
): Promise<StockRefusal | undefined> {
  const menus = await menusAt(dependencies);
  if (!menus.some((menu) => isKnownWhat(menu, what))) return 'unknown-thing';
  if (!packs.every(({ quantity }) => hasThreeDecimals(quantity))) return 'bad-quantity';
  await dependencies.database.transaction(async (manager) => {
    await manager.upsert(StockThingEntity, { key: keyOfWhat(what), what, shelf, packs } as never, ['key']);
    await announce(manager, { type: 'pantry' });
  });
  return undefined;
}

/** Pauses online ordering at a location (everywhere without one) for some minutes from now, or takes orders again. */
export async function pauseOrdering(
  dependencies: StockDependencies,
  { location, minutes }: PauseRequest,
  by: string,
): Promise<{ readonly until: string | null } | StockRefusal> {
  const menus = location === undefined ? [] : await menusAt(dependencies, [location]);
  if (location !== undefined && !menus.some(({ locations }) => locations?.some(({ id }) => id === location)))
    return 'unknown-location';
  const until = new Date(now().getTime() + minutes * 60_000);
  await dependencies.database.transaction(async (manager) => {
    await manager.upsert(OrderingPauseEntity, { location: location ?? '', until, by }, ['location']);
    await announce(manager, { type: 'pantry' });
  });
  return { until: minutes > 0 ? until.toISOString() : null };
}
