import { ticketPaper, printerAt, stationOfPrinter } from '@hearty-ladle/core';
import { now } from '@hearty-ladle/node-runtime';
import { type DataSource, type EntityManager, In, LessThanOrEqual, Not } from 'typeorm';
import {
  OrderEntity,
  type OrderRow,
  PrinterEntity,
  PrintJobEntity,
  type PrintJobRow,
  TicketEntity,
} from '../db/entities.ts';
import { columnsPrinted, escposBytes, type PrintedBytes } from '../devices/escpos.ts';
import { type PrinterHealth, printOn, type PrintResult } from '../devices/printer-line.ts';
import { announce } from '../live/announce.ts';
import { log } from '../log.ts';
import { headOf } from './ticket-head.ts';
import { columnsOf, locationOf, stationOf } from './print-places.ts';
import { keepHealth } from './printer-health.ts';

/** Attempts at one printer before switching to the other. */
const TRIES = 3;
const PAUSES = [1, 2, 4, 8, 15];
const LONGEST_PAUSE = 20;
/** Attempts with an unknown outcome after which a person must look. */
const MAX_DOUBTS = 3;
/** With the longest pauses, about twenty minutes of a printer that is not ready. */
const MAX_ATTEMPTS = 60;

/** Seconds to wait while another process is using the printer. */
export const WHILE_OTHERS_PRINT = 1;

/** A printer that has work after a delay in seconds. */
export interface Turn {
  readonly printer: string;
  readonly seconds: number;
}

/**
 * Tries to print one ticket. A ticket whose last attempt has an unknown outcome is printed again, marked as a possible
 * duplicate. If the printer fails, everything due at it is postponed or moved to its backup. Returns where to continue
 * and when. Attempts are limited.
 */
export async function printJob(database: DataSource, job: PrintJobRow): Promise<readonly Turn[]> {
  const { manager } = database;
  const address = await manager.findOneBy(PrinterEntity, { id: job.printer });
  const sent = asFound(job);
  if (sent.doubts >= MAX_DOUBTS) return stop(manager, sent, sent.fault ?? 'stalled');
  if (!address) return failed(database, sent, { result: 'refused', health: 'away' });
  let printed: PrintedBytes | undefined;
  try {
    printed = await bytesFor(manager, sent);
  } catch (error) {
    log.error({ err: error, job: job.id }, 'a ticket can’t be printed');
    return stop(manager, sent, 'unprintable');
  }
  if (!printed) return stop(manager, sent, 'unprintable');
  // A process that lost its database lock may still be working on this job, so it is claimed only in the state it was
  // read in.
  const found = { id: job.id, state: job.state, doubts: job.doubts, attempts: job.attempts, printer: job.printer };
  const { affected } = await manager.update(PrintJobEntity, found, {
    state: 'sending',
    doubtful: sent.doubtful,
    doubts: sent.doubts,
  });
  if (!affected) return [{ printer: job.printer, seconds: WHILE_OTHERS_PRINT }];
  const result = await printOn(address, printed.bytes, printed.heightDots);
  if (result.result !== 'printed') return failed(database, sent, result);
  await manager.transaction(async (settling) => {
    await settling.update(PrintJobEntity, { id: job.id }, { state: 'printed', printedAt: now(), fault: null });
    await announce(settling, { type: 'tickets' });
    await keepHealth(settling, job.printer, 'ok');
  });
  return [];
}

/** A job left in `sending` by a process that died may already be on paper. */
function asFound(job: PrintJobRow): PrintJobRow {
  return job.state === 'sending' ? { ...job, doubtful: true, doubts: job.doubts + 1 } : job;
}

/** Gives up on a ticket; the pass shows it until somebody reprints it. */
async function stop(manager: EntityManager, job: PrintJobRow, fault: string): Promise<[]> {
  await manager.update(
    PrintJobEntity,
    { id: job.id },
    { state: 'stopped', fault, doubtful: job.doubtful, doubts: job.doubts },
  );
  await announce(manager, { type: 'tickets' });
  return [];
}

