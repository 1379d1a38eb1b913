import { PRINTER_MODES, type PaperOut, type Printer } from '@hearty-ladle/core';
import type { DataSource } from 'typeorm';
import { PrinterEntity, SimPaperEntity, SimPrinterEntity } from '../db/entities.ts';

const PAPERS = 30;

/** All printers; `mode` is the behaviour of a simulated one, null for a real one. */
export async function printersInHouse(database: DataSource): Promise<Printer[]> {
  const [printers, simulated] = [
    await database.manager.find(PrinterEntity),
    await database.manager.find(SimPrinterEntity),
  ];
  const modes = new Map(simulated.map(({ printer, mode }) => [printer, PRINTER_MODES.find((known) => known === mode)]));
  return printers.map(({ since, health, location, ...printer }) => ({
    ...printer,
    ...(location !== null && { location }),
    health: health as Printer['health'],
    since: since.toISOString(),
    mode: modes.get(printer.id) ?? null,
  }));
}

/** The latest papers of a simulated printer, newest first. */
export async function papersOf(database: DataSource, printer: string): Promise<PaperOut[]> {
  const rows = await database.manager.find(SimPaperEntity, { where: { printer }, order: { id: 'DESC' }, take: PAPERS });
  return rows.map(({ printedAt, ...paper }) => ({ ...paper, printedAt: printedAt.toISOString() }));
}
