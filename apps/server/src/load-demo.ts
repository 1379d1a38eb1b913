import { readFileSync } from 'node:fs';
import { faultMessage, localMinute, type Menu } from '@hearty-ladle/core';
import { now } from '@hearty-ladle/node-runtime';
import { parseMenuDocument } from '@hearty-ladle/core/validation';
import { connectWithPatience, newDataSource } from './db/data-source.ts';
import {
  JournalEntity,
  OrderEntity,
  ParkedOrderEntity,
  SimPaperEntity,
  STOCK_ENTITIES,
  TicketEntity,
} from './db/entities.ts';
import { SoldMenuEntity } from './db/sold-entities.ts';
import { currentRevision, loadMenu, replaceMenu } from './db/menu-store.ts';
import { runMigrations } from './db/run-migrations.ts';
import { stockDemo } from './stock-demo.ts';
import { announce } from './live/announce.ts';

/** Loads a menu into a database if there is none, or replaces everything with `--replace`. */
async function loadDemo(file: string, url: string, replace: boolean): Promise<void> {
  const parsed = parseMenuDocument(JSON.parse(readFileSync(file, 'utf8')));
  if (!parsed.ok) throw new Error(parsed.faults.map((fault) => `${fault.path}: ${faultMessage(fault)}`).join('\n'));
  const database = newDataSource(url);
  await connectWithPatience(database);
  await runMigrations(database);
  await database.transaction(async (manager) => {
    if (!replace && (await loadMenu(manager))) return;
    await manager.createQueryBuilder().delete().from(TicketEntity).execute();
    await manager.createQueryBuilder().delete().from(OrderEntity).execute();
    await manager.clear(SoldMenuEntity);
    await manager.clear(JournalEntity);
    await manager.clear(SimPaperEntity);
    await manager.clear(ParkedOrderEntity);
    for (const { options } of STOCK_ENTITIES) await manager.query(`TRUNCATE "${options.name}"`);
    await manager.query(`ALTER SEQUENCE orders_number_seq RESTART WITH 1`);
    await replaceMenu(manager, withSalesOn(parsed.value));
    await stockDemo(manager);
    await announce(manager, { type: 'pantry' });
    await announce(manager, { type: 'menu', revision: await currentRevision(manager) });
    await announce(manager, { type: 'tickets' });
  });
  await database.destroy();
}

/** The menu with its sales moved by whole days, so that the demo always has one on. */
function withSalesOn<M extends Menu>(menu: M): M {
  const today = Date.parse(localMinute(now(), undefined).slice(0, 10));
  const items = menu.items.map((item) => {
    if (!item.sale) return item;
    const by = today - Date.parse(item.sale.from);
    const moved = (day: string) => new Date(Date.parse(day) + by).toISOString().slice(0, 10);
    return { ...item, sale: { ...item.sale, from: moved(item.sale.from), until: moved(item.sale.until) } };
  });
  return { ...menu, items };
}

const [file = '', mode] = process.argv.slice(2);
try {
  await loadDemo(file, process.env['DATABASE_URL'] ?? '', mode === '--replace');
} catch (error) {
  process.stderr.write(`${error instanceof Error && error.message ? error.message : 'it does not answer'}\n`);
  process.exitCode = 1;
}
