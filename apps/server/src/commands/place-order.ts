import { createHash, randomUUID } from 'node:crypto';
import { localMinute, type Order, type OrderQuote, quoteOrder } from '@hearty-ladle/core';
import type { DataSource, EntityManager } from 'typeorm';
import { OrderEntity, type OrderRow, TicketEntity } from '../db/entities.ts';
import type { MenuCache } from '../db/menu-cache.ts';
import { announce } from '../live/announce.ts';

export interface PlacedOrder {
  readonly id: string;
  readonly number: number;
  readonly total: number;
}

export type OrderOutcome =
  | { readonly outcome: 'placed' | 'placed-before'; readonly order: PlacedOrder }
  | { readonly outcome: 'refused'; readonly quote: OrderQuote }
  | { readonly outcome: 'key-taken' };

/**
 * Places an order: quoted anew by the core, stored with its request, its quote and its tickets in one transaction.
 * The same key never makes two orders: the first one's answer is given again, and a key that was used for something
 * else is refused.
 */
export async function placeOrder(database: DataSource, cache: MenuCache, key: string, request: Order): Promise<OrderOutcome> {
  const fingerprint = createHash('sha256').update(JSON.stringify(request)).digest('hex');
  return database.transaction(async (manager) => {
    await manager.query('SELECT pg_advisory_xact_lock(hashtextextended($1, 0))', [key]);
    const before = await manager.findOneBy(OrderEntity, { key });
    if (before) return before.fingerprint === fingerprint ? { outcome: 'placed-before', order: placed(before) } : { outcome: 'key-taken' };
    const stored = await cache.current(manager);
    if (!stored) throw new Error('there is no menu to order from');
    const quote = quoteOrder(stored.menu, request, (timeZone) => localMinute(new Date(), timeZone));
    if (!quote.ok) return { outcome: 'refused', quote };
    const order = await store(manager, { key, fingerprint, request, quote, revision: stored.revision });
    return { outcome: 'placed', order };
  });
}

function placed({ id, number, total }: OrderRow): PlacedOrder {
  return { id, number, total };
}

type NewOrder = Pick<OrderRow, 'key' | 'fingerprint' | 'request' | 'quote' | 'revision'>;

async function store(manager: EntityManager, order: NewOrder): Promise<PlacedOrder> {
  const id = randomUUID();
  const now = new Date();
  const row = { ...order, id, placedAt: now, total: order.quote.total };
  await manager.insert(OrderEntity, row as never);
  const { number } = await manager.findOneByOrFail(OrderEntity, { id });
  for (const ticket of order.quote.tickets) {
    const hung = { id: randomUUID(), orderId: id, orderNumber: number, station: ticket.station, body: ticket as never, hungAt: now, bumpedAt: null, version: 1 };
    await manager.insert(TicketEntity, hung);
  }
  await announce(manager, { type: 'tickets' });
  return { id, number, total: order.quote.total };
}
