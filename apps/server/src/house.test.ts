import { randomUUID } from 'node:crypto';
import { DEFAULT_HOUSE, type House } from '@hearty-ladle/core';
import sharp from 'sharp';
import { request } from './testing/signed-in.ts';
import { afterEach, describe, expect, it } from 'vitest';
import { BOWL, sendOrder } from './testing/requests.ts';
import { type TestHouse, useTwoServers } from './testing/test-house.ts';

let house: TestHouse;
let one: string;
let other: string;
useTwoServers((opened) => ({ house, one, other } = opened));

const usual = (settings: House): House => ({ ...DEFAULT_HOUSE, rates: settings.rates });
afterEach(() => house.changeHouse(usual));

describe('the house’s settings', () => {
  it('hold at once in every process, and nobody overwrites what another changed', async () => {
    const { body: before } = await request(one).get('/api/workbench/house').expect(200);
    const changed = { ...before.house, orders: { ...before.house.orders, maxLines: 2 } };
    await request(one).post('/api/workbench/house').send({ version: before.version, house: changed }).expect(200);
    const stale = await request(other)
      .post('/api/workbench/house')
      .send({ version: before.version, house: before.house })
      .expect(409);
    expect(stale.body.now.house.orders.maxLines).toBe(2);
    expect((await sendOrder(other, { lines: [BOWL, BOWL, BOWL] })).body.type).toContain('too-many-lines');
    await request(one)
      .post('/api/workbench/house')
      .send({ version: before.version + 1, house: { ...changed, pin: { tries: 0, pauseSeconds: 1 } } })
      .expect(400);
  });

  it('limit an order, in a sentence, and a guest more than a till', async () => {
    const many = { lines: Array.from({ length: 61 }, () => BOWL) };
    for (const path of ['orders', 'order-quote']) {
      const reply = await request(one)
        .post(`/api/shop/${path}`)
        .set('Idempotency-Key', randomUUID())
        .send(many)
        .expect(422);
      expect(reply.body.title).toBe(
        'One order may have 60 lines at most; this one has 61. Please send it as two orders.',
      );
    }
    const large = { lines: [{ ...BOWL, quantity: 21 }] };
    expect((await sendOrder(one, large)).body).toMatchObject({
      status: 422,
      fault: { code: 'quantity-above-limit', line: 0, limit: 20, have: 21 },
    });
    expect((await sendOrder(one, large, { audience: 'device' })).status).toBe(201);
    await house.changeHouse((settings) => ({ ...settings, orders: { ...settings.orders, maxTotal: 100 } }));
    expect((await sendOrder(one, { lines: [BOWL] })).body.type).toContain('total-above-limit');
  });

  it('take no amount that can’t be counted exactly', async () => {
    for (const amount of [1e15, 2 ** 53 + 2, 1e300]) {
      const reply = await request(one)
        .post('/api/device/orders')
        .set('Idempotency-Key', randomUUID())
        .send({ location: 'steps', lines: [{ item: 'off-menu', amounts: { 'named-price': amount }, quantity: 99 }] });
      expect(reply.status).toBe(422);
    }
  });
});

