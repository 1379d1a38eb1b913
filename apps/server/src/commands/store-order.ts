import { randomUUID } from 'node:crypto';
import { type OrderTicket, printerAt } from '@hearty-ladle/core';
import { now } from '@hearty-ladle/node-runtime';
import type { EntityManager } from 'typeorm';
import { OrderEntity, type OrderRow, PrinterEntity, TicketEntity } from '../db/entities.ts';
import { bookAgain } from '../db/sold-rows.ts';
import type { PrintQueue } from '../jobs/print-queue.ts';
import { announce } from '../live/announce.ts';
import { addPrintJob } from './add-print-job.ts';
import type { StoredOrder } from './order-keys.ts';

/** An order before it has an id and a number. */
export type NewOrder = Pick<
  OrderRow,
  'key' | 'fingerprint' | 'request' | 'quote' | 'edition' | 'name' | 'place' | 'dishes' | 'search'
> &
  /** Of a round: its order, with the order's number. */
  Partial<Pick<OrderRow, 'addedTo' | 'number' | 'round' | 'standIns'>>;

/** Stores an order with its tickets and print jobs. */
export async function storeOrder(
  manager: EntityManager,
  printing: PrintQueue,
  order: NewOrder,
  warnings: readonly string[],
): Promise<StoredOrder> {
  const [id, guestToken] = [randomUUID(), randomUUID()];
  const moment = now();
  const { total, tickets } = order.quote;
  const { addedTo, round = 1 } = order;
  const row = { ...order, id, guestToken, placedAt: moment, total, due: total };
  // Its columns are named, as the mapper never writes a number that the database can count by itself.
  const { generatedMaps } = await manager
    .createQueryBuilder()
    .insert()
    .into(OrderEntity, Object.keys(row))
    .values(row as never)
    .execute();
  await bookAgain(manager, id);
  const { number } = { ...(generatedMaps[0] as { number: number }), ...order };
  if (addedTo)
    await manager.query(`UPDATE orders SET search = search || ' ' || $2 WHERE id = $1`, [addedTo, order.search]);
  const sent = tickets.map((ticket) => ({
    ...ticket,
    ...(warnings.length > 0 && { warnings }),
    ...(round > 1 && { round }),
  }));
  await sendTickets(manager, printing, { id, number, request: order.request }, sent);
  return { id, guestToken, number, total, ...(round > 1 && { round }) };
}

/** Sends tickets of an order to the pass, and to the printers of their stations. */
export async function sendTickets(
  manager: EntityManager,
  printing: PrintQueue,
  { id: orderId, number: orderNumber, request }: Pick<OrderRow, 'id' | 'number' | 'request'>,
  tickets: readonly OrderTicket[],
): Promise<void> {
  const printers = new Set((await manager.find(PrinterEntity)).map(({ id }) => id));
  const sentAt = now();
  const rows = tickets.map((body) => ({
    id: randomUUID(),
    orderId,
    orderNumber,
    station: body.station,
    body: body as never,
    sentAt,
    bumpedAt: null,
    version: 1,
  }));
  if (rows.length > 0) await manager.insert(TicketEntity, rows);
  for (const ticket of rows) {
    const printer = printerAt(request.location, ticket.station);
    if (printers.has(printer)) await addPrintJob(manager, printing, ticket.id, printer, 0);
  }
  await announce(manager, { type: 'tickets' });
}
