import { now } from '@hearty-ladle/node-runtime';
import { randomUUID } from 'node:crypto';
import type { EntityManager } from 'typeorm';
import { PrintJobEntity } from '../db/entities.ts';
import type { PrintQueue } from '../jobs/print-queue.ts';

/** Adds the print job of a ticket and its queue entry, in the transaction that creates the ticket. */
export async function addPrintJob(
  manager: EntityManager,
  printing: PrintQueue,
  ticketId: string,
  printer: string,
  copy: number,
): Promise<void> {
  const moment = now();
  await manager.insert(PrintJobEntity, {
    id: randomUUID(),
    ticketId,
    printer,
    state: 'waiting',
    copy,
    doubtful: false,
    doubts: 0,
    attempts: 0,
    fault: null,
    createdAt: moment,
    dueAt: moment,
    printedAt: null,
  });
  await printing.send(manager, printer);
}
