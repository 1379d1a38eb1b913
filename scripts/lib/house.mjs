// A house of its own for benches and fault tests: PostgreSQL, the demo, servers and simulated printers, on loopback.
// Everything started here ends with the script, however it ends.
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { buildWhatChanged } from './build.mjs';
import { ensurePackages, ensurePostgres } from './packages.mjs';
import { ensureDatabase, freePort, startPostgres } from './postgres.mjs';
import { keep, run, stopAll } from './run.mjs';

const NO_LIMIT = 1_000_000_000;

/** The session of the owner of the house that is open. */
let cookie = '';
/** Headers of a request that the owner makes. */
export const asOwner = () => ({ cookie });
/** The same for a browser, as its storage state. */
export const ownersBrowser = () => ({
  origins: [],
  cookies: cookie.split('; ').map((pair) => {
    const [name = '', value = ''] = pair.split('=', 2);
    const flags = { httpOnly: true, secure: false, sameSite: /** @type {const} */ ('Strict') };
    return { name, value, domain: '127.0.0.1', path: '/', expires: -1, ...flags };
  }),
});

const isRunning = (child) => child && child.exitCode === null && child.signalCode === null;

/** A house with a menu of a file, or with `menu: null` the demo. */
export async function openHouse({ menu = 'demo/small-house.json', env = {} } = {}) {
  ensurePackages();
  await buildWhatChanged();
  const folder = mkdtempSync(join(tmpdir(), 'hearty-ladle-house-'));
  const bin = ensurePostgres();
  let postgres = await startPostgres(bin, folder);
  const cleanUp = () => {
    postgres.stop('immediate');
    rmSync(folder, { recursive: true, force: true });
  };
  process.once('exit', cleanUp);
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.once(signal, () => process.exit(1));
  ensureDatabase(bin, postgres, 'house');
  const databaseUrl = postgres.url('house');
  const { port: databasePort } = postgres;
  // Servers and printers end with this script, as their standard input closes.
  const settings = { DATABASE_URL: databaseUrl, HOST: '127.0.0.1', STOP_WITH_PARENT: 'on', DEMO_SIGN_IN: 'on', ...env };
  run('node', ['apps/server/dist/load-demo.js', ...(menu === null ? [] : [menu])], { env: settings });
  await query(databaseUrl, `UPDATE house SET version = version + 1, body = coalesce(body, '{}') || $1`, [
    JSON.stringify({ rates: { shop: NO_LIMIT, device: NO_LIMIT, workbench: NO_LIMIT } }),
  ]);
  const address = `http://127.0.0.1:${await freePort()}`;
  const house = {
    bin,
    address,
    databaseUrl,
    server: undefined,
    printers: undefined,
    others: [],
    query: (sql, values) => query(databaseUrl, sql, values),
    /** Starts the server; with `wait: false`, returns before it is ready. */
    async startServer({ wait = true } = {}) {
      house.server = keep('node', ['apps/server/dist/main.js'], { env: { ...settings, PORT: new URL(address).port } });
      if (wait) await house.untilOpen();
      return house.server;
    },
    /** Starts another server process on the same database; returns its URL. */
    async startAnother() {
      const other = `http://127.0.0.1:${await freePort()}`;
      house.others.push(
        keep('node', ['apps/server/dist/main.js'], { env: { ...settings, PORT: new URL(other).port } }),
      );
      await untilOpen(other);
      return other;
    },
    startPrinters() {
      house.printers = keep('node', ['apps/server/dist/devices/main.js'], { env: settings });
    },
    /** Kills the server without a shutdown, as a power cut would. */
    async killServer() {
      const ended = new Promise((resolve) => house.server.once('exit', resolve));
      process.kill(-house.server.pid, 'SIGKILL');
      await ended;
    },
    /** Kills PostgreSQL in the middle of whatever it does. */
    stopPostgres() {
      postgres.stop('immediate');
    },
    /** Starts it again at the same port; it recovers. */
    async continuePostgres() {
      postgres = await startPostgres(bin, folder, databasePort);
    },
    async restartPostgres() {
      house.stopPostgres();
      await house.continuePostgres();
    },
    /** Suspends all processes of PostgreSQL until the returned function is called. */
    freezePostgres() {
      const [postmaster] = readFileSync(join(folder, 'data', 'postmaster.pid'), 'utf8')
        .split('\n')
        .map(Number);
      const children = spawnSync('ps', ['-o', 'pid=', '--ppid', String(postmaster)], { encoding: 'utf8' })
        .stdout.split('\n')
        .map(Number)
        .filter(Boolean);
      const all = [postmaster, ...children];
      const signal = (name) => all.forEach((pid) => spawnSync('kill', [`-${name}`, String(pid)]));
      const thaw = () => signal('CONT');
      process.once('exit', thaw);
      signal('STOP');
      return () => {
        process.removeListener('exit', thaw);
        thaw();
      };
    },
    async untilOpen() {
      await untilOpen(address);
      cookie = await signedIn(address);
    },
    async close() {
      await stopAll([house.server, house.printers, ...house.others].filter(isRunning));
      process.removeListener('exit', cleanUp);
      cleanUp();
    },
  };
  return house;
}

/** @returns {Promise<any[]>} */
async function query(databaseUrl, sql, values) {
  const database = new pg.Client({ connectionString: databaseUrl });
  await database.connect();
  try {
    return (await database.query(sql, values)).rows;
  } finally {
    await database.end();
  }
}

async function untilOpen(address) {
  for (let tries = 0; tries < 600; tries++) {
    if (
      await fetch(`${address}/api/ready`).then(
        ({ ok }) => ok,
        () => false,
      )
    )
      return;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error(`nothing answers at ${address}`);
}

/** The session cookie of the demo's owner. */
async function signedIn(address) {
  const { demo = [] } = await (await fetch(`${address}/api/session`)).json();
  const owner = demo.find(({ grants }) => grants.some(({ role }) => role === 'owner'));
  const answer = await fetch(`${address}/api/session/demo`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ person: owner?.id }),
  });
  return answer.headers
    .getSetCookie()
    .map((line) => line.split(';')[0])
    .join('; ');
}
