import { randomUUID } from 'node:crypto';
import {
  type EditionsNow,
  hashOf,
  localMinute,
  type Menu,
  type OpenedEdition,
  type Published,
  type ReplayLine,
  type StoredMenu,
} from '@hearty-ladle/core';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { tellBegun } from './jobs/edition-watch.ts';
import { menuAt } from './testing/menu-at.ts';
import { publishDraft, requestFor } from './testing/publish.ts';
import { BOWL, sendChange, sendOrder } from './testing/requests.ts';
import { as, request } from './testing/signed-in.ts';
import { type TestHouse, useTwoServers } from './testing/test-house.ts';

let house: TestHouse;
let one: string;
let other: string;
useTwoServers((opened) => ({ house, one, other } = opened), { hasQuickChecks: true });
afterEach(() => vi.useRealTimers());

const MINUTE = 60_000;
const editions = '/api/workbench/editions';

/** Gives dishes new prices in the draft. */
async function setPrices(prices: Readonly<Record<string, number>>): Promise<void> {
  const { menu, versions } = await menuAt(one);
  const dishes = menu.items.filter(({ id }) => id in prices);
  await sendChange(
    one,
    dishes.map((dish) => ({ type: 'put', kind: 'items', thing: { ...dish, price: prices[dish.id] ?? 0 } })),
    dishes.map(({ id }) => ({ kind: 'items', id, version: versions['items']?.[id] ?? 0 })),
  ).expect(200);
}

const served = async (server: string, location: string) =>
  (await request(server).get('/api/shop/menu').query({ location }).expect(200)).body as StoredMenu;
const priceAt = async (location: string, item = 'barley-tea', server = one) =>
  (await served(server, location)).menu.items.find(({ id }) => id === item)?.price;
const nowAt = async () => (await request(one).get(`${editions}/now`).expect(200)).body as EditionsNow;
const placeAt = async (location: string) => (await nowAt()).places.find((place) => place.location === location);
const send = async (more: object, role: 'owner' | 'editor' | 'lead' = 'owner', server = one) => {
  const { menu, revision } = await menuAt(server);
  return as(role, server)
    .post(editions)
    .send({ ...requestFor(menu), revision, reason: 'a test', ...more });
};
/** A local time so many minutes from now, to the next full minute. */
const inMinutes = (minutes: number, zone?: string) => localMinute(new Date(Date.now() + minutes * MINUTE), zone);
const zoneOf = ({ locations }: Menu, id: string) => locations?.find((place) => place.id === id)?.timeZone;

