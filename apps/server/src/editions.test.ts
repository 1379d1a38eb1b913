import { createHash } from 'node:crypto';
import {
  hashOf,
  menuInLanguage,
  type OpenedEdition,
  type Published,
  type ServedAt,
  type ServedMenu,
} from '@hearty-ladle/core';
import { describe, expect, it } from 'vitest';
import { menuAt } from './testing/menu-at.ts';
import { editionsAt, priceAt, publishDraft, requestFor, sendEdition, setPrices } from './testing/publish.ts';
import { BOWL, sendChange, sendOrder } from './testing/requests.ts';
import { request } from './testing/signed-in.ts';
import { type TestHouse, useTwoServers } from './testing/test-house.ts';

let house: TestHouse;
let one: string;
let other: string;
useTwoServers((opened) => ({ house, one, other } = opened), { hasQuickChecks: true });

const editions = '/api/workbench/editions';

describe('an edition as guests get it', () => {
  const wanted = (query: object) => request(one).get('/api/shop/edition').query(query).expect(200);
  const address = ({ edition, hash, language }: ServedAt) => `/api/shop/editions/${edition}/${hash}/${language}`;

  it('has an address for each location and language, may be kept for ever, and is tagged with the hash of its bytes', async () => {
    await publishDraft(one);
    const { body: at } = await wanted({ location: 'steps', language: 'es' });
    expect(at).toMatchObject({ location: 'steps', language: 'es' });
    expect((await wanted({ location: 'steps', language: 'fi' })).body.language).toBe('en');
    const get = (headers: Record<string, string>) => fetch(`${other}${address(at)}?location=steps`, { headers });
    const plain = await get({ 'Accept-Encoding': 'identity' });
    const bytes = Buffer.from(await plain.arrayBuffer());
    const etag = `"${createHash('sha256').update(bytes).digest('hex')}"`;
    expect(plain.headers.get('etag')).toBe(etag);
    expect(plain.headers.get('cache-control')).toBe('public, max-age=31536000, immutable');
    expect(plain.headers.get('vary')).toMatch(/accept-encoding/i);
    for (const encoding of ['br', 'gzip']) {
      const packed = await get({ 'Accept-Encoding': encoding });
      expect([packed.headers.get('content-encoding'), packed.headers.get('etag')]).toEqual([encoding, `W/${etag}`]);
      expect(Buffer.from(await packed.arrayBuffer()).equals(bytes)).toBe(true);
    }
    const known = request(one).get(address(at)).query({ location: 'steps' }).set('If-None-Match', `W/${etag}`);
    expect((await known).status).toBe(304);
    const { menu } = JSON.parse(bytes.toString()) as ServedMenu;
    const whole = (await request(one).get('/api/shop/menu').query({ location: 'steps' }).expect(200))
      .body as ServedMenu;
    expect(menu).toEqual(menuInLanguage(whole.menu, 'es'));
    expect(JSON.stringify(menu)).not.toContain('"cost"');
  });

  it('stays at its address when another is published, and nothing else is there', async () => {
    const { body: at } = await wanted({ location: 'steps' });
    const there = address(at);
    const before = (await request(one).get(there).expect(200)).text;
    await setPrices(one, { toast: 655 });
    await publishDraft(one);
    expect((await wanted({ location: 'steps' })).body.edition).toBe(at.edition + 1);
    expect((await request(other).get(there).expect(200)).text).toBe(before);
    for (const wrong of [{ hash: 'f00d' }, { edition: 9_999 }, { language: 'fi' }])
      expect((await request(other).get(address({ ...at, ...wrong }))).status).toBe(404);
    expect((await request(other).get(there).query({ location: 'nowhere' })).status).toBe(404);
  });
});

