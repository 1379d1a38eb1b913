import { randomUUID } from 'node:crypto';
import { connect, createServer } from 'node:net';
import type { AddressInfo } from 'node:net';
import { addressOf, type Group } from '@hearty-ladle/core';
import request from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { connectWithPatience, newDataSource } from './db/data-source.ts';
import { isUnavailable } from './db/database-errors.ts';
import { HouseSettings } from './db/house-settings.ts';
import { tidy } from './jobs/housekeeping.ts';
import { plainError } from './log.ts';
import { startServer } from './start-server.ts';
import { menuAt } from './testing/menu-at.ts';
import { openHouse, type TestHouse, useTwoServers } from './testing/test-house.ts';

let house: TestHouse;
let one: string;
let other: string;
useTwoServers((opened) => ({ house, one, other } = opened));

const change = (server: string, thing: Group, version: number, id = randomUUID() as string) =>
  request(server).post('/api/workbench/changes').send({ id, label: 'x', change: { edits: [{ type: 'put', kind: 'groups', thing }] }, based: [{ kind: 'groups', id: thing.id, version }] });
async function groupNow(id: string) {
  const { menu, versions } = await menuAt(one);
  return { group: menu.groups.find((group) => group.id === id) as Group, version: versions['groups']?.[id] ?? 0 };
}

describe('a change', () => {
  it('sent again with its id is answered the same and made once; with another content it is refused', async () => {
    const { group, version } = await groupNow('milk');
    const id = randomUUID();
    const [first, second] = [await change(one, { ...group, name: 'Milk!' }, version, id).expect(200), await change(other, { ...group, name: 'Milk!' }, version, id).expect(200)];
    expect(second.body).toEqual(first.body);
    expect((await change(one, { ...group, name: 'Other' }, version, id)).body.type).toContain('id-taken');
    const undo = () => request(one).post(`/api/workbench/journal/${first.body.seq}/take-back`).send({ id: 'undo-this-once' });
    expect((await undo().expect(200)).body).toEqual((await undo().expect(200)).body);
  });

  it('can’t claim to undo another, which can still be undone', async () => {
    const { group, version } = await groupNow('milk');
    const { body } = await change(one, { ...group, name: 'Milk?' }, version).expect(200);
    for (const undoes of [body.seq, 9_007_199_254_740_992]) {
      await request(one).post('/api/workbench/changes').send({ id: randomUUID(), label: 'x', change: { edits: [{ type: 'move', kind: 'items', id: 'ember', index: 0 }] }, based: [], undoes }).expect(400);
    }
    await request(one).get('/api/workbench/journal').expect(200);
    await request(one).post(`/api/workbench/journal/${body.seq}/take-back`).send({ id: randomUUID() }).expect(200);
  });

  it('of five thousand prices is made in one go, while others are served', async () => {
    const { versions } = await menuAt(one);
    const things = Array.from({ length: 5_000 }, (_, i) => ({ id: `dish-${i}`, name: `Dish ${i}`, price: 500 + i }));
    const send = (price: (i: number) => number, version: number) => request(one).post('/api/workbench/changes').send({
      id: randomUUID(), label: 'prices', change: { edits: things.map((thing, i) => ({ type: 'put', kind: 'items', thing: { ...thing, price: price(i) } })) }, based: things.map(({ id }) => ({ kind: 'items', id, version })),
    });
    const made = await send((i) => 500 + i, 0).expect(200);
    const changed = send((i) => 600 + i, made.body.revision).then(({ status }) => status);
    expect((await request(one).get('/api/health')).status).toBe(200);
    expect(await changed).toBe(200);
    expect((await menuAt(other)).menu.items.find(({ id }) => id === 'dish-4999')?.price).toBe(5_599);
    const { seq } = ((await request(one).get('/api/workbench/journal').expect(200)).body as { seq: number }[])[1] ?? { seq: 0 };
    expect(seq).toBeGreaterThan(0);
    const gone = await request(one).post('/api/workbench/changes').send({
      id: randomUUID(), label: 'gone', change: { edits: things.map(({ id }) => ({ type: 'remove', kind: 'items', id })) }, based: things.map(({ id }) => ({ kind: 'items', id, version: made.body.revision + 1 })),
    });
    expect(gone.status).toBe(200);
    expect(Object.keys(versions['items'] ?? {}).length).toBe((await menuAt(other)).menu.items.length);
  });
});

