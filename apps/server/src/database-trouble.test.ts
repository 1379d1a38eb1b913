import { randomUUID } from 'node:crypto';
import { connect, createServer } from 'node:net';
import type { AddressInfo } from 'node:net';
import { setTimeout as sleep } from 'node:timers/promises';
import { addressOf, type Group } from '@hearty-ladle/core';
import { request, signInEverybody } from './testing/signed-in.ts';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { connectWithPatience, LOCK_MS, newDataSource, STATEMENT_MS } from './db/data-source.ts';
import { isUnavailable } from './db/database-errors.ts';
import { HouseSettings } from './db/house-settings.ts';
import { MIGRATION_LOCK, runMigrations } from './db/run-migrations.ts';
import { tidy } from './jobs/housekeeping.ts';
import { plainError } from './log.ts';
import { startServer } from './start-server.ts';
import { menuAt } from './testing/menu-at.ts';
import { groupAt, sendGroup } from './testing/requests.ts';
import { openHouse, type TestHouse, useTwoServers } from './testing/test-house.ts';

let house: TestHouse;
let one: string;
useTwoServers((opened) => ({ house, one } = opened));

describe('a database that', () => {
  it('is locked keeps its writers waiting for so long, and nobody else', async () => {
    const runner = house.database.createQueryRunner();
    await runner.startTransaction();
    await runner.query('SELECT * FROM menu_state WHERE id = 1 FOR UPDATE');
    const { group, version } = await groupAt(one, 'noodle');
    const id = randomUUID();
    const writers = Array.from({ length: 14 }, (_, i) =>
      sendGroup(one, { ...group, name: `N${i}` }, version, i === 0 ? id : randomUUID()),
    );
    const readers = await Promise.all(Array.from({ length: 20 }, () => request(one).get('/api/workbench/orders')));
    expect(new Set(readers.map(({ status }) => status))).toEqual(new Set([200]));
    const replies = await Promise.all(writers);
    expect(replies.map(({ status }) => status)).toEqual(Array<number>(14).fill(503));
    expect(replies[0]?.headers['retry-after']).toBe('2');
    await runner.rollbackTransaction();
    await runner.release();
    await sendGroup(one, { ...group, name: 'N0' }, version, id).expect(200);
  });

  it('keeps a session waiting for too long signs nobody out', async () => {
    const runner = house.database.createQueryRunner();
    await runner.startTransaction();
    await runner.query('LOCK TABLE session');
    setTimeout(() => void runner.rollbackTransaction().then(() => runner.release()), LOCK_MS + 1_000);
    await request(one).get('/api/workbench/orders').expect(503);
    await request(one).get('/api/workbench/orders').expect(200);
  });

  it('is away is said to be, in no other words, and nothing is wrong with what was sent', async () => {
    const gone = await openHouse();
    const { address, routes } = await gone.openServer();
    await gone.database.destroy();
    const picture = await request(address)
      .post('/api/workbench/pictures')
      .set('Content-Type', 'image/png')
      .send(Buffer.from('89504e47', 'hex'));
    expect(picture.status).toBe(503);
    for (const route of routes
      .map((route) => ({ method: route.method, address: addressOf(route) }))
      .filter(
        ({ method, address: path }) =>
          method === 'get' && !/events|health|openapi|menu-schema|progress|orders\/:id/.test(path),
      )) {
      const path = route.address.replaceAll(/:(\w+)/g, (_, name) => (/number|edition$/.test(String(name)) ? '1' : 'x'));
      const reply = await request(address).get(path).query(neededBy(path));
      expect({ route: route.address, status: reply.status, type: reply.body.type }).toEqual({
        route: route.address,
        status: 503,
        type: 'urn:hearty-ladle:problem:database-away',
      });
    }
    await gone.database.initialize();
    await gone.close();
  });

  it('starts later than the server is waited for', async () => {
    const real = new URL(house.url);
    const proxy = createServer((socket) => {
      const onward = connect(Number(real.port), real.hostname);
      socket.pipe(onward).pipe(socket);
      socket.on('error', () => onward.destroy());
      onward.on('error', () => socket.destroy());
    });
    const probe = createServer().listen(0, '127.0.0.1');
    await new Promise((resolve) => probe.once('listening', resolve));
    const { port } = probe.address() as AddressInfo;
    await new Promise((resolve) => probe.close(resolve));
    const database = newDataSource(house.url.replace(`:${real.port}/`, `:${port}/`));
    const connecting = connectWithPatience(database);
    setTimeout(() => proxy.listen(port, '127.0.0.1'), 1_200);
    await connecting;
    expect(await database.query('SELECT 1 AS one')).toEqual([{ one: 1 }]);
    await database.destroy();
    proxy.close();
  });

  it('is brought up to date by one process, however long that takes the others', async () => {
    const other = await newDataSource(house.url).initialize();
    const runner = other.createQueryRunner();
    await runner.query('SELECT pg_advisory_lock($1)', [MIGRATION_LOCK]);
    let isDone = false;
    const migrating = runMigrations(house.url).then(() => (isDone = true));
    await sleep(STATEMENT_MS + 500);
    expect(isDone).toBe(false);
    await runner.query('SELECT pg_advisory_unlock($1)', [MIGRATION_LOCK]);
    await migrating;
    await runner.release();
    await other.destroy();
  });

  it('can’t be spoken to in the way that its address demands is not spoken to in another', async () => {
    const database = newDataSource(`${house.url}?sslmode=require`);
    await expect(database.initialize()).rejects.toThrow(/SSL/);
    await expect(connectWithPatience(newDataSource(house.url.replace(/:[^:@/]+@/, ':wrong@')))).rejects.toThrow(
      /password/,
    );
  });
});

