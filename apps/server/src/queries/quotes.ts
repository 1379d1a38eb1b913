import {
  judgeOrder,
  type Line,
  limitFaultOf,
  type Order,
  type OrderLimitFault,
  type OrderQuote,
  type OrderSource,
  type Quote,
  quoteLine,
  standing,
  trustedLine,
  trustedOrder,
} from '@hearty-ladle/core';
import { clock } from '@hearty-ladle/node-runtime';
import type { DataSource } from 'typeorm';
import type { HouseSettings } from '../db/house-settings.ts';
import { loadStock, pantryOf, servedThere } from '../db/pantry-store.ts';
import type { ServedDependencies } from './menu.ts';

export interface QuoteDependencies extends ServedDependencies {
  readonly database: DataSource;
  readonly houseSettings: HouseSettings;
}

/** What a dish costs with its answers; undefined if there is no menu. */
export async function quoteDish(
  dependencies: QuoteDependencies,
  line: Line,
  source: OrderSource,
): Promise<Quote | undefined> {
  const menu = (await dependencies.editions.served(line.location))?.menu;
  if (!menu) return undefined;
  const stock = await loadStock(dependencies.database.manager);
  const trusted = trustedLine(menu, line, source, clock);
  const served = servedThere(menu, stock, trusted.location);
  const found = standing(
    served,
    pantryOf(stock),
    trusted.location === undefined ? {} : { location: trusted.location },
    clock,
  );
  return quoteLine(served, found ? { ...trusted, out: found.out } : trusted, clock);
}

/** What an order costs; undefined if there is no menu. */
export async function quoteWholeOrder(
  dependencies: QuoteDependencies,
  order: Order,
  source: OrderSource,
): Promise<{ readonly quote: OrderQuote } | { readonly fault: OrderLimitFault } | undefined> {
  const { house } = await dependencies.houseSettings.read(dependencies.database.manager);
  const fault = limitFaultOf(order, house.orders, source === 'shop');
  if (fault) return { fault };
  const menu = (await dependencies.editions.served(order.location))?.menu;
  if (!menu) return undefined;
  const stock = await loadStock(dependencies.database.manager);
  const served = servedThere(menu, stock, order.location);
  return { quote: judgeOrder(served, pantryOf(stock), trustedOrder(menu, order, source, clock), clock) };
}