describe('a draft', () => {
  it('is served nowhere before it is published, to guests and tills alike, and then by every process at once', async () => {
    await setPrices({ 'barley-tea': 300 });
    await publishDraft(one);
    const before = await priceAt('steps');
    await setPrices({ 'barley-tea': 911 });
    expect([await priceAt('steps'), await priceAt('millrace', 'barley-tea', other)]).toEqual([before, before]);
    const tea = { item: 'barley-tea', picks: [{ group: 'cup-size', choice: 'short' }] };
    const quoted = async () =>
      (
        await request(other)
          .post('/api/shop/quote')
          .send({ ...tea, location: 'steps' })
          .expect(200)
      ).body.price.base;
    expect(await quoted()).toBe(before);
    const { editions: made, publications } = await publishDraft(one, { name: 'Dearer tea', note: 'as agreed' });
    expect(made).toMatchObject([{ name: 'Dearer tea', note: 'as agreed', by: 'Odile Marten' }]);
    expect(publications.map(({ location }) => location).sort()).toEqual(['millrace', 'steps']);
    expect([await priceAt('steps'), await priceAt('millrace', 'barley-tea', other), await quoted()]).toEqual([
      911, 911, 911,
    ]);
    const order = (await sendOrder(one, { lines: [tea] }, { audience: 'device' }).expect(201)).body;
    await setPrices({ 'barley-tea': 345 });
    await publishDraft(other);
    const opened = (await request(one).get(`/api/workbench/orders/${order.id}`).expect(200)).body;
    expect(opened.rounds[0]).toMatchObject({ edition: made[0]?.number });
    expect(opened.rounds[0].menu.items[0].price).toBe(911);
  });

  it('is kept in parts that are stored once, and read as it was', async () => {
    const draft = await menuAt(one);
    const count = async () => Number((await house.database.query('SELECT count(*) FROM edition_part'))[0].count);
    await setPrices({ toast: 701 });
    const [first] = (await publishDraft(one)).editions;
    const before = await count();
    await setPrices({ toast: 702 });
    const [second] = (await publishDraft(one)).editions;
    // The dish, and the list of dishes.
    expect((await count()) - before).toBe(2);
    for (const [edition, price] of [
      [first, 701],
      [second, 702],
    ] as const) {
      const opened = (await request(other).get(`${editions}/${edition?.number}`).expect(200)).body as OpenedEdition;
      expect(hashOf(opened.menu)).toBe(edition?.hash);
      expect(opened.menu.items.find(({ id }) => id === 'toast')?.price).toBe(price);
      expect(opened.menu.items.length).toBe(draft.menu.items.length);
    }
    await expect(house.database.query('UPDATE edition SET name = $1', ['x'])).rejects.toThrow('only added to');
    await expect(house.database.query('DELETE FROM edition_part')).rejects.toThrow('only added to');
  });

  it('is published in part: the rest stays, what is needed is named, and each place is compared with what it has', async () => {
    await publishDraft(one);
    const [tea, toast] = [await priceAt('steps'), await priceAt('steps', 'toast')];
    await setPrices({ 'barley-tea': 411, toast: 412 });
    const part = (await send({ left: ['items/toast'], locations: ['steps'] })).body as Published;
    expect(part.editions).toHaveLength(1);
    expect([await priceAt('steps'), await priceAt('steps', 'toast')]).toEqual([411, toast]);
    expect([await priceAt('millrace'), await priceAt('millrace', 'toast')]).toEqual([tea, toast]);
    // To both, without the tea: one place has it already, the other doesn't get it.
    const rest = (await send({ left: ['items/barley-tea'] })).body as Published;
    expect(rest.editions).toHaveLength(2);
    expect([await priceAt('steps'), await priceAt('millrace'), await priceAt('millrace', 'toast')]).toEqual([
      411,
      tea,
      412,
    ]);
    const { menu } = await menuAt(one);
    const dish = menu.items.find(({ id }) => id === 'toast');
    const group = {
      id: 'sauce',
      name: 'Sauce',
      kind: 'choices',
      prompt: 'Sauce?',
      choices: [{ id: 'plum', name: 'Plum' }],
    };
    await sendChange(
      one,
      [
        { type: 'put', kind: 'groups', thing: group as never },
        {
          type: 'put',
          kind: 'items',
          thing: { ...dish, groups: [...(dish?.groups ?? []), { group: 'sauce' }] } as never,
        },
      ],
      [{ kind: 'items', id: 'toast', version: (await menuAt(one)).versions['items']?.['toast'] ?? 0 }],
    ).expect(200);
    expect((await send({ left: ['groups/sauce'], locations: ['steps'] })).body).toMatchObject({
      fault: 'needs',
      location: 'steps',
      needs: ['groups/sauce'],
    });
    expect((await send({})).status).toBe(200);
  });
});