describe('what is read', () => {
  it('is of one moment, and orders name the revision that they were priced on, however often the menu changes', async () => {
    const dish = (await menuAt(one)).menu.items.find(({ id }) => id === 'barley-tea');
    const priceAt = new Map<number, number>();
    let isChanging = true;
    const writer = async () => {
      for (let i = 0; i < 40; i++) {
        const { versions } = await menuAt(i % 2 ? one : other);
        const price = 300 + i;
        const { body } = await request(i % 2 ? other : one).post('/api/workbench/changes').send({ id: randomUUID(), label: 'x', change: { edits: [{ type: 'put', kind: 'items', thing: { ...dish, price } }] }, based: [{ kind: 'items', id: 'barley-tea', version: versions['items']?.['barley-tea'] }] }).expect(200);
        priceAt.set(body.revision, price);
      }
      isChanging = false;
    };
    const seen: { revision: number; price: number | object | undefined }[] = [];
    const reader = async (server: string) => {
      while (isChanging) {
        const { revision, menu } = await menuAt(server);
        seen.push({ revision, price: menu.items.find(({ id }) => id === 'barley-tea')?.price });
      }
    };
    const guest = async (server: string) => {
      while (isChanging) await request(server).post('/api/shop/orders').set('Idempotency-Key', randomUUID()).send({ lines: [{ item: 'barley-tea', picks: [{ group: 'cup-size', choice: 'short' }] }] }).expect(201);
    };
    await Promise.all([writer(), reader(one), reader(other), guest(one), guest(other)]);
    const known = seen.filter(({ revision }) => priceAt.has(revision));
    expect(known.length).toBeGreaterThan(20);
    expect(known.filter(({ revision, price }) => price !== priceAt.get(revision))).toEqual([]);
    const orders = (await house.database.query(`SELECT revision::int, (quote -> 'lines' -> 0 -> 'price' ->> 'base')::int AS base FROM orders`)) as { revision: number; base: number }[];
    const priced = orders.filter(({ revision }) => priceAt.has(revision));
    expect(priced.length).toBeGreaterThan(20);
    expect(priced.filter(({ revision, base }) => base !== priceAt.get(revision))).toEqual([]);
  });

  it('lists tickets in the order of their orders, also when the clock was set back', async () => {
    const place = async () => (await request(one).post('/api/shop/orders').set('Idempotency-Key', randomUUID()).send({ lines: [{ item: 'barley-tea', picks: [{ group: 'cup-size', choice: 'short' }] }] }).expect(201)).body.number as number;
    const numbers = [await place(), await place()];
    await house.database.query(`UPDATE ticket SET sent_at = sent_at - interval '1 hour' WHERE order_number = $1`, [numbers[1]]);
    const onPass = ((await request(one).get('/api/device/tickets').expect(200)).body as { orderNumber: number }[]).map(({ orderNumber }) => orderNumber).filter((number) => numbers.includes(number));
    expect(onPass).toEqual([...onPass].sort((a, b) => a - b));
  });

  it('is found by an index among many orders, a page at a time, whatever is typed', async () => {
    await house.database.query(`INSERT INTO orders (id, key, fingerprint, placed_at, revision, request, quote, total, search)
      SELECT gen_random_uuid(), 'many-' || n, '', now(), 1, '{"lines":[]}', '{}', 100, 'guest number' || n || ' somewhere' FROM generate_series(1, 3000) AS n`);
    await house.database.query('ANALYZE orders');
    // PostgreSQL scans a small table sequentially whatever its indexes, so sequential scans are switched off here.
    const plan = await house.database.transaction(async (manager) => {
      await manager.query('SET LOCAL enable_seqscan = off');
      return (await manager.query(`EXPLAIN SELECT number FROM orders WHERE number = -1 OR search LIKE '%number1234%'`)) as { 'QUERY PLAN': string }[];
    });
    expect(plan.map((row) => row['QUERY PLAN']).join('\n')).toContain('ix_orders_search');
    const find = async (query: object) => (await request(one).get('/api/workbench/orders').query(query).expect(200)).body as { number: number }[];
    expect(await find({ find: 'NUMBER1234' })).toHaveLength(1);
    const first = await find({ find: 'somewhere' });
    const second = await find({ find: 'somewhere', before: first.at(-1)?.number });
    expect([first.length, second.length]).toEqual([50, 50]);
    expect(second[0]?.number).toBe((first.at(-1)?.number ?? 0) - 1);
    for (const before of ['2147483648', '-1', 'x', '1e3', '']) await request(one).get('/api/workbench/orders').query({ before }).expect(400);
  });
});

