import { randomUUID } from 'node:crypto';
import { type Movement, type PantryNow, keyOfWhat, type What } from '@hearty-ladle/core';
import { as, request } from './testing/signed-in.ts';
import { describe, expect, it } from 'vitest';
import { Random } from '../../../packages/core/src/testing/random.ts';
import { HouseSettings } from './db/house-settings.ts';
import { countsBesideTheirLedger, tidy } from './jobs/housekeeping.ts';
import { BOWL, sendAsLead, sendOrder, until } from './testing/requests.ts';
import { useTwoServers } from './testing/test-house.ts';

let one: string;
let other: string;
let house: Parameters<Parameters<typeof useTwoServers>[0]>[0]['house'];
useTwoServers((opened) => ({ one, other, house } = opened));

const send = (path: string, body: object, key?: string, server = one) => sendAsLead(server, path, body, key);
const pantry = async (location = 'steps', server = one) =>
  (await request(server).get('/api/device/pantry').query({ location }).expect(200)).body as PantryNow;
const ledger = async (what: What, location = 'steps') =>
  (
    await request(one)
      .get('/api/device/ledger')
      .query({ what: keyOfWhat(what), location })
      .expect(200)
  ).body as Movement[];
const onHand = async (what: What, location = 'steps') =>
  (await pantry(location)).counts.find(
    (count) => keyOfWhat(count.what) === keyOfWhat(what) && (count.location ?? '') === location,
  )?.onHand;
const TOAST = { item: 'toast', picks: [{ group: 'spread', choice: 'plain' }] };

/** The invariant: on hand is the sum of the ledger. */
async function expectLedgerAgrees(): Promise<void> {
  expect(await countsBesideTheirLedger(house.database)).toEqual([]);
}

describe('86', () => {
  it('what is off at a location is refused there, through every server, and is back when it is put back', async () => {
    const what = { choice: 'noodle/wheat' };
    const key = randomUUID();
    const [off] = (await send('offs', { whats: [what], locations: ['steps'] }, key).expect(201)).body;
    expect(off).toMatchObject({ what, locations: ['steps'], by: 'Ines Calder' });
    expect((await send('offs', { whats: [what], locations: ['steps'] }, key).expect(201)).body).toEqual([off]);
    const refused = await sendOrder(other, { lines: [BOWL] }).expect(422);
    expect(refused.body.problems).toContainEqual({ line: 0, code: 'sold-out', group: 'noodle', choice: 'wheat' });
    await sendOrder(other, { lines: [{ item: 'ember' }] }).expect(422);
    const turnedAway = await house.database.query('SELECT location, total::int, problems FROM turned_away');
    expect(turnedAway).toEqual([{ location: 'steps', total: 1_070, problems: [refused.body.problems[0]] }]);
    const ever = { from: '2020-01-01', to: '2999-12-31' };
    const missed = await request(other).get('/api/workbench/takings/missed').query(ever).expect(200);
    expect(missed.body).toMatchObject([{ kind: 'choice', id: 'noodle/wheat', orders: 1, money: 1_070 }]);
    await sendOrder(other, { location: 'millrace', lines: [BOWL] }).expect(201);
    const told = await request(other).get('/api/shop/standing').query({ location: 'steps' }).expect(200);
    expect(told.body.out.choices).toEqual(['noodle/wheat']);
    // Whatever a request says is out, the server's own word counts.
    await sendOrder(one, { lines: [BOWL], out: {} }).expect(422);
    await send(`offs/${off.id}/end`, {}).expect(200);
    await sendOrder(one, { lines: [BOWL] }).expect(201);
    expect((await pantry()).offs).toEqual([]);
  });

  it('ends by itself at a minute of the location’s own time', async () => {
    await send('offs', { whats: [{ item: 'toast' }], until: '2020-01-01T10:00' }).expect(201);
    await send('offs', { whats: [{ item: 'milk-tea' }], until: '2999-01-01T10:00' }).expect(201);
    const { offs, standing } = await pantry();
    expect(offs.map(({ what }) => what)).toEqual([{ item: 'milk-tea' }]);
    expect(standing.out.items).toEqual(['milk-tea']);
    await sendOrder(one, { lines: [TOAST] }).expect(201);
    const open = async () =>
      (await house.database.query('SELECT what FROM "off" WHERE ended_at IS NULL')) as { what: What }[];
    expect(await open()).toHaveLength(2);
    await tidy(house.database, new HouseSettings());
    expect(await open()).toEqual([{ what: { item: 'milk-tea' } }]);
    for (const { id } of offs) await send(`offs/${id}/end`, {}).expect(200);
  });

  it('is only for a shift lead, and only of what there is', async () => {
    const waiter = as('till', one).post('/api/device/offs').set('Idempotency-Key', randomUUID());
    await waiter.send({ whats: [{ item: 'toast' }] }).expect(403);
    expect((await send('offs', { whats: [{ item: 'soup' }] }).expect(422)).body.type).toContain('unknown-thing');
    expect((await send('offs', { whats: [{ item: 'toast' }], locations: ['moon'] }).expect(422)).body.type).toContain(
      'unknown-location',
    );
    await send(`offs/${randomUUID()}/end`, {}).expect(404);
    await request(one).get('/api/device/pantry').query({ location: 'moon' }).expect(404);
  });
});