describe('publishing', () => {
  it('is refused in a sentence where it makes no sense, and done once however often it is sent', async () => {
    await publishDraft(one);
    expect((await send({})).body).toMatchObject({ status: 422, fault: 'nothing-new' });
    await setPrices({ toast: 650 });
    const { menu, revision } = await menuAt(one);
    expect((await send({ locations: ['nowhere'] })).body).toMatchObject({
      fault: 'unknown-location',
      location: 'nowhere',
    });
    expect((await send({ locations: [] })).body).toMatchObject({ fault: 'unknown-location' });
    expect((await send({ at: '2020-01-01T07:00' })).body).toMatchObject({ fault: 'in-the-past' });
    expect((await send({ revision: revision - 1 })).body).toMatchObject({ status: 409, revision });
    expect((await send({}, 'lead')).status).toBe(403);
    const same = { ...requestFor(menu), revision, reason: 'a test' };
    const answers = await Promise.all(
      [one, other, one, other].map((server) => request(server).post(editions).send(same).expect(200)),
    );
    expect(new Set(answers.map(({ body }) => JSON.stringify(body))).size).toBe(1);
    const [made] = answers[0]?.body.editions as { number: number }[];
    expect((await nowAt()).places.map(({ now }) => now?.edition)).toEqual([made?.number, made?.number]);
  });

  it('over what stops orders is the owner’s, with a reason that is kept', async () => {
    const { menu, versions } = await menuAt(one);
    const dish = menu.items.find(({ id }) => id === 'toast');
    const put = (thing: object, version: number) =>
      sendChange(
        one,
        [{ type: 'put', kind: 'items', thing: thing as never }],
        [{ kind: 'items', id: 'toast', version }],
      );
    const version = versions['items']?.['toast'] ?? 0;
    const empty = {
      id: 'no-way',
      name: 'No way',
      kind: 'choices',
      prompt: 'What?',
      min: 2,
      max: 2,
      choices: [{ id: 'a', name: 'A', max: 1 }],
    };
    await sendChange(one, [{ type: 'put', kind: 'groups', thing: empty as never }], []).expect(({ body }) =>
      expect(body.faults ?? []).toEqual([]),
    );
    const { body } = await put({ ...dish, groups: [...(dish?.groups ?? []), { group: 'no-way' }] }, version).expect(
      200,
    );
    const stopped = await send({ reason: undefined });
    expect(stopped.body).toMatchObject({ status: 422, fault: 'stops' });
    expect(stopped.body.stops).toBeGreaterThan(0);
    expect((await send({ reason: 'we know' }, 'editor')).body).toMatchObject({ fault: 'stops' });
    const done = (await send({ reason: 'we know' })).body as Published;
    expect(done.editions).toMatchObject([{ reason: 'we know' }]);
    await put({ ...dish }, body.revision).expect(200);
    expect((await publishDraft(one)).editions[0]).not.toHaveProperty('reason');
  });

  it('in a rush is asked once', async () => {
    await house.changeHouse((settings) => ({ ...settings, rush: { orders: 2, minutes: 15 } }));
    for (let i = 0; i < 2; i++) await sendOrder(one, { lines: [BOWL] }).expect(201);
    await setPrices({ toast: 666 });
    expect((await send({ evenInRush: false })).body).toMatchObject({ status: 409 });
    expect((await send({ evenInRush: false })).body.orders).toBeGreaterThanOrEqual(2);
    expect((await send({ evenInRush: true })).status).toBe(200);
    await house.changeHouse((settings) => ({ ...settings, rush: { orders: 0, minutes: 15 } }));
  });

  it('and editing at the same time never mix: what is published is one draft that was', async () => {
    await setPrices({ toast: 100, 'barley-tea': 100 });
    const prices = new Map<number, number>();
    const editing = (async () => {
      for (let price = 101; price < 121; price++) {
        await setPrices({ toast: price, 'barley-tea': price });
        prices.set((await menuAt(one)).revision, price);
        await new Promise((resolve) => setTimeout(resolve, (price % 4) * 150));
      }
    })();
    let isDone = false;
    const made: { number: number; revision: number }[] = [];
    const publishing = async (server: string) => {
      while (!isDone) {
        const answer = await send({}, 'owner', server);
        if (answer.status === 200) made.push(...(answer.body as Published).editions);
        else expect([409, 422]).toContain(answer.status);
      }
    };
    await Promise.all([editing.then(() => (isDone = true)), publishing(one), publishing(other)]);
    expect(made.length).toBeGreaterThan(0);
    for (const { number, revision } of made) {
      const { menu } = (await request(one).get(`${editions}/${number}`).expect(200)).body as OpenedEdition;
      const [toast, tea] = ['toast', 'barley-tea'].map((id) => menu.items.find((item) => item.id === id)?.price);
      expect(toast).toBe(tea);
      if (prices.has(revision)) expect(toast).toBe(prices.get(revision));
    }
  });
});

describe('a plan', () => {
  it('begins at its location’s own time, is told once by whichever process sees it, and can be moved and called off', async () => {
    await publishDraft(one);
    await setPrices({ 'barley-tea': 777 });
    const { menu } = await menuAt(one);
    const at = inMinutes(60, zoneOf(menu, 'steps'));
    const made = (await send({ locations: ['steps'], at })).body as Published;
    expect(made.publications).toMatchObject([{ location: 'steps', local: at }]);
    const id = made.publications[0]?.id ?? '';
    expect(await priceAt('steps')).not.toBe(777);
    expect((await placeAt('steps'))?.plans).toMatchObject([{ id, local: at }]);
    await setPrices({ 'barley-tea': 778 });
    expect((await send({ locations: ['steps'], at })).body).toMatchObject({
      fault: 'planned-already',
      location: 'steps',
    });
    const later = inMinutes(120, zoneOf(menu, 'steps'));
    const move = (to: string, server = one) => request(server).post(`/api/workbench/plans/${id}/move`).send({ at: to });
    expect((await move(later, other).expect(200)).body).toMatchObject({ local: later });
    expect((await move('2020-01-01T07:00').expect(422)).body).toMatchObject({ fault: 'in-the-past' });
    vi.useFakeTimers({ toFake: ['Date'], now: Date.now() + 61 * MINUTE });
    expect(await priceAt('steps')).not.toBe(777);
    vi.setSystemTime(Date.now() + 60 * MINUTE);
    // From its minute on, by the clock alone.
    expect([await priceAt('steps'), await priceAt('steps', 'barley-tea', other)]).toEqual([777, 777]);
    expect(await priceAt('millrace')).not.toBe(777);
    await house.database.query('UPDATE publication SET told_at = NULL WHERE id = $1', [id]);
    const told = await Promise.all(Array.from({ length: 6 }, () => tellBegun(house.database)));
    expect(told.reduce((sum, count) => sum + count, 0)).toBeLessThanOrEqual(1);
    expect(
      (await house.database.query('SELECT told_at FROM publication WHERE id = $1', [id]))[0].told_at,
    ).not.toBeNull();
    await move(later).expect(404);
    await request(one).post(`/api/workbench/plans/${id}/call-off`).send({}).expect(404);
    vi.useRealTimers();
    await request(one).post(`/api/workbench/plans/${id}/call-off`).send({}).expect(200);
    expect((await placeAt('steps'))?.plans).toEqual([]);
  });

  it('survives a restart, and what was published first comes after it where it is later', async () => {
    await setPrices({ 'barley-tea': 555 });
    const { menu } = await menuAt(one);
    const at = inMinutes(30, zoneOf(menu, 'millrace'));
    await send({ locations: ['millrace'], at });
    await setPrices({ 'barley-tea': 444 });
    await send({ locations: ['millrace'] });
    expect(await priceAt('millrace')).toBe(444);
    const restarted = (await house.openServer()).address;
    vi.useFakeTimers({ toFake: ['Date'], now: Date.now() + 31 * MINUTE });
    expect(await priceAt('millrace', 'barley-tea', restarted)).toBe(555);
  });
});

