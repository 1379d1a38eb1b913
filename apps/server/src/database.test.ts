import { randomUUID } from 'node:crypto';
import { request } from './testing/signed-in.ts';
import { describe, expect, it } from 'vitest';
import { menuAt } from './testing/menu-at.ts';
import { groupAt, sendGroup } from './testing/requests.ts';
import { publishDraft } from './testing/publish.ts';
import { type TestHouse, useTwoServers } from './testing/test-house.ts';

let house: TestHouse;
let one: string;
let other: string;
useTwoServers((opened) => ({ house, one, other } = opened), { hasQuickChecks: true });

describe('a change', () => {
  it('sent again with its id is answered the same and made once; with another content it is refused', async () => {
    const { group, version } = await groupAt(one, 'milk');
    const id = randomUUID();
    const [first, second] = [
      await sendGroup(one, { ...group, name: 'Milk!' }, version, id).expect(200),
      await sendGroup(other, { ...group, name: 'Milk!' }, version, id).expect(200),
    ];
    expect(second.body).toEqual(first.body);
    expect((await sendGroup(one, { ...group, name: 'Other' }, version, id)).body.type).toContain('id-taken');
    const undo = () =>
      request(one).post(`/api/workbench/journal/${first.body.seq}/take-back`).send({ id: 'undo-this-once' });
    expect((await undo().expect(200)).body).toEqual((await undo().expect(200)).body);
  });

  it('can’t claim to undo another, which can still be undone', async () => {
    const { group, version } = await groupAt(one, 'milk');
    const { body } = await sendGroup(one, { ...group, name: 'Milk?' }, version).expect(200);
    for (const undoes of [body.seq, 9_007_199_254_740_992]) {
      await request(one)
        .post('/api/workbench/changes')
        .send({
          id: randomUUID(),
          label: 'x',
          change: { edits: [{ type: 'move', kind: 'items', id: 'ember', index: 0 }] },
          based: [],
          undoes,
        })
        .expect(400);
    }
    await request(one).get('/api/workbench/journal').expect(200);
    await request(one).post(`/api/workbench/journal/${body.seq}/take-back`).send({ id: randomUUID() }).expect(200);
  });

  it('of five thousand prices is made in one go, while others are served', async () => {
    const { versions } = await menuAt(one);
    const things = Array.from({ length: 5_000 }, (_, i) => ({ id: `dish-${i}`, name: `Dish ${i}`, price: 500 + i }));
    const send = (price: (i: number) => number, version: number) =>
      request(one)
        .post('/api/workbench/changes')
        .send({
          id: randomUUID(),
          label: 'prices',
          change: {
            edits: things.map((thing, i) => ({ type: 'put', kind: 'items', thing: { ...thing, price: price(i) } })),
          },
          based: things.map(({ id }) => ({ kind: 'items', id, version })),
        });
    const made = await send((i) => 500 + i, 0).expect(200);
    const changed = send((i) => 600 + i, made.body.revision).then(({ status }) => status);
    expect((await request(one).get('/api/health')).status).toBe(200);
    expect(await changed).toBe(200);
    expect((await menuAt(other)).menu.items.find(({ id }) => id === 'dish-4999')?.price).toBe(5_599);
    const { seq } = ((await request(one).get('/api/workbench/journal').expect(200)).body as { seq: number }[])[1] ?? {
      seq: 0,
    };
    expect(seq).toBeGreaterThan(0);
    const gone = await request(one)
      .post('/api/workbench/changes')
      .send({
        id: randomUUID(),
        label: 'gone',
        change: { edits: things.map(({ id }) => ({ type: 'remove', kind: 'items', id })) },
        based: things.map(({ id }) => ({ kind: 'items', id, version: made.body.revision + 1 })),
      });
    expect(gone.status).toBe(200);
    expect(Object.keys(versions['items'] ?? {}).length).toBe((await menuAt(other)).menu.items.length);
  });
});

