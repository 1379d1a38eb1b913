import type { Menu } from '@hearty-ladle/core';
import type { DataSource } from 'typeorm';
import { Editions } from '../db/editions.ts';
import { Booking } from '../jobs/booking.ts';
import { plainOrders, type PlainOrder } from './plain-takings.ts';
import { request } from './signed-in.ts';

export const EVER = { from: '2020-01-01', to: '2099-12-31' };

/** Asks a server for one look at the takings, as the owner. */
export async function askTakings<T>(server: string, path: string, query: object): Promise<T> {
  return (await request(server).get(`/api/workbench/takings${path}`).query(query).expect(200)).body as T;
}

/** Books what is due, and works all orders out the long way. */
export async function readSold(database: DataSource): Promise<{ orders: PlainOrder[]; menu: Menu }> {
  const editions = new Editions(database);
  const booking = new Booking(database, editions);
  while ((await booking.bringUpToDate()) > 0);
  const orders = await plainOrders(database, async (edition) => editions.soldOn({ edition }));
  return { orders, menu: (await editions.served('steps'))?.menu as Menu };
}
