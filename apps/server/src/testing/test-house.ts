import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { checkMenu, type FindingReport, findingReport, type House, type Menu } from '@hearty-ladle/core';
import { clock, now } from '@hearty-ladle/node-runtime';
import { Client } from 'pg';
import { afterAll, beforeAll, inject } from 'vitest';
import { newApp } from '../app.ts';
import type { Config } from '../config.ts';
import { newDataSource } from '../db/data-source.ts';
import { HouseSettings } from '../db/house-settings.ts';
import { publishEverywhere } from '../db/edition-store.ts';
import { currentRevision, replaceMenu } from '../db/menu-store.ts';
import { loadHouse } from '../demo/load-house.ts';
import { SimulatedPrinters } from '../devices/simulated-printers.ts';
import { LineChecks } from '../jobs/line-checks.ts';
import { newServices } from '../services.ts';
import { signInEverybody } from './signed-in.ts';

const demo = JSON.parse(readFileSync(new URL('../../../../demo/small-house.json', import.meta.url), 'utf8')) as Menu;

/** A database of its own with the demo in it, and any number of applications on it. */
export async function openHouse({ hasQuickChecks = false } = {}) {
  const template = inject('templateUrl');
  const name = `house_${randomUUID().replaceAll('-', '')}`;
  await asAdmin(`CREATE DATABASE "${name}" TEMPLATE template OWNER ${new URL(template).username}`);
  const url = template.replace(/\/template$/, `/${name}`);
  const database = newDataSource(url);
  await database.initialize();
  await database.transaction(async (manager) => {
    await replaceMenu(manager, demo);
    const revision = await currentRevision(manager);
    await publishEverywhere(manager, demo, { name: 'First', by: 'test', at: now(), revision });
  });
  await database.query(`UPDATE house SET body = '{"rates":{"shop":100000,"device":100000,"workbench":100000}}'`);
  const closers: (() => Promise<void>)[] = [];

  /** A server with its own cache and live connection, like a separate process. */
  const openServer = async (more: Partial<Config> = {}) => {
    const config = {
      host: '127.0.0.1',
      port: 0,
      databaseUrl: url,
      pages: '/nowhere',
      logs: false,
      checkResponses: true,
      demoSignIn: true,
      publicUrl: undefined,
      trustProxy: [],
      allowedHosts: [],
      ...more,
    };
    // In a thread from sources, a check takes seconds to start.
    const services = {
      ...(await newServices(config, database)),
      ...(hasQuickChecks && { lineChecks: new QuickChecks() }),
    };
    const app = newApp(config, services);
    const server = createServer(app.express);
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
    closers.push(async () => {
      await services.live.stop();
      server.closeAllConnections();
      server.close();
      await services.printing.stop();
      await services.stop();
    });
    const address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
    if (config.demoSignIn) await signInEverybody(address);
    return { address, routes: app.routes };
  };

  /** Changes some of the house's live settings. */
  const changeHouse = async (change: (house: House) => House) => {
    const settings = new HouseSettings();
    const { version, house } = await settings.read(database.manager);
    await settings.write(database, change(house), version);
  };

  /** Loads the demo's menu, orders and stock. The count is how many orders are tried. */
  const loadDemo = async (count: number) => {
    const patient = await newDataSource(url, { isPatient: true }).initialize();
    try {
      await patient.transaction((manager) => loadHouse(manager, count));
    } finally {
      await patient.destroy();
    }
  };

  /** Simulated printers for every station, in this process. */
  const openPrinters = async () => {
    const printers = new SimulatedPrinters(database, url);
    await printers.start();
    closers.push(() => printers.stop());
  };

  const close = async () => {
    for (const one of closers) await one();
    await database.destroy();
    await asAdmin(`DROP DATABASE "${name}" WITH (FORCE)`);
  };
  return { url, database, openServer, openPrinters, changeHouse, loadDemo, close };
}

export type TestHouse = Awaited<ReturnType<typeof openHouse>>;

/** A house with two servers, opened before the tests of a file and closed after them. */
export function useTwoServers(
  opened: (at: { house: TestHouse; one: string; other: string }) => void,
  options: { readonly hasQuickChecks?: boolean } = {},
): void {
  let house: TestHouse;
  beforeAll(async () => {
    house = await openHouse(options);
    opened({ house, one: (await house.openServer()).address, other: (await house.openServer()).address });
  });
  afterAll(() => house.close());
}

/** Line checks without a thread. */
class QuickChecks extends LineChecks {
  override run(menu: Menu): Promise<FindingReport[]> {
    return Promise.resolve(checkMenu(menu, {}, clock).map(findingReport));
  }
}

async function asAdmin(sql: string): Promise<void> {
  const client = new Client({ connectionString: inject('adminUrl') });
  await client.connect();
  await client.query(sql);
  await client.end();
}