describe('what is read', () => {
  it('is of one moment, and orders name the edition that they were priced on, however often one is published', async () => {
    const dish = (await menuAt(one)).menu.items.find(({ id }) => id === 'barley-tea');
    const priceAt = new Map<number, number>();
    const soldAt = new Map<number, number>();
    let isChanging = true;
    const writer = async () => {
      for (let i = 0; i < 40; i++) {
        const { versions } = await menuAt(i % 2 ? one : other);
        const price = 300 + i;
        const { body } = await request(i % 2 ? other : one)
          .post('/api/workbench/changes')
          .send({
            id: randomUUID(),
            label: 'x',
            change: { edits: [{ type: 'put', kind: 'items', thing: { ...dish, price } }] },
            based: [{ kind: 'items', id: 'barley-tea', version: versions['items']?.['barley-tea'] }],
          })
          .expect(200);
        priceAt.set(body.revision, price);
        if (i % 8 === 0)
          for (const { number } of (await publishDraft(i % 2 ? one : other)).editions) soldAt.set(number, price);
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
      while (isChanging)
        await request(server)
          .post('/api/shop/orders')
          .set('Idempotency-Key', randomUUID())
          .send({ location: 'steps', lines: [{ item: 'barley-tea', picks: [{ group: 'cup-size', choice: 'short' }] }] })
          .expect(201);
    };
    await Promise.all([writer(), reader(one), reader(other), guest(one), guest(other)]);
    const known = seen.filter(({ revision }) => priceAt.has(revision));
    expect(known.length).toBeGreaterThan(20);
    expect(known.filter(({ revision, price }) => price !== priceAt.get(revision))).toEqual([]);
    const orders = (await house.database.query(
      `SELECT edition, (quote -> 'lines' -> 0 -> 'price' ->> 'base')::int AS base FROM orders`,
    )) as { edition: number; base: number }[];
    const priced = orders.filter(({ edition }) => soldAt.has(edition));
    expect(priced.length).toBeGreaterThan(20);
    expect(priced.filter(({ edition, base }) => base !== soldAt.get(edition))).toEqual([]);
  });

  it('lists tickets in the order of their orders, also when the clock was set back', async () => {
    const place = async () =>
      (
        await request(one)
          .post('/api/shop/orders')
          .set('Idempotency-Key', randomUUID())
          .send({ location: 'steps', lines: [{ item: 'barley-tea', picks: [{ group: 'cup-size', choice: 'short' }] }] })
          .expect(201)
      ).body.number as number;
    const numbers = [await place(), await place()];
    await house.database.query(`UPDATE ticket SET sent_at = sent_at - interval '1 hour' WHERE order_number = $1`, [
      numbers[1],
    ]);
    const onPass = ((await request(one).get('/api/device/tickets').expect(200)).body as { orderNumber: number }[])
      .map(({ orderNumber }) => orderNumber)
      .filter((number) => numbers.includes(number));
    expect(onPass).toEqual([...onPass].sort((a, b) => a - b));
  });

  it('is found by an index among many orders, a page at a time, whatever is typed', async () => {
    await house.database
      .query(`INSERT INTO orders (id, key, fingerprint, placed_at, edition, request, quote, total, due, search, guest_token)
      SELECT gen_random_uuid(), 'many-' || n, '', now(), 1, '{"lines":[]}', '{}', 100, 100, 'guest number' || n ||
        ' somewhere', gen_random_uuid() FROM generate_series(1, 3000) AS n`);
    await house.database.query('ANALYZE orders');
    // PostgreSQL scans a small table sequentially whatever its indexes, so sequential scans are switched off here.
    const plan = await house.database.transaction(async (manager) => {
      await manager.query('SET LOCAL enable_seqscan = off');
      return (await manager.query(
        `EXPLAIN SELECT number FROM orders WHERE added_to IS NULL AND (number = -1 OR search LIKE '%number1234%')`,
      )) as { 'QUERY PLAN': string }[];
    });
    expect(plan.map((row) => row['QUERY PLAN']).join('\n')).toContain('ix_orders_search');
    const find = async (query: object) =>
      (await request(one).get('/api/workbench/orders').query(query).expect(200)).body as { number: number }[];
    expect(await find({ find: 'NUMBER1234' })).toHaveLength(1);
    const first = await find({ find: 'somewhere' });
    const second = await find({ find: 'somewhere', before: first.at(-1)?.number });
    expect([first.length, second.length]).toEqual([50, 50]);
    expect(second[0]?.number).toBe((first.at(-1)?.number ?? 0) - 1);
    for (const before of ['2147483648', '-1', 'x', '1e3', ''])
      await request(one).get('/api/workbench/orders').query({ before }).expect(400);
  });
});
