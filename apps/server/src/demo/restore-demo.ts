import type { Menu } from '@hearty-ladle/core';
import { now } from '@hearty-ladle/node-runtime';
import type { DataSource, EntityManager } from 'typeorm';
import {
  JournalEntity,
  OrderEntity,
  ParkedOrderEntity,
  PictureEntity,
  SimPaperEntity,
  STOCK_ENTITIES,
  TicketEntity,
} from '../db/entities.ts';
import { publishEverywhere } from '../db/edition-store.ts';
import { currentRevision, loadMenu, replaceMenu } from '../db/menu-store.ts';
import { clearSold } from '../db/sold-rows.ts';
import { NOT_SIMULATED } from '../db/simulated-places.ts';
import { announce } from '../live/announce.ts';
import { EMPTY_HOUSE } from './empty-house.ts';
import { loadHouse } from './load-house.ts';
import { storeDemoPeople } from './people.ts';
import { withSalesOn } from './sales.ts';
import { storeShelves } from './shelves.ts';
import { storeSmallStock } from './small-stock.ts';

/** What is loaded: the demo, a house without dishes, or a menu with a small pantry. */
export type DemoContent = 'demo' | 'empty' | Menu;

/**
 * Loads the demo into a database that has no menu, or where `replace` is true in place of everything. The demo's people
 * are added, and everybody else who is known stays.
 */
export async function restoreDemo(database: DataSource, content: DemoContent, replace: boolean): Promise<void> {
  await database.transaction(async (manager) => {
    if (!replace && (await loadMenu(manager))) return;
    await clear(manager);
    if (content === 'empty') await replaceMenu(manager, EMPTY_HOUSE);
    else if (content === 'demo') await loadHouse(manager);
    else await loadSmallHouse(manager, content);
    if (content !== 'empty') await storeDemoPeople(manager);
    await announce(manager, { type: 'pantry' });
    await announce(manager, { type: 'menu', revision: await currentRevision(manager) });
    await announce(manager, { type: 'editions' });
    await announce(manager, { type: 'tickets' });
    await announce(manager, { type: 'printers' });
  });
}

async function clear(manager: EntityManager): Promise<void> {
  await clearSold(manager);
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
