import { type Location, type Station, ticketPaper } from '@hearty-ladle/core';
import { type DataSource, type EntityManager, In, LessThanOrEqual, Not } from 'typeorm';
import { MenuThingEntity, OrderEntity, type OrderRow, PrinterEntity, PrintJobEntity, type PrintJobRow, TicketEntity } from '../db/entities.ts';
import { columnsPrinted, escposBytes, type PrintedBytes } from '../devices/escpos.ts';
import { type PrinterHealth, printOn, type PrintResult } from '../devices/printer-line.ts';
import { announce } from '../live/announce.ts';
import { log } from '../log.ts';
import { headOf } from './ticket-head.ts';
import { keepHealth } from './printer-health.ts';

const USUAL_COLUMNS = 32;
/** So many tries at one printer, then the other one's turn. */
const TRIES = 3;
const PAUSES = [1, 2, 4, 8, 15];
const LONGEST_PAUSE = 20;
/** Tries after which nobody knows what is on paper: then a person must look. */
const MOST_DOUBTS = 3;
/** With the longest pause some twenty minutes of a printer that is not ready. */
const MOST_ATTEMPTS = 60;

/** While another process speaks to the printer, in seconds. */
export const WHILE_OTHERS_PRINT = 1;

/** A printer that has something to do in so many seconds. */
export interface Turn {
  readonly printer: string;
  readonly seconds: number;
}

/**
 * Tries to put one ticket on paper. A ticket whose last try nobody knows the end of is printed again, and says so.
 * When the printer fails, everything that is due at it waits, or turns to its backup, without being tried; the answer
 * says when to go on where. Nothing is tried without end.
 */
export async function printJob(database: DataSource, job: PrintJobRow): Promise<readonly Turn[]> {
  const { manager } = database;
  const address = await manager.findOneBy(PrinterEntity, { station: job.printer });
  const sent = asFound(job);
  if (sent.doubts >= MOST_DOUBTS) return stop(manager, sent, sent.fault ?? 'stalled');
  if (!address) return failed(database, sent, { result: 'refused', health: 'away' });
  let printed: PrintedBytes | undefined;
  try {
    printed = await bytesFor(manager, sent);
  } catch (error) {
    log.error({ err: error, job: job.id }, 'a ticket can’t be printed');
    return stop(manager, sent, 'unprintable');
  }
  if (!printed) return stop(manager, sent, 'unprintable');
  // A process that lost its lock with the database may still be at this job: only one of them takes it as it was found.
  const found = { id: job.id, state: job.state, doubts: job.doubts, attempts: job.attempts, printer: job.printer };
  const { affected } = await manager.update(PrintJobEntity, found, { state: 'sending', doubtful: sent.doubtful, doubts: sent.doubts });
  if (!affected) return [{ printer: job.printer, seconds: WHILE_OTHERS_PRINT }];
  const result = await printOn(address, printed.bytes, printed.heightDots);
  if (result.result !== 'printed') return failed(database, sent, result);
  await manager.transaction(async (settling) => {
    await settling.update(PrintJobEntity, { id: job.id }, { state: 'printed', printedAt: new Date(), fault: null });
    await announce(settling, { type: 'tickets' });
    await keepHealth(settling, job.printer, 'ok');
  });
  return [];
}

/** A job that was left in the middle of sending, by a process that died, may be on paper already. */
function asFound(job: PrintJobRow): PrintJobRow {
  return job.state === 'sending' ? { ...job, doubtful: true, doubts: job.doubts + 1 } : job;
}

/** Gives a ticket up, visibly: the pass shows it until it is printed again. */
async function stop(manager: EntityManager, job: PrintJobRow, fault: string): Promise<[]> {
  await manager.update(PrintJobEntity, { id: job.id }, { state: 'stopped', fault, doubtful: job.doubtful, doubts: job.doubts });
  await announce(manager, { type: 'tickets' });
  return [];
}

type Failure = Exclude<PrintResult, { result: 'printed' }>;

/** The printer failed: what is due at it is tried later, or at the other printer. */
async function failed(database: DataSource, job: PrintJobRow, { result, health }: Failure): Promise<Turn[]> {
  const isDoubtful = result === 'unknown';
  const tried = { ...job, doubtful: job.doubtful || isDoubtful, doubts: job.doubts + (isDoubtful ? 1 : 0) };
  return database.transaction(async (manager) => {
    await keepHealth(manager, job.printer, health);
    const others = await manager.find(PrintJobEntity, {
      where: { id: Not(job.id), printer: job.printer, state: Not(In(['printed', 'stopped'])), dueAt: LessThanOrEqual(new Date()) },
    });
    const turns = new Map<string, number>();
    for (const one of [tried, ...others.map(asFound)]) {
      const turn = await turnTo(manager, one, health);
      if (turn) turns.set(turn.printer, Math.min(turn.seconds, turns.get(turn.printer) ?? Infinity));
    }
    await announce(manager, { type: 'tickets' });
    return [...turns].map(([printer, seconds]) => ({ printer, seconds }));
  });
}

/** After a try that failed: the same printer after a pause, or, when it had its tries, the other one. */
async function turnTo(manager: EntityManager, job: PrintJobRow, fault: PrinterHealth): Promise<Turn | undefined> {
  const attempts = job.attempts + 1;
  if (job.doubts >= MOST_DOUBTS || attempts >= MOST_ATTEMPTS) {
    await stop(manager, { ...job, attempts }, fault);
    return undefined;
  }
  const printer = attempts % TRIES === 0 ? await otherPrinter(manager, job) : job.printer;
  const seconds = printer === job.printer ? (PAUSES[attempts - 1] ?? LONGEST_PAUSE) : 0;
  const dueAt = new Date(Date.now() + seconds * 1_000);
  await manager.update(PrintJobEntity, { id: job.id }, { state: 'waiting', attempts, fault, printer, dueAt, doubtful: job.doubtful, doubts: job.doubts });
  return { printer, seconds };
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

async function bytesFor(manager: EntityManager, job: PrintJobRow): Promise<PrintedBytes | undefined> {
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
  const head = { ...headOf(order, await timeZoneOf(manager, order)), station: home?.name ?? ticket.station, marks };
  return escposBytes(ticketPaper(ticket.body, head, columnsPrinted(columns)), columns);
}