it('the application’s role owns its own database and may do nothing else to the server', async () => {
  expect(
    await house.database.query(
      'SELECT rolsuper, rolcreatedb, rolcreaterole, rolreplication, rolbypassrls FROM pg_roles WHERE rolname = current_user',
    ),
  ).toEqual([
    { rolsuper: false, rolcreatedb: false, rolcreaterole: false, rolreplication: false, rolbypassrls: false },
  ]);
});

describe('errors', () => {
  it('that pass are told from those that do not', () => {
    for (const code of ['57P03', 'ECONNREFUSED', '55P03', '57014', '53300']) expect(isUnavailable({ code })).toBe(true);
    expect(isUnavailable(new Error('Query read timeout'))).toBe(true);
    expect(isUnavailable({ driverError: { code: '57P01' } })).toBe(true);
    for (const error of [{ code: '23505' }, new Error('undefined is not a function'), undefined, 'x'])
      expect(isUnavailable(error)).toBe(false);
  });

  it('are logged without what they were about', () => {
    const error = Object.assign(new Error('duplicate key value'), {
      code: '23505',
      detail: 'no sesame for Ilse',
      parameters: ['no sesame for Ilse'],
      driverError: { detail: 'Ilse' },
    });
    expect(JSON.stringify(plainError(error))).not.toContain('Ilse');
    expect(plainError(error)).toMatchObject({ message: 'duplicate key value', code: '23505' });
  });
});

describe('a server that stops', () => {
  let own: TestHouse;
  beforeAll(async () => {
    own = await openHouse();
  });
  afterAll(() => own.close());

  it('lets what is in hand come to its end, and takes nothing new', async () => {
    const server = await startServer({
      host: '127.0.0.1',
      port: 0,
      databaseUrl: own.url,
      pages: '/nowhere',
      logs: false,
      checkResponses: true,
      demoSignIn: true,
      publicUrl: undefined,
      trustProxy: [],
      allowedHosts: [],
    });
    await signInEverybody(server.address);
    const runner = own.database.createQueryRunner();
    await runner.startTransaction();
    await runner.query('SELECT * FROM menu_state WHERE id = 1 FOR UPDATE');
    const { menu, versions } = await menuAt(server.address);
    const group = menu.groups.find(({ id }) => id === 'milk') as Group;
    const inHand = sendGroup(server.address, { ...group, name: 'In hand' }, versions['groups']?.['milk'] ?? 0).then(
      ({ status }) => status,
    );
    await expect
      .poll(
        async () =>
          (
            (await own.database.query(
              `SELECT count(*)::int AS waiting FROM pg_stat_activity WHERE datname = current_database() AND wait_event_type = 'Lock'`,
            )) as [{ waiting: number }]
          )[0].waiting,
      )
      .toBeGreaterThan(0);
    const stopped = server.stop();
    await expect
      .poll(() =>
        fetch(`${server.address}/api/health`).then(
          ({ status }) => status,
          () => 'refused',
        ),
      )
      .toBe('refused');
    await runner.commitTransaction();
    await runner.release();
    expect(await inHand).toBe(200);
    await stopped;
  });

  it('keeps nothing longer than the house says', async () => {
    await own.database.query(
      `INSERT INTO parked_order (id, label, request, parked_at) VALUES (gen_random_uuid(), 'old', '{}', now() -
        interval '3 days'), (gen_random_uuid(), 'new', '{}', now())`,
    );
    await own.database.query(
      `INSERT INTO sim_paper (printer, printed_at, body) VALUES ('tea', now() - interval '15 days', '[]'), ('tea', now(), '[]')`,
    );
    await own.database.query(
      `INSERT INTO abandoned_key (key, at) VALUES ('old', now() - interval '3 days'), ('new', now())`,
    );
    await tidy(own.database, new HouseSettings());
    const [left] = (await own.database.query(
      `SELECT (SELECT string_agg(label, ',') FROM parked_order) AS parked, (SELECT count(*)::int FROM sim_paper) AS
        papers, (SELECT string_agg(key, ',') FROM abandoned_key) AS keys`,
    )) as [object];
    expect(left).toEqual({ parked: 'new', papers: 1, keys: 'new' });
  });
});

/** What a route can't be asked without. */
function neededBy(path: string): object {
  if (path.includes('/ledger')) return { what: 'x' };
  if (path.includes('/takings'))
    return { from: '2026-01-01', to: '2026-01-31', ...(path.endsWith('/takings') && { by: 'day' }) };
  if (path.endsWith('/counts/sheet')) return { file: 'counts.csv' };
  return path.endsWith('/tables') ? { file: 'menu.xlsx' } : {};
}
