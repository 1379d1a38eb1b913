import { createHash, randomUUID } from 'node:crypto';
import { localMinute, type Menu, OPEN_PRICE_TAG, orderOf, type OrderQuote, type PlacedOrder, type Placement, quoteOrder } from '@hearty-ladle/core';
import type { DataSource, EntityManager } from 'typeorm';
import { OrderEntity, type OrderRow, PrinterEntity, PrintJobEntity, TicketEntity } from '../db/entities.ts';
import type { MenuCache } from '../db/menu-cache.ts';
import type { PrintQueue } from '../jobs/print-queue.ts';
import { announce } from '../live/announce.ts';

export type OrderOutcome =
  | { readonly outcome: 'placed' | 'placed-before'; readonly order: PlacedOrder }
  | { readonly outcome: 'refused' | 'costs-otherwise'; readonly quote: OrderQuote }
  | { readonly outcome: 'key-taken' | 'may-not-name-prices' };

/** What placing an order leans on. */
export interface Counter {
  readonly database: DataSource;
  readonly cache: MenuCache;
  readonly printing: PrintQueue;
  readonly tillPin: string;
}

/**
 * Places an order: quoted anew by the core, stored with its request, its quote, its tickets and their print jobs in
 * one transaction. The same key never makes two orders: the first one's answer is given again, and a key that was
 * used for something else is refused. Nobody is charged a price that they did not see.
 */
export async function placeOrder({ database, cache, printing, tillPin }: Counter, key: string, placement: Placement): Promise<OrderOutcome> {
  const { pin: _pin, ...said } = placement;
  const fingerprint = createHash('sha256').update(JSON.stringify(said)).digest('hex');
  const outcome = await database.transaction(async (manager): Promise<OrderOutcome> => {
    await manager.query('SELECT pg_advisory_xact_lock(hashtextextended($1, 0))', [key]);
    const before = await manager.findOneBy(OrderEntity, { key });
    if (before) return before.fingerprint === fingerprint ? { outcome: 'placed-before', order: placed(before) } : { outcome: 'key-taken' };
    const stored = await cache.current(manager);
    if (!stored) throw new Error('there is no menu to order from');
    if (namesPrices(stored.menu, placement) && placement.pin !== tillPin) return { outcome: 'may-not-name-prices' };
    const request = orderOf(placement);
    const quote = quoteOrder(stored.menu, request, (timeZone) => localMinute(new Date(), timeZone));
    if (!quote.ok) return { outcome: 'refused', quote };
    if (placement.seenTotal !== undefined && placement.seenTotal !== quote.total) return { outcome: 'costs-otherwise', quote };
    const { name = null, place = null } = placement;
    return { outcome: 'placed', order: await store(manager, printing, { key, fingerprint, request, quote, revision: stored.revision, name, place }) };
  });
  if (outcome.outcome === 'placed') printing.wake();
  return outcome;
}

function placed({ id, number, total }: OrderRow): PlacedOrder {
  return { id, number, total };
}

function namesPrices({ items }: Menu, { lines }: Placement): boolean {
  return lines.some((line) => items.find(({ id }) => id === line.item)?.tags?.includes(OPEN_PRICE_TAG));
}

type NewOrder = Pick<OrderRow, 'key' | 'fingerprint' | 'request' | 'quote' | 'revision' | 'name' | 'place'>;

async function store(manager: EntityManager, printing: PrintQueue, order: NewOrder): Promise<PlacedOrder> {
  const id = randomUUID();
  const now = new Date();
  const row = { ...order, id, placedAt: now, total: order.quote.total };
  await manager.insert(OrderEntity, row as never);
  const { number } = await manager.findOneByOrFail(OrderEntity, { id });
  const printers = new Set((await manager.find(PrinterEntity)).map(({ station }) => station));
  for (const ticket of order.quote.tickets) {
    const hung = { id: randomUUID(), orderId: id, orderNumber: number, station: ticket.station, body: ticket as never, hungAt: now, bumpedAt: null, version: 1 };
    await manager.insert(TicketEntity, hung);
    if (printers.has(ticket.station)) await addPrintJob(manager, printing, hung.id, ticket.station, 0);
  }
  await announce(manager, { type: 'tickets' });
  return { id, number, total: order.quote.total };
}

/** A ticket is to be printed: the job and its place in the queue, in the transaction that hangs it up. */
export async function addPrintJob(manager: EntityManager, printing: PrintQueue, ticketId: string, printer: string, copy: number): Promise<void> {
  const id = randomUUID();
  const now = new Date();
  await manager.insert(PrintJobEntity, { id, ticketId, printer, state: 'waiting', copy, doubtful: false, attempts: 0, fault: null, createdAt: now, dueAt: now, printedAt: null });
  await printing.send(manager, id);
}
