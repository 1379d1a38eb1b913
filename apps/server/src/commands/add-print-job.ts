import { randomUUID } from 'node:crypto';
import type { EntityManager } from 'typeorm';
import { PrintJobEntity } from '../db/entities.ts';
import type { PrintQueue } from '../jobs/print-queue.ts';

/** Adds the print job of a ticket and its queue entry, in the transaction that creates the ticket. */
export async function addPrintJob(manager: EntityManager, printing: PrintQueue, ticketId: string, printer: string, copy: number): Promise<void> {
  const now = new Date();
  await manager.insert(PrintJobEntity, {
    id: randomUUID(), ticketId, printer, state: 'waiting', copy, doubtful: false, doubts: 0, attempts: 0, fault: null, createdAt: now, dueAt: now, printedAt: null,
  });
  await printing.send(manager, printer);
}
