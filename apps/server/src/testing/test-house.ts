import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { Menu } from '@hearty-ladle/core';
import { Client } from 'pg';
import { afterAll, beforeAll, inject } from 'vitest';
import { newApp } from '../app.ts';
import { newDataSource } from '../db/data-source.ts';
import { MenuCache } from '../db/menu-cache.ts';
import { replaceMenu } from '../db/menu-store.ts';
import { PlayedPrinters } from '../devices/play-printers.ts';
import { PrintQueue } from '../jobs/print-queue.ts';
import { LiveEvents } from '../live/live-events.ts';

const demo = JSON.parse(readFileSync(new URL('../../../../demo/menu.json', import.meta.url), 'utf8')) as Menu;

/** A database of its own with the demo in it, and as many server processes' worth of application as are asked for. */
export async function openHouse() {
  const template = inject('templateUrl');
  const name = `house_${randomUUID().replaceAll('-', '')}`;
  await onServer(template, `CREATE DATABASE "${name}" TEMPLATE template`);
  const url = template.replace(/\/template$/, `/${name}`);
  const database = newDataSource(url);
  await database.initialize();
  await database.transaction((manager) => replaceMenu(manager, demo));
  const closers: (() => Promise<void>)[] = [];

  /** A server with its own cache and its own ear for live events, as a process of its own would have. */
  const openServer = async (rateLimit = 100_000) => {
    const live = new LiveEvents(url);
    await live.start();
    const printing = new PrintQueue(database, url);
    await printing.start();
    const config = { host: '127.0.0.1', port: 0, databaseUrl: url, pages: '/nowhere', logs: false, tillPin: '2468', rateLimit };
    const server = createServer(newApp(config, { database, cache: new MenuCache(), live, printing, tillPin: '2468' }));
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
    closers.push(async () => {
      server.closeAllConnections();
      server.close();
      await live.stop();
      await printing.stop();
    });
    return `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  };

  /** Printers for every station, played in this process. */
  const openPrinters = async () => {
    const printers = new PlayedPrinters(database, url);
    await printers.start();
    closers.push(() => printers.stop());
  };

  const close = async () => {
    for (const one of closers) await one();
    await database.destroy();
    await onServer(template, `DROP DATABASE "${name}" WITH (FORCE)`);
  };
  return { database, openServer, openPrinters, close };
}

export type House = Awaited<ReturnType<typeof openHouse>>;

/** A house with two servers, opened before the tests of a file and closed after them. */
export function useTwoServers(opened: (at: { house: House; one: string; other: string }) => void): void {
  let house: House;
  beforeAll(async () => {
    house = await openHouse();
    opened({ house, one: await house.openServer(), other: await house.openServer() });
  });
  afterAll(() => house.close());
}

async function onServer(url: string, sql: string): Promise<void> {
  const client = new Client({ connectionString: url.replace(/\/template$/, '/postgres') });
  await client.connect();
  await client.query(sql);
  await client.end();
}