it('where the menu has locations, an order without one is refused', async () => {
  const { body } = await sendOrder(one, { location: undefined, lines: [TOAST] }).expect(422);
  expect(body.type).toContain('location-required');
});

describe('stock', () => {
  it('an order takes what it uses from the count of its location; waste, counts and deliveries move it', async () => {
    const egg = { ingredient: 'egg' };
    const move = (kind: string, quantity: number, more: object = {}) =>
      send('movements', { kind, location: 'steps', rows: [{ what: egg, quantity, ...more }] });
    await move('delivery', 12).expect(201);
    const bowl = { ...BOWL, quantity: 2, picks: [...BOWL.picks, { group: 'toppings', choice: 'egg' }] };
    const placed = await sendOrder(one, { lines: [bowl] }).expect(201);
    expect(await onHand(egg)).toBe(10);
    await send('movements', {
      kind: 'waste',
      location: 'steps',
      reason: 'dropped',
      rows: [{ what: egg, quantity: 1 }],
    }).expect(201);
    // Counted 8 while 9 were expected; 2 are sold before the count is sent.
    await sendOrder(other, { lines: [bowl] }).expect(201);
    await move('count', 8, { seen: 9 }).expect(201);
    expect(await onHand(egg)).toBe(6);
    expect(await ledger(egg)).toMatchObject([
      { kind: 'count', quantity: -1, onHand: 6, by: 'Ines Calder' },
      { kind: 'sale', quantity: -2, onHand: 7 },
      { kind: 'waste', quantity: -1, onHand: 9, reason: 'dropped' },
      { kind: 'sale', quantity: -2, onHand: 10, order: placed.body.number },
      { kind: 'delivery', quantity: 12, onHand: 12 },
    ]);
    await send('counts', { what: egg, location: 'steps', low: 8 }).expect(200);
    expect((await pantry()).counts).toContainEqual({ what: egg, location: 'steps', onHand: 6, low: 8 });
    await house.database.query('UPDATE stock_count SET on_hand = on_hand + 1');
    expect(await countsBesideTheirLedger(house.database)).toHaveLength(1);
    await house.database.query('UPDATE stock_count SET on_hand = on_hand - 1');
    await expect(house.database.query('UPDATE stock_movement SET quantity = 0')).rejects.toThrow('never rewritten');
    await expect(house.database.query('DELETE FROM stock_movement')).rejects.toThrow('never rewritten');
    await send('counts', { what: egg, location: 'steps', isCounted: false }).expect(200);
    expect(await onHand(egg)).toBeUndefined();
    await move('count', 3).expect(201);
    expect(await onHand(egg)).toBe(3);
    await send('counts', { what: egg, location: 'steps', isCounted: false }).expect(200);
    await expectLedgerAgrees();
  });

  it('of 200 guests after the last 50 portions, through two servers, 50 get one and 150 a clear no', async () => {
    const what = { item: 'toast' };
    await send('movements', { kind: 'count', location: 'steps', rows: [{ what, quantity: 50 }] }).expect(201);
    const answers = await Promise.all(
      Array.from({ length: 200 }, (_, i) => answered(i % 2 ? one : other, { lines: [TOAST] })),
    );
    const codes = answers.map(({ status, problems }) => (status === 201 ? 'placed' : problems));
    expect(codes.filter((code) => code === 'placed')).toHaveLength(50);
    for (const code of codes) expect(['placed', 'item-sold-out', 'not-enough']).toContain(code);
    expect(await onHand(what)).toBe(0);
    await expectLedgerAgrees();
    // A shift lead may sell what is not on hand; on hand then falls below zero, and says so.
    await sendOrder(one, { lines: [TOAST], evenIfShort: true }, { audience: 'device', role: 'till' }).expect(403);
    await sendOrder(one, { lines: [TOAST], evenIfShort: true }, { audience: 'device', role: 'lead' }).expect(201);
    expect(await onHand(what)).toBe(-1);
    await send('counts', { what, location: 'steps', isCounted: false }).expect(200);
    await expectLedgerAgrees();
  });

  it('orders that take several things in any order never wait for each other, and the ledger agrees', async () => {
    const counted = ['egg', 'wheat-noodle', 'bone-broth', 'flatbread'].map((ingredient) => ({ ingredient }));
    const rows = counted.map((what) => ({ what, quantity: 100_000 }));
    await send('movements', { kind: 'count', location: 'steps', rows }).expect(201);
    const fold = { item: 'griddle-fold', picks: [{ group: 'filling', choice: 'cheese' }] };
    const egg = { ...BOWL, picks: [...BOWL.picks, { group: 'toppings', choice: 'egg' }] };
    const answers = await Promise.all(
      Array.from({ length: 60 }, (_, i) =>
        answered(i % 2 ? one : other, { lines: i % 3 ? [egg, fold] : [fold, egg, fold] }),
      ),
    );
    expect(new Set(answers.map(({ status }) => status))).toEqual(new Set([201]));
    await expectLedgerAgrees();
    expect(await onHand({ ingredient: 'egg' })).toBe(100_000 - 60);
    expect(await onHand({ ingredient: 'flatbread' })).toBe(100_000 - 40 - 2 * 20);
    for (const what of counted) await send('counts', { what, location: 'steps', isCounted: false }).expect(200);
  });

  it('over random deliveries, waste, counts and orders, ledger, counts and standing never disagree', async () => {
    const random = new Random(20_261_128);
    const what = { ingredient: 'egg' };
    const bowl = (eggs: number) => ({
      ...BOWL,
      picks: [...BOWL.picks, { group: 'toppings', choice: 'egg', units: eggs }],
    });
    let model = 20;
    await send('movements', { kind: 'count', location: 'steps', rows: [{ what, quantity: model }] }).expect(201);
    for (let i = 0; i < 60; i++) {
      const quantity = random.int(1, 6);
      const kind = random.pick(['delivery', 'waste', 'count', 'order', 'order', 'order'] as const);
      if (kind === 'order') {
        const { status } = await sendOrder(i % 2 ? one : other, { lines: [{ ...bowl(1), quantity }] });
        expect([i, status]).toEqual([i, quantity <= model ? 201 : 422]);
        if (status === 201) model -= quantity;
      } else {
        const rows = [{ what, quantity: kind === 'count' ? model + quantity - 3 : quantity }];
        await send('movements', { kind, location: 'steps', rows }).expect(201);
        model += kind === 'delivery' ? quantity : kind === 'waste' ? -quantity : quantity - 3;
      }
      const { standing } = await pantry();
      expect([i, await onHand(what)]).toEqual([i, model]);
      expect([
        i,
        standing.left.choices['toppings/egg'],
        standing.out.choices?.includes('toppings/egg') ?? false,
      ]).toEqual([i, Math.max(0, model), model < 1]);
    }
    await expectLedgerAgrees();
    await send('counts', { what, location: 'steps', isCounted: false }).expect(200);
  });

  it('a request that is sent again moves nothing twice', async () => {
    const what = { ingredient: 'butter' };
    const key = randomUUID();
    const body = { kind: 'delivery', location: 'steps', rows: [{ what, quantity: 500 }] };
    await Promise.all([send('movements', body, key), send('movements', body, key, other)]);
    expect(await onHand(what)).toBe(500);
    await send('movements', { ...body, rows: [{ what, quantity: 0.0001 }] }).expect(422);
    await send('movements', { ...body, rows: [{ what, quantity: 999_501 }] }).expect(422);
    expect((await ledger(what)).length).toBe(1);
  });

  it('guests are told how many are left only when few are, and never more than the house shows', async () => {
    const what = { item: 'barley-tea' };
    await send('movements', { kind: 'count', location: 'steps', rows: [{ what, quantity: 40 }] }).expect(201);
    const left = async () =>
      (await request(one).get('/api/shop/standing').query({ location: 'steps' })).body.left.items['barley-tea'];
    expect(await left()).toBeUndefined();
    await send('movements', { kind: 'count', location: 'steps', rows: [{ what, quantity: 3 }] }).expect(201);
    expect(await left()).toBe(3);
  });
});

/** Sends an order again while the server has too much to do, as a shop does. */
async function answered(server: string, order: object): Promise<{ status: number; problems: string }> {
  const key = randomUUID();
  return until(async () => {
    const { status, body } = await sendOrder(server, order, { key });
    return status !== 503 && { status, problems: body.problems?.[0]?.code };
  });
}
