import type { DataSource } from 'typeorm';
import { PrinterEntity, type PrinterRow, SimPaperEntity, type SimPaperRow, SimPrinterEntity } from '../db/entities.ts';

const PAPERS = 30;

/** All printers; `mode` is the behaviour of a simulated one, null for a real one. */
export async function printersInHouse(database: DataSource): Promise<(PrinterRow & { mode: string | null })[]> {
  const [printers, simulated] = [await database.manager.find(PrinterEntity), await database.manager.find(SimPrinterEntity)];
  return printers.map((printer) => ({ ...printer, mode: simulated.find(({ station }) => station === printer.station)?.mode ?? null }));
}

/** The latest papers of a simulated printer, newest first. */
export async function papersOf(database: DataSource, station: string): Promise<SimPaperRow[]> {
  return database.manager.find(SimPaperEntity, { where: { station }, order: { id: 'DESC' }, take: PAPERS });
}