describe('a draft', () => {
  it('is served nowhere before it is published, to guests and tills alike, and then by every process at once', async () => {
    await setPrices(one, { 'barley-tea': 300 });
    await publishDraft(one);
    const before = await priceAt(one, 'steps');
    await setPrices(one, { 'barley-tea': 911 });
    expect([await priceAt(one, 'steps'), await priceAt(other, 'millrace', 'barley-tea')]).toEqual([before, before]);
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
    expect([await priceAt(one, 'steps'), await priceAt(other, 'millrace', 'barley-tea'), await quoted()]).toEqual([
      911, 911, 911,
    ]);
    const order = (await sendOrder(one, { lines: [tea] }, { audience: 'device' }).expect(201)).body;
    await setPrices(one, { 'barley-tea': 345 });
    await publishDraft(other);
    const opened = (await request(one).get(`/api/workbench/orders/${order.id}`).expect(200)).body;
    expect(opened.rounds[0]).toMatchObject({ edition: made[0]?.number });
    expect(opened.rounds[0].menu.items[0].price).toBe(911);
  });

  it('is kept in parts that are stored once, and read as it was', async () => {
    const draft = await menuAt(one);
    const count = async () => Number((await house.database.query('SELECT count(*) FROM edition_part'))[0].count);
    await setPrices(one, { toast: 701 });
    const [first] = (await publishDraft(one)).editions;
    const before = await count();
    await setPrices(one, { toast: 702 });
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
    const [tea, toast] = [await priceAt(one, 'steps'), await priceAt(one, 'steps', 'toast')];
    await setPrices(one, { 'barley-tea': 411, toast: 412 });
    const part = (await sendEdition(one, { left: ['items/toast'], locations: ['steps'] })).body as Published;
    expect(part.editions).toHaveLength(1);
    expect([await priceAt(one, 'steps'), await priceAt(one, 'steps', 'toast')]).toEqual([411, toast]);
    expect([await priceAt(one, 'millrace'), await priceAt(one, 'millrace', 'toast')]).toEqual([tea, toast]);
    // To both, without the tea: one place has it already, the other doesn't get it.
    const rest = (await sendEdition(one, { left: ['items/barley-tea'] })).body as Published;
    expect(rest.editions).toHaveLength(2);
    expect([
      await priceAt(one, 'steps'),
      await priceAt(one, 'millrace'),
      await priceAt(one, 'millrace', 'toast'),
    ]).toEqual([411, tea, 412]);
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
    expect((await sendEdition(one, { left: ['groups/sauce'], locations: ['steps'] })).body).toMatchObject({
      fault: 'needs',
      location: 'steps',
      needs: ['groups/sauce'],
    });
    expect((await sendEdition(one, {})).status).toBe(200);
  });
});

describe('publishing', () => {
  it('is refused in a sentence where it makes no sense, and done once however often it is sent', async () => {
    await publishDraft(one);
    expect((await sendEdition(one, {})).body).toMatchObject({ status: 422, fault: 'nothing-new' });
    await setPrices(one, { toast: 650 });
    const { menu, revision } = await menuAt(one);
    expect((await sendEdition(one, { locations: ['nowhere'] })).body).toMatchObject({
      fault: 'unknown-location',
      location: 'nowhere',
    });
    expect((await sendEdition(one, { locations: [] })).body).toMatchObject({ fault: 'unknown-location' });
    expect((await sendEdition(one, { at: '2020-01-01T07:00' })).body).toMatchObject({ fault: 'in-the-past' });
    expect((await sendEdition(one, { revision: revision - 1 })).body).toMatchObject({ status: 409, revision });
    expect((await sendEdition(one, {}, 'lead')).status).toBe(403);
    const same = { ...requestFor(menu), revision, reason: 'a test' };
    const answers = await Promise.all(
      [one, other, one, other].map((server) => request(server).post(editions).send(same).expect(200)),
    );
    expect(new Set(answers.map(({ body }) => JSON.stringify(body))).size).toBe(1);
    const [made] = answers[0]?.body.editions as { number: number }[];
    expect((await editionsAt(one)).places.map(({ now }) => now?.edition)).toEqual([made?.number, made?.number]);
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
    const stopped = await sendEdition(one, { reason: undefined });
    expect(stopped.body).toMatchObject({ status: 422, fault: 'stops' });
    expect(stopped.body.stops).toBeGreaterThan(0);
    expect((await sendEdition(one, { reason: 'we know' }, 'editor')).body).toMatchObject({ fault: 'stops' });
    const done = (await sendEdition(one, { reason: 'we know' })).body as Published;
    expect(done.editions).toMatchObject([{ reason: 'we know' }]);
    await put({ ...dish }, body.revision).expect(200);
    expect((await publishDraft(one)).editions[0]).not.toHaveProperty('reason');
  });

  it('in a rush is asked once', async () => {
    await house.changeHouse((settings) => ({ ...settings, rush: { orders: 2, minutes: 15 } }));
    for (let i = 0; i < 2; i++) await sendOrder(one, { lines: [BOWL] }).expect(201);
    await setPrices(one, { toast: 666 });
    expect((await sendEdition(one, { evenInRush: false })).body).toMatchObject({ status: 409 });
    expect((await sendEdition(one, { evenInRush: false })).body.orders).toBeGreaterThanOrEqual(2);
    expect((await sendEdition(one, { evenInRush: true })).status).toBe(200);
    await house.changeHouse((settings) => ({ ...settings, rush: { orders: 0, minutes: 15 } }));
  });

  it('and editing at the same time never mix: what is published is one draft that was', async () => {
    await setPrices(one, { toast: 100, 'barley-tea': 100 });
    const prices = new Map<number, number>();
    const editing = (async () => {
      for (let price = 101; price < 121; price++) {
        await setPrices(one, { toast: price, 'barley-tea': price });
        prices.set((await menuAt(one)).revision, price);
        await new Promise((resolve) => setTimeout(resolve, (price % 4) * 150));
      }
    })();
    let isDone = false;
    const made: { number: number; revision: number }[] = [];
    const publishing = async (server: string) => {
      while (!isDone) {
        const answer = await sendEdition(server);
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
