import { BLANK_NOTE, type OpenedOrder } from '@hearty-ladle/core';
import { describe, expect, it } from 'vitest';
import { HouseSettings } from './db/house-settings.ts';
import { tidy } from './jobs/housekeeping.ts';
import { BOWL, papersOf, sendAsLead, sendChange, sendOrder, textsOf, until } from './testing/requests.ts';
import { menuAt } from './testing/menu-at.ts';
import { publishDraft } from './testing/publish.ts';
import { as, request } from './testing/signed-in.ts';
import { type TestHouse, useTwoServers } from './testing/test-house.ts';

let house: TestHouse;
let one: string;
useTwoServers((opened) => ({ house, one } = opened), { hasQuickChecks: true });

const PRIVATE = /Quennell|Larch Row|lupin|no shellfish/i;
const lines = [
  { ...BOWL, quantity: 2, notes: { 'allergy-note': 'no shellfish, says Quennell' } },
  { item: 'toast', picks: [{ group: 'spread', choice: 'plain' }], notes: { 'allergy-note': 'Quennell again' } },
];
const place = async (more: object = {}) =>
  (
    await sendOrder(
      one,
      { lines, service: 'delivery', name: 'Ilse Quennell', place: '4 Larch Row', avoid: ['lupin'], ...more },
      { audience: 'device' },
    ).expect(({ body }) => expect((body as { problems?: object[] }).problems ?? []).toEqual([]))
  ).body as { id: string; number: number };
const open = async (id: string) =>
  (await request(one).get(`/api/workbench/orders/${id}`).expect(200)).body as OpenedOrder;
/** Everything that the database still knows of an order, as text. */
const known = async (number: number) =>
  JSON.stringify(
    await house.database.query(
      `SELECT o.*, t.body FROM orders o LEFT JOIN ticket t ON t.order_id = o.id WHERE o.number = $1`,
      [number],
    ),
  );

/** Makes the allergy note required, as the house decides it. */
async function requireNote(required: boolean): Promise<void> {
  const { menu, versions } = await menuAt(one);
  const group = menu.groups.find(({ id }) => id === 'allergy-note');
  const version = versions['groups']?.['allergy-note'] ?? 0;
  const thing = { ...group, note: { ...(group as { note?: object }).note, required } };
  await sendChange(
    one,
    [{ type: 'put', kind: 'groups', thing: thing as never }],
    [{ kind: 'groups', id: 'allergy-note', version }],
  ).expect(200);
  await publishDraft(one);
}

describe('an order', () => {
  it('blanked on request says no more who it was for, and is the same order still', async () => {
    await house.openPrinters();
    const { id, number } = await place();
    const added = await place({ addTo: id, name: undefined });
    await sendAsLead(one, `orders/${id}/voids`, {
      lines: [{ line: 0, quantity: 1 }],
      reason: 'Dropped',
      stock: 'waste',
    }).expect(201);
    const printed = () => papersOf(one, 'steps:kettles').then((papers) => papers.flatMap(textsOf).join(' '));
    await until(async () => /VOID/.test(await printed()) && PRIVATE.test(await printed()));
    const before = await open(id);
    expect(PRIVATE.test(await known(number))).toBe(true);
    await as('lead', one).post(`/api/workbench/orders/${id}/blank`).send({}).expect(403);
    // By a round of it, all of it.
    await request(one).post(`/api/workbench/orders/${added.id}/blank`).send({}).expect(200);
    expect(PRIVATE.test(await known(number))).toBe(false);
    expect(await printed()).not.toMatch(PRIVATE);
    const after = await open(id);
    expect([after.name, after.place, after.total, after.due]).toEqual([null, null, before.total, before.due]);
    expect(after.rounds.map(({ voided, quote }) => [voided, quote.ok, quote.total])).toEqual(
      before.rounds.map(({ voided, quote }) => [voided, quote.ok, quote.total]),
    );
    const words = ({ rail }: OpenedOrder) =>
      rail.map(({ station, lines }) => JSON.stringify([station, lines.map(({ notes: _, ...line }) => line)])).sort();
    expect(words(after)).toEqual(words(before));
    expect(after.rail.filter(({ isVoid }) => isVoid).map(({ notes }) => notes)).toContainEqual([
      { text: 'Dropped', loud: false },
    ]);
    const find = (text: string) => request(one).get('/api/workbench/orders').query({ find: text });
    expect((await find('quennell').expect(200)).body).toEqual([]);
    expect((await find(String(number)).expect(200)).body).toHaveLength(1);
    await sendAsLead(one, `orders/${id}/voids`, {
      lines: [{ line: 0, quantity: 1 }],
      reason: 'x',
      stock: 'back',
    }).expect(201);
    await request(one).post(`/api/workbench/orders/${crypto.randomUUID()}/blank`).send({}).expect(404);
  });

  it('keeps a dash for a note that it can’t be without', async () => {
    await requireNote(true);
    const { id } = await place();
    await request(one).post(`/api/workbench/orders/${id}/blank`).send({}).expect(200);
    const { rounds } = await open(id);
    expect(rounds[0]?.request.lines[0]?.notes).toEqual({ 'allergy-note': BLANK_NOTE });
    expect(rounds[0]?.quote.ok).toBe(true);
    await requireNote(false);
  });

  it('is blanked by itself when it is as old as the house says, and not before', async () => {
    const [old, young] = [await place(), await place()];
    await house.database.query(`UPDATE orders SET placed_at = now() - interval '91 days' WHERE id = $1`, [old.id]);
    await house.database.query(`UPDATE orders SET placed_at = now() - interval '89 days' WHERE id = $1`, [young.id]);
    await tidy(house.database, new HouseSettings());
    expect(PRIVATE.test(await known(old.number))).toBe(false);
    expect(PRIVATE.test(await known(young.number))).toBe(true);
    await house.changeHouse((settings) => ({ ...settings, retention: { ...settings.retention, guestDays: 30 } }));
    await tidy(house.database, new HouseSettings());
    expect(PRIVATE.test(await known(young.number))).toBe(false);
  });
});