describe('an order that was not answered and changed', () => {
  const key = () => randomUUID() as string;

  it('takes the place of the first, which then never becomes one, however late it arrives', async () => {
    const [first, second] = [key(), key()];
    await sendOrder(one, { lines: [BOWL], replaces: [first] }, { key: second }).expect(201);
    expect((await sendOrder(other, { lines: [BOWL] }, { key: first })).body.type).toContain('key-abandoned');
    expect((await sendOrder(one, { lines: [BOWL], replaces: [first] }, { key: second })).status).toBe(200);
  });

  it('is not placed where the first had arrived, and tells of it', async () => {
    const first = key();
    const { body } = await sendOrder(one, { lines: [BOWL] }, { key: first }).expect(201);
    const reply = await sendOrder(other, { lines: [BOWL, BOWL], replaces: [first] }).expect(409);
    expect(reply.body).toMatchObject({ type: expect.stringContaining('first-was-placed'), order: body });
  });

  it('is told of the first also where it would be refused by now, and the total seen makes it no other order', async () => {
    const first = key();
    const { body } = await sendOrder(one, { lines: [BOWL] }, { key: first }).expect(201);
    expect((await sendOrder(one, { lines: [BOWL], seenTotal: 1 }, { key: first }).expect(200)).body).toEqual(body);
    await house.changeHouse((settings) => ({ ...settings, orders: { ...settings.orders, maxTotal: 1 } }));
    await sendOrder(one, { lines: [BOWL] }).expect(422);
    expect((await sendOrder(one, { lines: [BOWL] }, { key: first }).expect(200)).body).toEqual(body);
    const tooMany = { lines: Array.from({ length: DEFAULT_HOUSE.orders.maxLines + 1 }, () => BOWL), replaces: [first] };
    expect((await sendOrder(one, tooMany).expect(409)).body).toMatchObject({
      type: expect.stringContaining('first-was-placed'),
      order: body,
    });
  });

  it('is one order, whichever of the two comes first, when both are under way at once', async () => {
    for (let round = 0; round < 12; round++) {
      const [first, second] = [key(), key()];
      const replies = await Promise.all([
        sendOrder(one, { lines: [BOWL] }, { key: first }),
        sendOrder(other, { lines: [BOWL, BOWL], replaces: [first] }, { key: second }),
      ]);
      expect(replies.filter(({ status }) => status === 201)).toHaveLength(1);
    }
  });
});

describe('pictures', () => {
  const upload = (body: Buffer) =>
    request(one).post('/api/workbench/pictures').set('Content-Type', 'application/octet-stream').send(body);
  const noise = async (seed: number) =>
    sharp({
      create: {
        width: 900,
        height: 900,
        channels: 3,
        background: '#fff',
        noise: { type: 'gaussian', mean: 100 + seed, sigma: 60 },
      },
    } as never)
      .png()
      .toBuffer();

  it('have so much room, and those that nothing shows can be deleted', async () => {
    const first = (await upload(await noise(1)).expect(201)).body.id as string;
    await house.changeHouse((settings) => ({ ...settings, pictures: { maxMegabytes: 2 } }));
    const replies: number[] = [];
    for (let i = 2; i < 30 && !replies.includes(507); i++) replies.push((await upload(await noise(i))).status);
    expect(replies.at(-1)).toBe(507);
    await house.database.query(`UPDATE picture SET added_at = now() - interval '2 hours'`);
    const { menu, versions } = (await request(one).get('/api/workbench/menu')).body;
    const dish = menu.items.find(({ id }: { id: string }) => id === 'toast');
    await request(one)
      .post('/api/workbench/changes')
      .send({
        id: randomUUID(),
        label: 'x',
        change: { edits: [{ type: 'put', kind: 'items', thing: { ...dish, image: first } }] },
        based: [{ kind: 'items', id: 'toast', version: versions.items.toast }],
      })
      .expect(200);
    const { body } = await request(one).post('/api/workbench/house/unused-pictures/delete').send({}).expect(200);
    expect(body.pictures).toBe(replies.length - 1);
    await request(one).get(`/api/pictures/${first}`).expect(200);
    await upload(await noise(50)).expect(201);
  });

  it('are drawn one after another, however many come at once', async () => {
    const large = await sharp({ create: { width: 7_000, height: 7_000, channels: 3, background: '#c46f1b' } })
      .png()
      .toBuffer();
    const before = process.memoryUsage().rss;
    const replies = await Promise.all(Array.from({ length: 6 }, () => upload(large)));
    expect(replies.map(({ status }) => status)).toEqual([201, 201, 201, 201, 201, 201]);
    expect(process.memoryUsage().rss - before).toBeLessThan(700 * 1024 * 1024);
  });
});