describe('a database that', () => {
  it('is locked keeps its writers waiting for so long, and nobody else', async () => {
    const runner = house.database.createQueryRunner();
    await runner.startTransaction();
    await runner.query('SELECT * FROM menu_state WHERE id = 1 FOR UPDATE');
    const { group, version } = await groupNow('noodle');
    const id = randomUUID();
    const writers = Array.from({ length: 14 }, (_, i) => change(one, { ...group, name: `N${i}` }, version, i === 0 ? id : randomUUID()));
    const readers = await Promise.all(Array.from({ length: 20 }, () => request(one).get('/api/workbench/orders')));
    expect(new Set(readers.map(({ status }) => status))).toEqual(new Set([200]));
    const replies = await Promise.all(writers);
    expect(replies.map(({ status }) => status)).toEqual(Array<number>(14).fill(503));
    expect(replies[0]?.headers['retry-after']).toBe('2');
    await runner.rollbackTransaction();
    await runner.release();
    await change(one, { ...group, name: 'N0' }, version, id).expect(200);
  });

  it('is away is said to be, in no other words, and nothing is wrong with what was sent', async () => {
    const gone = await openHouse();
    const { address, routes } = await gone.openServer();
    await gone.database.destroy();
    const picture = await request(address).post('/api/workbench/pictures').set('Content-Type', 'image/png').send(Buffer.from('89504e47', 'hex'));
    expect(picture.status).toBe(415);
    for (const route of routes.map((route) => ({ method: route.method, address: addressOf(route) })).filter(({ method, address: path }) => method === 'get' && !/events|health|openapi|progress|orders\/:id/.test(path))) {
      const reply = await request(address).get(route.address.replace(':id', 'x'));
      expect({ route: route.address, status: reply.status, type: reply.body.type }).toEqual({ route: route.address, status: 503, type: 'urn:hearty-ladle:problem:database-away' });
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

  it('can’t be spoken to in the way that its address demands is not spoken to in another', async () => {
    const database = newDataSource(`${house.url}?sslmode=require`);
    await expect(database.initialize()).rejects.toThrow(/SSL/);
    await expect(connectWithPatience(newDataSource(house.url.replace(/:[^:@/]+@/, ':wrong@')))).rejects.toThrow(/password/);
  });
});

it('the application’s role owns its own database and may do nothing else to the server', async () => {
  expect(await house.database.query('SELECT rolsuper, rolcreatedb, rolcreaterole, rolreplication, rolbypassrls FROM pg_roles WHERE rolname = current_user')).toEqual([
    { rolsuper: false, rolcreatedb: false, rolcreaterole: false, rolreplication: false, rolbypassrls: false },
  ]);
});

describe('errors', () => {
  it('that pass are told from those that do not', () => {
    for (const code of ['57P03', 'ECONNREFUSED', '55P03', '57014', '53300']) expect(isUnavailable({ code })).toBe(true);
    expect(isUnavailable(new Error('Query read timeout'))).toBe(true);
    expect(isUnavailable({ driverError: { code: '57P01' } })).toBe(true);
    for (const error of [{ code: '23505' }, new Error('undefined is not a function'), undefined, 'x']) expect(isUnavailable(error)).toBe(false);
  });

  it('are logged without what they were about', () => {
    const error = Object.assign(new Error('duplicate key value'), { code: '23505', detail: 'no sesame for Ilse', parameters: ['no sesame for Ilse'], driverError: { detail: 'Ilse' } });
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
    const server = await startServer({ host: '127.0.0.1', port: 0, databaseUrl: own.url, pages: '/nowhere', logs: false, checkResponses: true, tillPin: undefined, allowedHosts: [] });
    const runner = own.database.createQueryRunner();
    await runner.startTransaction();
    await runner.query('SELECT * FROM menu_state WHERE id = 1 FOR UPDATE');
    const { menu, versions } = await menuAt(server.address);
    const group = menu.groups.find(({ id }) => id === 'milk') as Group;
    const inHand = change(server.address, { ...group, name: 'In hand' }, versions['groups']?.['milk'] ?? 0).then(({ status }) => status);
    await expect.poll(async () => ((await own.database.query(`SELECT count(*)::int AS waiting FROM pg_stat_activity WHERE datname = current_database() AND wait_event_type = 'Lock'`)) as [{ waiting: number }])[0].waiting).toBeGreaterThan(0);
    const stopped = server.stop();
    await expect.poll(() => fetch(`${server.address}/api/health`).then(({ status }) => status, () => 'refused')).toBe('refused');
    await runner.commitTransaction();
    await runner.release();
    expect(await inHand).toBe(200);
    await stopped;
  });

  it('keeps nothing longer than the house says', async () => {
    await own.database.query(`INSERT INTO parked_order (id, label, request, parked_at) VALUES (gen_random_uuid(), 'old', '{}', now() - interval '3 days'), (gen_random_uuid(), 'new', '{}', now())`);
    await own.database.query(`INSERT INTO sim_paper (station, printed_at, body) VALUES ('tea', now() - interval '15 days', '[]'), ('tea', now(), '[]')`);
    await own.database.query(`INSERT INTO abandoned_key (key, at) VALUES ('old', now() - interval '3 days'), ('new', now())`);
    await tidy(own.database, new HouseSettings());
    const [left] = (await own.database.query(`SELECT (SELECT string_agg(label, ',') FROM parked_order) AS parked, (SELECT count(*)::int FROM sim_paper) AS papers, (SELECT string_agg(key, ',') FROM abandoned_key) AS keys`)) as [object];
    expect(left).toEqual({ parked: 'new', papers: 1, keys: 'new' });
  });
});
