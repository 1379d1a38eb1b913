import { readFileSync } from 'node:fs';
import { faultMessage, type Menu } from '@hearty-ladle/core';
import { parseMenuDocument } from '@hearty-ladle/core/validation';
import { now } from '@hearty-ladle/node-runtime';
import type { EntityManager } from 'typeorm';
import { connectWithPatience, newDataSource } from './db/data-source.ts';
import {
  JournalEntity,
  OrderEntity,
  ParkedOrderEntity,
  PictureEntity,
  SimPaperEntity,
  STOCK_ENTITIES,
  TicketEntity,
} from './db/entities.ts';
import { currentRevision, loadMenu, replaceMenu } from './db/menu-store.ts';
import { publishEverywhere } from './db/edition-store.ts';
import { runMigrations } from './db/run-migrations.ts';
import { EMPTY_HOUSE } from './demo/empty-house.ts';
import { loadHouse } from './demo/load-house.ts';
import { storeDemoPeople } from './demo/people.ts';
import { withSalesOn } from './demo/sales.ts';
import { storeShelves } from './demo/shelves.ts';
import { storeSmallStock } from './demo/small-stock.ts';
import { NOT_SIMULATED } from './db/simulated-places.ts';
import { announce } from './live/announce.ts';

/**
 * Loads the demo into a database that has no menu, or with `--replace` in place of everything. With `--empty`, loads a
 * house without dishes instead; with a file, its menu and a small pantry. The demo's people
 * are added, and everybody else who is known stays.
 */
async function loadDemo(url: string, args: readonly string[]): Promise<void> {
  const file = args.find((arg) => !arg.startsWith('--'));
  const menu = file === undefined ? undefined : readMenu(file);
  const [replace, isEmpty] = [args.includes('--replace'), args.includes('--empty')];
  const database = newDataSource(url, { isPatient: true });
  await connectWithPatience(database);
  await runMigrations(database);
  await database.transaction(async (manager) => {
    if (!replace && (await loadMenu(manager))) return;
    await clear(manager);
    if (isEmpty) await replaceMenu(manager, EMPTY_HOUSE);
    else if (menu) await loadSmallHouse(manager, menu);
    else await loadHouse(manager);
    if (!isEmpty) await storeDemoPeople(manager);
    await announce(manager, { type: 'pantry' });
    await announce(manager, { type: 'menu', revision: await currentRevision(manager) });
    await announce(manager, { type: 'editions' });
    await announce(manager, { type: 'tickets' });
    await announce(manager, { type: 'printers' });
  });
  await database.destroy();
}

function readMenu(file: string): Menu {
  const parsed = parseMenuDocument(JSON.parse(readFileSync(file, 'utf8')));
  if (!parsed.ok) throw new Error(parsed.faults.map((fault) => `${fault.path}: ${faultMessage(fault)}`).join('\n'));
  return parsed.value;
}

async function clear(manager: EntityManager): Promise<void> {
  // Everything that refers to these goes with them.
  for (const { options } of [TicketEntity, OrderEntity]) await manager.query(`DELETE FROM "${options.name}"`);
  await manager.query('TRUNCATE edition CASCADE');
  await manager.query('TRUNCATE edition_part, showing');
  const others = [JournalEntity, SimPaperEntity, ParkedOrderEntity, PictureEntity, ...STOCK_ENTITIES];
  for (const { options } of others) await manager.query(`TRUNCATE "${options.name}"`);
  // Every station prints on its simulated printer again, and none of them is jammed.
  const elsewhere = 'SELECT "printer" FROM "sim_printer" WHERE "mode" = $1';
  await manager.query(`DELETE FROM "printer" WHERE "id" IN (${elsewhere})`, [NOT_SIMULATED]);
  await manager.query(`UPDATE "sim_printer" SET "mode" = 'ok'`);
  await manager.query(`ALTER SEQUENCE orders_number_seq RESTART WITH 1`);
}

async function loadSmallHouse(manager: EntityManager, menu: Menu): Promise<void> {
  const house = withSalesOn(menu);
  await replaceMenu(manager, house);
  const revision = await currentRevision(manager);
  await publishEverywhere(manager, house, { name: 'The small house', by: 'demo', at: now(), revision });
  await storeShelves(manager, menu);
  await storeSmallStock(manager);
}

try {
  await loadDemo(process.env['DATABASE_URL'] ?? '', process.argv.slice(2));
} catch (error) {
  process.stderr.write(`${error instanceof Error && error.message ? error.message : 'it does not answer'}\n`);
  process.exitCode = 1;
}
