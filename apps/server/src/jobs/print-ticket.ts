import { type Station, ticketPaper } from '@hearty-ladle/core';
import type { DataSource, EntityManager, QueryRunner } from 'typeorm';
import { MenuThingEntity, OrderEntity, PrinterEntity, PrintJobEntity, type PrintJobRow, TicketEntity } from '../db/entities.ts';
import { escposBytes } from '../devices/escpos.ts';
import { printOn, type PrintResult } from '../devices/printer-line.ts';
import { announce } from '../live/announce.ts';
import { headOf } from './ticket-head.ts';
import { keepHealth } from './printer-health.ts';

const USUAL_COLUMNS = 32;
/** So many tries at one printer, then the other one's turn. */
const TRIES = 3;
const PAUSES = [1, 2, 4, 8, 15];
const LONGEST_PAUSE = 20;

/**
 * Tries to put one ticket on paper. Answers after how many seconds it is to be tried again, or undefined when it is
 * printed. A ticket whose last try nobody knows the end of is printed again, and says so.
 */
export async function printTicket(database: DataSource, id: string): Promise<number | undefined> {
  const runner = database.createQueryRunner();
  try {
    // One process at a time tries a job; the lock goes with the process that dies.
    const [{ locked }] = (await runner.query('SELECT pg_try_advisory_lock(hashtextextended($1, 1)) AS locked', [id])) as [{ locked: boolean }];
    if (!locked) return undefined;
    const job = await runner.manager.findOneBy(PrintJobEntity, { id });
    if (!job || job.state === 'printed') return undefined;
    return await tryPrinter(database, runner, job);
  } finally {
    await runner.query('SELECT pg_advisory_unlock(hashtextextended($1, 1))', [id]).catch(() => undefined);
    await runner.release();
  }
}

async function tryPrinter(database: DataSource, runner: QueryRunner, job: PrintJobRow): Promise<number | undefined> {
  const printer = await runner.manager.findOneBy(PrinterEntity, { station: job.printer });
  if (!printer) return turnTo(runner.manager, job, 'away');
  const lock = `printer ${job.printer}`;
  const [{ locked }] = (await runner.query('SELECT pg_try_advisory_lock(hashtextextended($1, 2)) AS locked', [lock])) as [{ locked: boolean }];
  if (!locked) return 1;
  try {
    const doubtful = job.doubtful || job.state === 'sending';
    const bytes = await bytesFor(runner.manager, { ...job, doubtful });
    if (!bytes) return undefined;
    await runner.manager.update(PrintJobEntity, { id: job.id }, { state: 'sending', doubtful });
    const result = await printOn(printer, bytes);
    await keepHealth(database, job.printer, result.result === 'printed' ? 'ok' : result.health);
    return await settle(runner.manager, { ...job, doubtful }, result);
  } finally {
    await runner.query('SELECT pg_advisory_unlock(hashtextextended($1, 2))', [lock]).catch(() => undefined);
  }
}

async function settle(manager: EntityManager, job: PrintJobRow, result: PrintResult): Promise<number | undefined> {
  if (result.result !== 'printed') {
    return turnTo(manager, { ...job, doubtful: job.doubtful || result.result === 'unknown' }, result.health);
  }
  await manager.update(PrintJobEntity, { id: job.id }, { state: 'printed', printedAt: new Date(), fault: null, doubtful: job.doubtful });
  await announce(manager, { type: 'tickets' });
  return undefined;
}

/** After a try that failed: the same printer after a pause, or, when it had its tries, the other one. */
async function turnTo(manager: EntityManager, job: PrintJobRow, fault: string): Promise<number> {
  const attempts = job.attempts + 1;
  const isOthersTurn = attempts % TRIES === 0;
  const printer = isOthersTurn ? await otherPrinter(manager, job) : job.printer;
  await manager.update(PrintJobEntity, { id: job.id }, { state: 'waiting', attempts, fault, printer, doubtful: job.doubtful });
  await announce(manager, { type: 'tickets' });
  return printer === job.printer ? (PAUSES[attempts - 1] ?? LONGEST_PAUSE) : 0;
}

/** From the station's own printer to its backup, and from there back again. */
async function otherPrinter(manager: EntityManager, job: PrintJobRow): Promise<string> {
  const { station } = await manager.findOneByOrFail(TicketEntity, { id: job.ticketId });
  if (job.printer !== station) return station;
  return (await stationOf(manager, station))?.backup ?? station;
}

async function stationOf(manager: EntityManager, id: string): Promise<Station | undefined> {
  const row = await manager.findOneBy(MenuThingEntity, { kind: 'stations', id });
  return row?.body as Station | undefined;
}

async function bytesFor(manager: EntityManager, job: PrintJobRow): Promise<Uint8Array | undefined> {
  const ticket = await manager.findOneBy(TicketEntity, { id: job.ticketId });
  if (!ticket) return undefined;
  const order = await manager.findOneByOrFail(OrderEntity, { id: ticket.orderId });
  const [home, at] = [await stationOf(manager, ticket.station), await stationOf(manager, job.printer)];
  const columns = at?.columns ?? USUAL_COLUMNS;
  const marks = [
    ...(job.copy > 0 ? ['REPRINT'] : []),
    ...(job.doubtful ? ['MAY BE HERE TWICE'] : []),
    ...(job.printer === ticket.station ? [] : [`FOR ${home?.name ?? ticket.station}`]),
  ];
  return escposBytes(ticketPaper(ticket.body, { ...headOf(order), station: home?.name ?? ticket.station, marks }, columns), columns);
}
