import type { ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type FullConfig, request } from '@playwright/test';
import { ensurePostgres } from '../../scripts/lib/packages.mjs';
import { ensureDatabase, freePort, startPostgres } from '../../scripts/lib/postgres.mjs';
import { keep, run, stopAll } from '../../scripts/lib/run.mjs';
import { PEOPLE } from './house.ts';

/** As many houses as there are workers, each the built application with the demo in a database of its own. */
export default async function openHouses({ workers }: FullConfig): Promise<() => Promise<void>> {
  const folder = mkdtempSync(join(tmpdir(), 'hearty-ladle-journeys-'));
  const bin = ensurePostgres();
  const postgres = await startPostgres(bin, folder);
  const houses = await Promise.all(
    Array.from({ length: workers }, async (_, index) => {
      const database = `house_${index}`;
      ensureDatabase(bin, postgres, database);
      return openHouse(index, postgres.url(database));
    }),
  );
  return async () => {
    await stopAll(houses.flat());
    postgres.stop();
    rmSync(folder, { recursive: true, force: true });
  };
}

async function openHouse(index: number, database: string): Promise<ChildProcess[]> {
  const port = String(await freePort());
  const env = { DATABASE_URL: database, PORT: port, HOST: '127.0.0.1', CHECK_RESPONSES: 'on', DEMO_SIGN_IN: 'on' };
  run('node', ['apps/server/dist/load-demo.js', 'demo/small-house.json'], { env });
  const server = keep('node', ['apps/server/dist/main.js'], { env });
  const printers = keep('node', ['apps/server/dist/devices/main.js'], { env });
  const address = `http://127.0.0.1:${port}`;
  process.env[`HOUSE_${index}`] = address;
  process.env[`HOUSE_${index}_DATABASE`] = database;
  await untilOpen(`${address}/api/ready`);
  for (const [who, name] of Object.entries(PEOPLE))
    process.env[`HOUSE_${index}_${who}`] = JSON.stringify(await signedIn(address, name));
  return [server, printers];
}

async function untilOpen(url: string): Promise<void> {
  for (let tries = 0; tries < 100; tries++) {
    const isOpen = await fetch(url).then(
      ({ ok }) => ok,
      () => false,
    );
    if (isOpen) return;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error(`nothing answers at ${url}`);
}

/** The browser state of one of the demo's people, signed in. */
async function signedIn(address: string, name: string) {
  const context = await request.newContext({ baseURL: address });
  const { demo } = (await (await context.get('/api/session')).json()) as { demo: { id: string; name: string }[] };
  const person = demo.find((one) => one.name === name);
  await context.post('/api/session/demo', { data: { person: person?.id } });
  const state = await context.storageState();
  await context.dispose();
  return state;
}
