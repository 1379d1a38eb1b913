import type { PrinterMode } from '@hearty-ladle/core';
import { type DataSource, Not } from 'typeorm';
import { SimPrinterEntity } from '../db/entities.ts';
import { NOT_SIMULATED } from '../db/simulated-places.ts';
import { announce } from '../live/announce.ts';

/** Sets how a simulated printer behaves. Returns false if none is simulated by this id. */
export async function setPrinterMode(database: DataSource, printer: string, mode: PrinterMode): Promise<boolean> {
  return database.transaction(async (manager) => {
    const { affected } = await manager.update(SimPrinterEntity, { printer, mode: Not(NOT_SIMULATED) }, { mode });
    if (affected) await announce(manager, { type: 'printers' });
    return Boolean(affected);
  });
}