type Failure = Exclude<PrintResult, { result: 'printed' }>;

/** The printer failed: postpones what is due at it, or moves it to the other printer. */
async function failed(database: DataSource, job: PrintJobRow, { result, health }: Failure): Promise<Turn[]> {
  const isDoubtful = result === 'unknown';
  const tried = { ...job, doubtful: job.doubtful || isDoubtful, doubts: job.doubts + (isDoubtful ? 1 : 0) };
  return database.transaction(async (manager) => {
    await keepHealth(manager, job.printer, health);
    const others = await manager.find(PrintJobEntity, {
      where: {
        id: Not(job.id),
        printer: job.printer,
        state: Not(In(['printed', 'stopped'])),
        dueAt: LessThanOrEqual(now()),
      },
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

/** After a failed attempt: the same printer after a pause, or the other one when it had its attempts. */
async function turnTo(manager: EntityManager, job: PrintJobRow, fault: PrinterHealth): Promise<Turn | undefined> {
  const attempts = job.attempts + 1;
  if (job.doubts >= MAX_DOUBTS || attempts >= MAX_ATTEMPTS) {
    await stop(manager, { ...job, attempts }, fault);
    return undefined;
  }
  const printer = attempts % TRIES === 0 ? await otherPrinter(manager, job) : job.printer;
  const seconds = printer === job.printer ? (PAUSES[attempts - 1] ?? LONGEST_PAUSE) : 0;
  const dueAt = new Date(now().getTime() + seconds * 1_000);
  await manager.update(
    PrintJobEntity,
    { id: job.id },
    { state: 'waiting', attempts, fault, printer, dueAt, doubtful: job.doubtful, doubts: job.doubts },
  );
  return { printer, seconds };
}

/** Switches between the printer of the ticket's own station and that of its backup, at the same location. */
async function otherPrinter(manager: EntityManager, job: PrintJobRow): Promise<string> {
  const { station, orderId } = await manager.findOneByOrFail(TicketEntity, { id: job.ticketId });
  const { request } = await manager.findOneByOrFail(OrderEntity, { id: orderId });
  const own = printerAt(request.location, station);
  if (job.printer !== own) return own;
  const backup = (await stationOf(manager, station))?.backup;
  return backup === undefined ? own : printerAt(request.location, backup);
}

/** The time zone of the order's location; undefined if it has none. */
async function timeZoneOf(manager: EntityManager, { request }: OrderRow): Promise<string | undefined> {
  return (await locationOf(manager, request.location ?? request.lines[0]?.location))?.timeZone;
}

async function amountWords(manager: EntityManager): Promise<ReadonlySet<string>> {
  const rows = (await manager.query(`SELECT DISTINCT amount ->> 'word' AS word FROM menu_thing,
    jsonb_array_elements(body -> 'amounts') AS amount WHERE kind = 'groups'`)) as { word: string }[];
  return new Set(rows.map(({ word }) => word));
}

async function bytesFor(manager: EntityManager, job: PrintJobRow): Promise<PrintedBytes | undefined> {
  const ticket = await manager.findOneBy(TicketEntity, { id: job.ticketId });
  if (!ticket) return undefined;
  const order = await manager.findOneByOrFail(OrderEntity, { id: ticket.orderId });
  const printsAt = stationOfPrinter(job.printer);
  const [home, at] = [await stationOf(manager, ticket.station), await stationOf(manager, printsAt)];
  const columns = columnsOf(at);
  const marks = [
    ...(job.copy > 0 ? ['REPRINT'] : []),
    ...(job.doubtful ? ['MAY BE HERE TWICE'] : []),
    ...(printsAt === ticket.station ? [] : [`FOR ${home?.name ?? ticket.station}`]),
  ];
  const head = {
    ...headOf(order, await timeZoneOf(manager, order)),
    station: home?.name ?? ticket.station,
    marks,
    amountWords: await amountWords(manager),
  };
  return escposBytes(ticketPaper(ticket.body, head, columnsPrinted(columns)), columns);
}
