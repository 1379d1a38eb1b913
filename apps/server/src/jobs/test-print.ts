import { type TestPrint, testPaper } from '@hearty-ladle/core';
import { now } from '@hearty-ladle/node-runtime';
import type { DataSource } from 'typeorm';
import { PrinterEntity } from '../db/entities.ts';
import { columnsPrinted, escposBytes } from '../devices/escpos.ts';
import { printOn } from '../devices/printer-line.ts';
import { columnsOf, locationOf, stationOf } from './print-places.ts';
import { keepHealth } from './printer-health.ts';
import { localTime } from './ticket-head.ts';

/** Prints a test on a printer that nobody else uses meanwhile. Undefined if there is no such printer. */
export async function printTest(database: DataSource, id: string): Promise<TestPrint | undefined> {
  const { manager } = database;
  const printer = await manager.findOneBy(PrinterEntity, { id });
  if (!printer) return undefined;
  const station = await stationOf(manager, printer.station);
  const location = await locationOf(manager, printer.location ?? undefined);
  const columns = columnsOf(station);
  const paper = testPaper(
    {
      station: station?.name ?? printer.station,
      ...(location && { location: location.name }),
      time: localTime(now(), location?.timeZone),
    },
    columnsPrinted(columns),
  );
  const { bytes, heightDots } = await escposBytes(paper, columns);
  const printed = await printOn(printer, bytes, heightDots);
  await keepHealth(manager, id, printed.result === 'printed' ? 'ok' : printed.health);
  return printed;
}
