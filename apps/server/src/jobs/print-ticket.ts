import { type Location, type Station, ticketPaper } from '@hearty-ladle/core';
import { type DataSource, type EntityManager, In, Not } from 'typeorm';
import { MenuThingEntity, OrderEntity, type OrderRow, PrinterEntity, PrintJobEntity, type PrintJobRow, TicketEntity } from '../db/entities.ts';
import { escposBytes } from '../devices/escpos.ts';
import { type PrinterHealth, printOn, type PrintResult } from '../devices/printer-line.ts';
import { announce } from '../live/announce.ts';
import { headOf } from './ticket-head.ts';
import { keepHealth } from './printer-health.ts';

const USUAL_COLUMNS = 32;
/** So many tries at one printer, then the other one's turn. */
const TRIES = 3;
const PAUSES = [1, 2, 4, 8, 15];
const LONGEST_PAUSE = 20;
/** While another process speaks to the printer. */
const WHILE_OTHERS_PRINT = 1;

/** Print jobs that are to be tried again, with the pause before it in seconds. */
export type TryAgain = ReadonlyMap<string, number>;

/**
 * Tries to put tickets on paper: the printers side by side, each its tickets one after another. A ticket whose last
 * try nobody knows the end of is printed again, and says so. Once a printer has failed, the rest of its tickets wait
 * without being tried.
 */
export async function printTickets(database: DataSource, ids: readonly string[]): Promise<TryAgain> {
  const jobs = await database.manager.find(PrintJobEntity, { where: { id: In([...ids]), state: Not('printed') }, order: { createdAt: 'ASC' } });
  const again = new Map<string, number>();
  const printers = [...new Set(jobs.map(({ printer }) => printer))];
  await Promise.all(printers.map((printer) => printAt(database, printer, jobs.filter((job) => job.printer === printer), again)));
  return again;
}

/** One process at a time speaks to a printer; the lock goes with the process that dies. */
async function printAt(database: DataSource, station: string, jobs: readonly PrintJobRow[], again: Map<string, number>): Promise<void> {
  const runner = database.createQueryRunner();
  const lock = `printer ${station}`;
  try {
    const [{ locked }] = (await runner.query('SELECT pg_try_advisory_lock(hashtextextended($1, 2)) AS locked', [lock])) as [{ locked: boolean }];
    if (!locked) return jobs.forEach(({ id }) => again.set(id, WHILE_OTHERS_PRINT));
    let fault: PrinterHealth | undefined;
    for (const { id } of jobs) {
      // Another process may have printed it, or sent it elsewhere, since it was read.
      const job = await runner.manager.findOneBy(PrintJobEntity, { id, printer: station, state: Not('printed') });
      if (!job) continue;
      const result = fault === undefined ? await tryPrinter(runner.manager, job) : ({ result: 'refused', health: fault } as const);
      if (result.result !== 'printed' && fault === undefined) await keepHealth(database, station, (fault = result.health));
      const pause = await settle(runner.manager, job, result);
      if (pause !== undefined) again.set(id, pause);
    }
    if (fault === undefined) await keepHealth(database, station, 'ok');
  } finally {
    await runner.query('SELECT pg_advisory_unlock(hashtextextended($1, 2))', [lock]).catch(() => undefined);
    await runner.release();
  }
}

async function tryPrinter(manager: EntityManager, job: PrintJobRow): Promise<PrintResult> {
  const printer = await manager.findOneBy(PrinterEntity, { station: job.printer });
  if (!printer) return { result: 'refused', health: 'away' };
  const doubtful = isDoubtful(job);
  const bytes = await bytesFor(manager, { ...job, doubtful });
  if (!bytes) return { result: 'printed' };
  await manager.update(PrintJobEntity, { id: job.id }, { state: 'sending', doubtful });
  return printOn(printer, bytes);
}

/** A job that was left in the middle of sending may be on paper already. */
function isDoubtful({ doubtful, state }: PrintJobRow): boolean {
  return doubtful || state === 'sending';
}

async function settle(manager: EntityManager, job: PrintJobRow, result: PrintResult): Promise<number | undefined> {
  if (result.result !== 'printed') {
    return turnTo(manager, { ...job, doubtful: isDoubtful(job) || result.result === 'unknown' }, result.health);
  }
  await manager.update(PrintJobEntity, { id: job.id }, { state: 'printed', printedAt: new Date(), fault: null });
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

/** The time zone of the place that an order is for; undefined where it names none, or one of no zone of its own. */
async function timeZoneOf(manager: EntityManager, { request }: OrderRow): Promise<string | undefined> {
  const id = request.location ?? request.lines[0]?.location;
  const row = id === undefined ? null : await manager.findOneBy(MenuThingEntity, { kind: 'locations', id });
  return (row?.body as Location | undefined)?.timeZone;
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
  return escposBytes(ticketPaper(ticket.body, { ...headOf(order, await timeZoneOf(manager, order)), station: home?.name ?? ticket.station, marks }, columns), columns);
}
