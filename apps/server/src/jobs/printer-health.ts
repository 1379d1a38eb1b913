import { now } from '@hearty-ladle/node-runtime';
import { type EntityManager, Not } from 'typeorm';
import { PrinterEntity } from '../db/entities.ts';
import type { PrinterHealth } from '../devices/printer-line.ts';
import { announce } from '../live/announce.ts';

/** Stores a printer's health, and notifies pages if it changed. */
export async function keepHealth(manager: EntityManager, printer: string, health: PrinterHealth): Promise<void> {
  const { affected } = await manager.update(
    PrinterEntity,
    { id: printer, health: Not(health) },
    { health, since: now() },
  );
  if (affected) await announce(manager, { type: 'printers' });
}
