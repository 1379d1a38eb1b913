import { randomUUID } from 'node:crypto';
import { localMinute, type Menu, type Published, type ReplayLine } from '@hearty-ladle/core';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { tellBegun } from './jobs/edition-watch.ts';
import { hearing } from './testing/hear.ts';
import { menuAt } from './testing/menu-at.ts';
import { editionsAt, priceAt, publishDraft, sendEdition, setPrices } from './testing/publish.ts';
import { BOWL, sendOrder } from './testing/requests.ts';
import { as, request } from './testing/signed-in.ts';
import { type TestHouse, useTwoServers } from './testing/test-house.ts';

let house: TestHouse;
let one: string;
let other: string;
useTwoServers((opened) => ({ house, one, other } = opened), { hasQuickChecks: true });
afterEach(() => vi.useRealTimers());

const MINUTE = 60_000;
const editions = '/api/workbench/editions';

/** A local time so many minutes from now. */
const inMinutes = (minutes: number, zone?: string) => localMinute(new Date(Date.now() + minutes * MINUTE), zone);
const zoneOf = ({ locations }: Menu, id: string) => locations?.find((place) => place.id === id)?.timeZone;
const placeAt = async (location: string) => (await editionsAt(one)).places.find((place) => place.location === location);

describe('a plan', () => {
  it('begins at its location’s own time, is told once by whichever process sees it, and can be moved and called off', async () => {
    await publishDraft(one);
    await setPrices(one, { 'barley-tea': 777 });
    const { menu } = await menuAt(one);
    const at = inMinutes(60, zoneOf(menu, 'steps'));
    const made = (await sendEdition(one, { locations: ['steps'], at })).body as Published;
    expect(made.publications).toMatchObject([{ location: 'steps', local: at }]);
    const id = made.publications[0]?.id ?? '';
    expect(await priceAt(one, 'steps')).not.toBe(777);
    expect((await placeAt('steps'))?.plans).toMatchObject([{ id, local: at }]);
    await setPrices(one, { 'barley-tea': 778 });
    expect((await sendEdition(one, { locations: ['steps'], at })).body).toMatchObject({
      fault: 'planned-already',
      location: 'steps',
    });
    const later = inMinutes(120, zoneOf(menu, 'steps'));
    const move = (to: string, server = one) => request(server).post(`/api/workbench/plans/${id}/move`).send({ at: to });
    expect((await move(later, other).expect(200)).body).toMatchObject({ local: later });
    expect((await move('2020-01-01T07:00').expect(422)).body).toMatchObject({ fault: 'in-the-past' });
    vi.useFakeTimers({ toFake: ['Date'], now: Date.now() + 61 * MINUTE });
    expect(await priceAt(one, 'steps')).not.toBe(777);
    vi.setSystemTime(Date.now() + 60 * MINUTE);
    // From its minute on, by the clock alone.
    expect([await priceAt(one, 'steps'), await priceAt(other, 'steps', 'barley-tea')]).toEqual([777, 777]);
    expect(await priceAt(one, 'millrace')).not.toBe(777);
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
    await setPrices(one, { 'barley-tea': 555 });
    const { menu } = await menuAt(one);
    const at = inMinutes(30, zoneOf(menu, 'millrace'));
    await sendEdition(one, { locations: ['millrace'], at });
    await setPrices(one, { 'barley-tea': 444 });
    await sendEdition(one, { locations: ['millrace'] });
    expect(await priceAt(one, 'millrace')).toBe(444);
    const restarted = (await house.openServer()).address;
    vi.useFakeTimers({ toFake: ['Date'], now: Date.now() + 31 * MINUTE });
    expect(await priceAt(restarted, 'millrace', 'barley-tea')).toBe(555);
  });
});

describe('an earlier edition', () => {
  it('is published again, and a screen tells which one it shows', async () => {
    await setPrices(one, { toast: 511 });
    const [first] = (await publishDraft(one)).editions;
    await setPrices(one, { toast: 512 });
    await publishDraft(one);
    const again = (number: number, body: object = {}) =>
      request(other)
        .post(`${editions}/${number}/again`)
        .send({ id: randomUUID(), locations: ['steps'], evenInRush: true, ...body });
    expect((await again(first?.number ?? 0).expect(200)).body.publications).toHaveLength(1);
    expect([await priceAt(one, 'steps', 'toast'), await priceAt(one, 'millrace', 'toast')]).toEqual([511, 512]);
    expect((await again(first?.number ?? 0).expect(422)).body).toMatchObject({ fault: 'nothing-new' });
    await again(99_999).expect(404);
    const shows = { page: randomUUID(), screen: 'till', location: 'steps', edition: first?.number };
    const page = await hearing(other);
    await as('till', one).post('/api/device/showing').send(shows).expect(200);
    expect(await page.until('screens')).toContain('{"type":"screens"}');
    const seen = async () =>
      (await editionsAt(one)).shown.find(({ screen, location }) => screen === 'till' && location === 'steps');
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
    await setPrices(one, { toast: price + 25 });
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
