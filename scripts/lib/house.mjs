// A house of its own for benches and fault tests: PostgreSQL, the demo, a server and the played printers, on loopback.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { buildWhatChanged } from './build.mjs';
import { ensurePackages, ensurePostgres } from './packages.mjs';
import { ensureDatabase, freePort, startPostgres } from './postgres.mjs';
import { keep, run, stopAll } from './run.mjs';

export async function openHouse({ menu = 'demo/menu.json', env = {} } = {}) {
  ensurePackages();
  buildWhatChanged();
  const folder = mkdtempSync(join(tmpdir(), 'hearty-ladle-house-'));
  const bin = ensurePostgres();
  let postgres = await startPostgres(bin, folder);
  ensureDatabase(bin, postgres, 'house');
  const port = await freePort();
  const address = `http://127.0.0.1:${port}`;
  const { port: databasePort } = postgres;
  const settings = { DATABASE_URL: postgres.url('house'), PORT: String(port), HOST: '127.0.0.1', ...env };
  run('node', ['apps/server/dist/load-demo.js', menu], { env: settings });
  await allowManyRequests(settings.DATABASE_URL);
  const house = {
    bin, address, databaseUrl: settings.DATABASE_URL, server: undefined, printers: undefined,
    async startServer() {
      house.server = keep('node', ['apps/server/dist/main.js'], { env: settings });
      await house.untilOpen();
      return house.server;
    },
    startPrinters() {
      house.printers = keep('node', ['apps/server/dist/devices/main.js'], { env: settings });
    },
    /** Ends the server as a power cut would. */
    async killServer() {
      const ended = new Promise((resolve) => house.server.once('exit', resolve));
      process.kill(-house.server.pid, 'SIGKILL');
      await ended;
    },
    /** PostgreSQL goes away in the middle of whatever it does, and comes back at the same port. */
    async restartPostgres() {
      postgres.stop('immediate');
      postgres = await startPostgres(bin, folder, databasePort);
    },
    async untilOpen() {
      for (let tries = 0; tries < 300; tries++) {
        if (await fetch(`${address}/api/ready`).then(({ ok }) => ok, () => false)) return;
        await new Promise((resolve) => setTimeout(resolve, 100));
      }
      throw new Error(`nothing answers at ${address}`);
    },
    async close() {
      await stopAll([house.server, house.printers].filter((child) => child && child.exitCode === null && child.signalCode === null));
      postgres.stop();
      rmSync(folder, { recursive: true, force: true });
    },
  };
  return house;
}

/** Benches and fault tests ask more often than any house does. */
async function allowManyRequests(databaseUrl) {
  const database = new pg.Client({ connectionString: databaseUrl });
  await database.connect();
  await database.query(`UPDATE house SET version = version + 1, body = '{"rates":{"shop":1000000000,"device":1000000000,"workbench":1000000000}}'`);
  await database.end();
}
