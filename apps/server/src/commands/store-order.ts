import { randomUUID } from 'node:crypto';
import type { PlacedOrder } from '@hearty-ladle/core';
import { now } from '@hearty-ladle/node-runtime';
import type { EntityManager } from 'typeorm';
import { OrderEntity, type OrderRow, PrinterEntity, TicketEntity } from '../db/entities.ts';
import type { PrintQueue } from '../jobs/print-queue.ts';
import { announce } from '../live/announce.ts';
import { addPrintJob } from './add-print-job.ts';

/** An order before it has an id and a number. */
export type NewOrder = Pick<
  OrderRow,
  'key' | 'fingerprint' | 'request' | 'quote' | 'revision' | 'name' | 'place' | 'dishes' | 'search'
>;

/** Stores an order with its tickets and print jobs. */
export async function storeOrder(
  manager: EntityManager,
  printing: PrintQueue,
  order: NewOrder,
  warnings: readonly string[],
): Promise<PlacedOrder> {
  const id = randomUUID();
  const moment = now();
  const { total, tickets } = order.quote;
  const { generatedMaps } = await manager.insert(OrderEntity, { ...order, id, placedAt: moment, total } as never);
  const { number } = generatedMaps[0] as { number: number };
  const printers = new Set((await manager.find(PrinterEntity)).map(({ station }) => station));
  const rows = tickets.map((ticket) => ({
    id: randomUUID(),
    orderId: id,
    orderNumber: number,
    station: ticket.station,
    body: { ...ticket, ...(warnings.length > 0 && { warnings }) } as never,
    sentAt: moment,
    bumpedAt: null,
    version: 1,
  }));
  if (rows.length > 0) await manager.insert(TicketEntity, rows);
  for (const ticket of rows)
    if (printers.has(ticket.station)) await addPrintJob(manager, printing, ticket.id, ticket.station, 0);
  await announce(manager, { type: 'tickets' });
  return { id, number, total };
}
