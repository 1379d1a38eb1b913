import { randomUUID } from 'node:crypto';
import { hideChoices, keyOfWhat, type Menu, type PantryNow, type StockStanding } from '@hearty-ladle/core';
import { as, request } from './testing/signed-in.ts';
import { describe, expect, it } from 'vitest';
import { BOWL, sendAsLead, sendOrder } from './testing/requests.ts';
import { publishDraft } from './testing/publish.ts';
import { type TestHouse, useTwoServers } from './testing/test-house.ts';

let one: string;
let other: string;
let house: TestHouse;
useTwoServers((opened) => ({ one, other, house } = opened), { hasQuickChecks: true });

const send = (path: string, body: object) => sendAsLead(one, path, body);
const pantry = async () =>
  (await request(other).get('/api/device/pantry').query({ location: 'steps' }).expect(200)).body as PantryNow;
const told = async () =>
  (await request(other).get('/api/shop/standing').query({ location: 'steps' }).expect(200)).body as StockStanding;

describe('a pause of online ordering', () => {
  it('refuses guests there until it is over, and says until when; tills go on', async () => {
    await as('till', one).post('/api/device/pause').send({ location: 'steps', minutes: 15 }).expect(403);
    await send('pause', { location: 'moon', minutes: 15 }).expect(422);
    const { until } = (await send('pause', { location: 'steps', minutes: 15 }).expect(200)).body;
    expect(Date.parse(until) - Date.now()).toBeGreaterThan(14 * 60_000);
    const refused = await sendOrder(other, { lines: [BOWL] }).expect(409);
    expect(refused.body).toMatchObject({ type: 'urn:hearty-ladle:problem:ordering-paused', until });
    expect((await told()).pausedUntil).toBe(until);
    expect((await pantry()).pausedBy).toBe('Ines Calder');
    await sendOrder(other, { lines: [BOWL] }, { audience: 'device' }).expect(201);
    await sendOrder(other, { location: 'millrace', lines: [BOWL] }).expect(201);
    await send('pause', { location: 'steps', minutes: 0 }).expect(200);
    await sendOrder(other, { lines: [BOWL] }).expect(201);
    expect((await told()).pausedUntil).toBeUndefined();
  });
});

describe('a stand-in', () => {
  it('hidden until now is offered at its own price while something is off, there and nowhere else', async () => {
    const menu = (await request(one).get('/api/workbench/menu').expect(200)).body as { menu: Menu };
    await request(one)
      .post('/api/workbench/changes')
      .send({
        id: randomUUID(),
        label: 'Hidden for now',
        change: { edits: hideChoices(menu.menu, 'noodle', ['rice'], true) },
        based: [],
      })
      .expect(200);
    await publishDraft(one);
    const withRice = {
      ...BOWL,
      picks: BOWL.picks.map((pick) => (pick.group === 'noodle' ? { ...pick, choice: 'rice' } : pick)),
    };
    await sendOrder(one, { lines: [withRice] }).expect(422);
    const off = { whats: [{ choice: 'noodle/wheat' }], locations: ['steps'], standIns: ['noodle/rice'] };
    await send('offs', { ...off, standIns: ['noodle/none-such'] }).expect(422);
    const [{ id }] = (await send('offs', off).expect(201)).body;
    expect((await told()).standIns).toEqual(['noodle/rice']);
    const placed = (await sendOrder(other, { lines: [withRice] }, { audience: 'device' }).expect(201)).body;
    await sendOrder(other, { location: 'millrace', lines: [withRice] }).expect(422);
    await send(`offs/${id}/end`, {}).expect(200);
    await sendOrder(one, { lines: [withRice] }).expect(422);
    // What was sold while it stood in is read, and quoted again, as it was sold.
    const opened = (await request(one).get(`/api/workbench/orders/${placed.id}`).expect(200)).body;
    expect(opened.rounds[0].menu.rules.map((rule: { id: string }) => rule.id)).not.toContain('hidden-choices');
    const voided = { lines: [{ line: 0, quantity: 1 }], reason: 'Mistake', stock: 'back' };
    expect((await send(`orders/${placed.id}/voids`, voided).expect(201)).body.due).toBe(0);
  });
});

describe('things of stock', () => {
  it('stand on a shelf and come in cases', async () => {
    const thing = { what: { ingredient: 'egg' }, shelf: 'Cold room', packs: [{ name: 'tray', quantity: 30 }] };
    await send('stock-things', thing).expect(200);
    expect((await pantry()).things).toEqual([thing]);
    await send('stock-things', { ...thing, packs: [{ name: 'tray', quantity: 0.0001 }] }).expect(422);
    await send('stock-things', { ...thing, what: { ingredient: 'moonstone' } }).expect(422);
  });

  it('tell day by day what was used and left, in the time of the location', async () => {
    const what = { ingredient: 'egg' };
    await house.database.query(
      `INSERT INTO stock_movement (key, location, kind, quantity, on_hand, at, by) VALUES
        ($1, 'steps', 'delivery', 30000, 30000, now() - interval '2 days', 'Ines'),
        ($1, 'steps', 'sale', -4000, 26000, now() - interval '2 days', 'shop'),
        ($1, 'steps', 'void', 1000, 27000, now() - interval '2 days', 'Ines'),
        ($1, 'steps', 'waste', -2000, 25000, now() - interval '1 day', 'Ines')`,
      [keyOfWhat(what)],
    );
    const { body } = await request(one)
      .get('/api/device/ledger/days')
      .query({ what: keyOfWhat(what), location: 'steps' })
      .expect(200);
    expect(body).toMatchObject([
      { used: 3, onHand: 27 },
      { used: 0, onHand: 25 },
    ]);
  });
});
