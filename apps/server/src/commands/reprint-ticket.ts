import { type Places, printerAt } from '@hearty-ladle/core';
import type { DataSource } from 'typeorm';
import { OrderEntity, PrinterEntity, PrintJobEntity, TicketEntity } from '../db/entities.ts';
import type { PrintQueue } from '../jobs/print-queue.ts';
import { announce } from '../live/announce.ts';
import { addPrintJob } from './add-print-job.ts';
import { isTicketAt } from './bump-ticket.ts';

export type ReprintOutcome = 'sent' | 'no-ticket' | 'no-printer';

/** Prints a ticket of an order at these places again, marked as a reprint. */
export async function reprintTicket(
  database: DataSource,
  printing: PrintQueue,
  id: string,
  places: Places,
): Promise<ReprintOutcome> {
  const outcome = await database.transaction(async (manager): Promise<ReprintOutcome> => {
    const ticket = await manager.findOne(TicketEntity, { where: { id }, lock: { mode: 'pessimistic_write' } });
    if (!ticket || !(await isTicketAt(manager, ticket, places))) return 'no-ticket';
    const { request } = await manager.findOneByOrFail(OrderEntity, { id: ticket.orderId });
    const printer = printerAt(request.location, ticket.station);
    if (!(await manager.existsBy(PrinterEntity, { id: printer }))) return 'no-printer';
    const copies = await manager.countBy(PrintJobEntity, { ticketId: id });
    await addPrintJob(manager, printing, id, printer, Math.max(1, copies));
    await announce(manager, { type: 'tickets' });
    return 'sent';
  });
  if (outcome === 'sent') printing.wake();
  return outcome;
}