describe('an earlier edition', () => {
  it('is published again, and a screen tells which one it shows', async () => {
    await setPrices({ toast: 511 });
    const [first] = (await publishDraft(one)).editions;
    await setPrices({ toast: 512 });
    await publishDraft(one);
    const again = (number: number, body: object = {}) =>
      request(other)
        .post(`${editions}/${number}/again`)
        .send({ id: randomUUID(), locations: ['steps'], evenInRush: true, ...body });
    expect((await again(first?.number ?? 0).expect(200)).body.publications).toHaveLength(1);
    expect([await priceAt('steps', 'toast'), await priceAt('millrace', 'toast')]).toEqual([511, 512]);
    expect((await again(first?.number ?? 0).expect(422)).body).toMatchObject({ fault: 'nothing-new' });
    await again(99_999).expect(404);
    const shows = { page: randomUUID(), screen: 'till', location: 'steps', edition: first?.number };
    await as('till', one).post('/api/device/showing').send(shows).expect(200);
    const seen = async () =>
      (await nowAt()).shown.find(({ screen, location }) => screen === 'till' && location === 'steps');
    expect(await seen()).toMatchObject({ edition: first?.number, isHere: true });
    await house.database.query(`UPDATE showing SET seen_at = now() - interval '2 minutes'`);
    expect(await seen()).toMatchObject({ edition: first?.number, isHere: false });
  });
});

describe('a replay', () => {
  it('says what past orders would come to, as the contract’s replay does, and which cannot be ordered any more', async () => {
    await publishDraft(one);
    for (let i = 0; i < 3; i++) await sendOrder(one, { lines: [BOWL] }).expect(201);
    const toast = { item: 'toast', picks: [{ group: 'spread', choice: 'plain' }] };
    await sendOrder(one, { lines: [toast, { ...toast, quantity: 2 }] }).expect(201);
    const { menu } = await menuAt(one);
    const price = menu.items.find(({ id }) => id === 'toast')?.price as number;
    await setPrices({ toast: price + 25 });
    const ask = async (left: readonly string[]) => {
      const { text } = await request(one)
        .post(`${editions}/replay`)
        .send({ location: 'steps', left, days: 2 })
        .expect(200);
      return text
        .trim()
        .split('\n')
        .map((line) => JSON.parse(line) as ReplayLine);
    };
    const lines = await ask([]);
    const end = lines.at(-1);
    if (!end || !('sums' in end)) throw new Error('no sums');
    const dearer = end.differing.filter(({ before, after }) => before !== null && after === before + 75);
    expect(dearer.length).toBeGreaterThanOrEqual(1);
    expect(end.sums.after - end.sums.before).toBe(end.dishes.reduce((sum, { difference }) => sum + difference, 0));
    expect(end.sums.orders).toBe(
      end.sums.same + end.sums.dearer + end.sums.cheaper + end.sums.refused + end.sums.allowed,
    );
    const none = (await ask(['items/toast'])).at(-1);
    expect(none && 'sums' in none && none.sums.same).toBe(end.sums.orders);
  });
});
