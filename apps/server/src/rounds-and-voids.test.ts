import { randomUUID } from 'node:crypto';
import { keyOfWhat, type OpenedOrder, type PassTicket, type PantryNow, type What } from '@hearty-ladle/core';
import { as, request } from './testing/signed-in.ts';
import { describe, expect, it } from 'vitest';
import { Random } from '../../../packages/core/src/testing/random.ts';
import { countsBesideTheirLedger } from './jobs/housekeeping.ts';
import { BOWL, sendAsLead } from './testing/requests.ts';
import { type TestHouse, useTwoServers } from './testing/test-house.ts';

let one: string;
let other: string;
let house: TestHouse;
useTwoServers((opened) => ({ one, other, house } = opened));

const send = (path: string, body: object, key?: string, server = one) => sendAsLead(server, path, body, key);
const order = (body: object, key?: string) => send('orders', { location: 'steps', service: 'dine-in', ...body }, key);
const opened = async (id: string) =>
  (await request(one).get(`/api/workbench/orders/${id}`).expect(200)).body as OpenedOrder;
const pass = async (id: string) =>
  ((await request(one).get('/api/device/tickets').expect(200)).body as PassTicket[]).filter(
    ({ orderId }) => orderId === id,
  );
const onHand = async (what: What) =>
  ((await request(one).get('/api/device/pantry').query({ location: 'steps' })).body as PantryNow).counts.find(
    (count) => keyOfWhat(count.what) === keyOfWhat(what) && count.location === 'steps',
  )?.onHand;
const count = (what: What, quantity: number) =>
  send('movements', { kind: 'count', location: 'steps', rows: [{ what, quantity }] }).expect(201);
const EGG = { ingredient: 'egg' };
const EGG_BOWL = { ...BOWL, picks: [...BOWL.picks, { group: 'toppings', choice: 'egg' }] };
const TOAST = { item: 'toast', picks: [{ group: 'spread', choice: 'plain' }] };

describe('a round', () => {
  it('is added to a sent order: its own tickets, marked as such, with the order’s number, place and warnings', async () => {
    const first = (await order({ lines: [EGG_BOWL], place: 'Table 4', avoid: ['sesame'] }).expect(201)).body;
    const key = randomUUID();
    const body = { addTo: first.id, lines: [{ ...TOAST, quantity: 2 }] };
    const second = (await order(body, key).expect(201)).body;
    expect(second).toMatchObject({ number: first.number, round: 2 });
    expect((await order(body, key).expect(200)).body).toEqual(second);
    expect((await order({ addTo: second.id, lines: [TOAST] }).expect(201)).body.round).toBe(3);
    const tickets = await pass(second.id);
    expect(tickets.length).toBeGreaterThan(0);
    for (const ticket of tickets)
      expect(ticket).toMatchObject({
        orderNumber: first.number,
        round: 2,
        place: 'Table 4',
        warnings: ['ALLERGY: SESAME'],
      });
    const whole = await opened(second.id);
    expect(whole).toMatchObject({ id: first.id, number: first.number });
    expect(whole.rounds.map(({ round }) => round)).toEqual([1, 2, 3]);
    expect(whole.total).toBe(whole.rounds.reduce((sum, { total }) => sum + total, 0));
    const listed = (
      await request(one)
        .get('/api/workbench/orders')
        .query({ find: String(first.number) })
    ).body;
    expect(listed).toHaveLength(1);
    expect(listed[0].lines).toHaveLength(3);
    const found = (await request(one).get('/api/workbench/orders').query({ find: 'toast' })).body as { id: string }[];
    expect(found.map(({ id }) => id)).toContain(first.id);
  });

  it('can’t be added by a guest, nor to what is not there', async () => {
    const first = (await order({ lines: [TOAST] }).expect(201)).body;
    await request(one)
      .post('/api/shop/orders')
      .set('Idempotency-Key', randomUUID())
      .send({ location: 'steps', lines: [TOAST], addTo: first.id })
      .expect(404);
    await order({ addTo: randomUUID(), lines: [TOAST] }).expect(404);
  });
});

describe('a void', () => {
  it('of part of a line quotes the rest on its own menu and time, gives stock back, and is told where it was read', async () => {
    await count(EGG, 10);
    const placed = (await order({ lines: [{ ...EGG_BOWL, quantity: 3 }, TOAST] }).expect(201)).body;
    expect(await onHand(EGG)).toBe(7);
    // What is off by now, and what the menu says by now, makes no difference.
    const [off] = (await send('offs', { whats: [{ item: 'ember' }] }).expect(201)).body;
    const body = { lines: [{ line: 0, quantity: 2 }], reason: 'Guest left', stock: 'back' };
    const key = randomUUID();
    const answer = (await send(`orders/${placed.id}/voids`, body, key).expect(201)).body;
    expect((await send(`orders/${placed.id}/voids`, body, key, other).expect(201)).body).toEqual(answer);
    // Changed after a lost answer, it is not taken for the first.
    await send(`orders/${placed.id}/voids`, { ...body, lines: [{ line: 0, quantity: 1 }] }, key).expect(422);
    await send(`offs/${off.id}/end`, {}).expect(200);
    expect(await onHand(EGG)).toBe(9);
    const whole = await opened(placed.id);
    const prices = whole.rounds[0]?.quote.lines.map(({ price }) => price) ?? [];
    expect(answer).toEqual({
      id: placed.id,
      total: placed.total,
      due: (prices[0]?.unit ?? 0) + (prices[1]?.line ?? 0),
    });
    expect(whole).toMatchObject({ total: placed.total, due: answer.due });
    expect(whole.rounds[0]?.voided).toEqual([2, 0]);
    expect(whole.history).toContainEqual(
      expect.objectContaining({ what: 'voided', by: 'Ines Calder', reason: 'Guest left', stock: 'back' }),
    );
    const tickets = await pass(placed.id);
    const told = tickets.filter(({ isVoid }) => isVoid);
    const sent = tickets.filter((ticket) => !ticket.isVoid && ticket.lines.some(({ voided }) => voided === 2));
    expect(told.map(({ station }) => station).sort()).toEqual(sent.map(({ station }) => station).sort());
    expect(told[0]).toMatchObject({ lines: [{ quantity: 2 }], notes: [{ text: 'Guest left' }] });
    const [{ token }] = (await house.database.query('SELECT guest_token AS token FROM orders WHERE id = $1', [
      placed.id,
    ])) as [{ token: string }];
    const guest = (await request(one).get(`/api/shop/orders/${token}/progress`).expect(200)).body;
    expect(guest).toMatchObject({ total: answer.due, tickets: tickets.length - told.length });
  });

  it('of what is made already is wasted; of more than is left, or by somebody at the till, is refused', async () => {
    await count(EGG, 10);
    const placed = (await order({ lines: [{ ...EGG_BOWL, quantity: 2 }] }).expect(201)).body;
    const all = { lines: [{ line: 0, quantity: 2 }], reason: 'Dropped', stock: 'waste' };
    await as('till', one)
      .post(`/api/device/orders/${placed.id}/voids`)
      .set('Idempotency-Key', randomUUID())
      .send(all)
      .expect(403);
    await send(`orders/${placed.id}/voids`, { ...all, lines: [{ line: 0, quantity: 3 }] }).expect(422);
    await send(`orders/${placed.id}/voids`, { ...all, lines: [{ line: 1, quantity: 1 }] }).expect(422);
    expect((await send(`orders/${placed.id}/voids`, all).expect(201)).body.due).toBe(0);
    await send(`orders/${placed.id}/voids`, { ...all, lines: [{ line: 0, quantity: 1 }] }).expect(422);
    await send(`orders/${randomUUID()}/voids`, all).expect(404);
    expect(await onHand(EGG)).toBe(8);
    const ledger = (
      await request(one)
        .get('/api/device/ledger')
        .query({ what: keyOfWhat(EGG), location: 'steps' })
    ).body as object[];
    expect(ledger.slice(0, 3)).toMatchObject([
      { kind: 'waste', quantity: -2, reason: 'Dropped', order: placed.number },
      { kind: 'void', quantity: 2, order: placed.number },
      { kind: 'sale', quantity: -2 },
    ]);
  });

  it('twice at the same time, through two servers, voids no more than there is', async () => {
    const placed = (await order({ lines: [{ ...TOAST, quantity: 3 }] }).expect(201)).body;
    const body = { lines: [{ line: 0, quantity: 2 }], reason: 'Mistake', stock: 'back' };
    const answers = await Promise.all(
      [one, other].map((server) => send(`orders/${placed.id}/voids`, body, randomUUID(), server)),
    );
    expect(answers.map(({ status }) => status).sort()).toEqual([201, 422]);
  });
});

it('ledger, counts and standing never disagree over random orders, rounds, voids, deliveries and waste', async () => {
  const random = new Random(15);
  await count(EGG, 30);
  await count({ item: 'toast' }, 30);
  let expected = { egg: 30, toast: 30 };
  const open: { id: string; left: number[]; eggs: boolean[] }[] = [];
  for (let i = 0; i < 60; i++) {
    const deed = random.int(0, 3);
    if (deed === 0 || open.length === 0) {
      const lines = [EGG_BOWL, TOAST].map((line) => ({ ...line, quantity: random.int(1, 3) }));
      const addTo = open.length > 0 && random.chance(0.3) ? { addTo: random.pick(open).id } : {};
      const answer = await order({ lines, ...addTo });
      const [eggs = 0, toasts = 0] = lines.map(({ quantity }) => quantity);
      const isEnough = eggs <= expected.egg && toasts <= expected.toast;
      expect(answer.status).toBe(isEnough ? 201 : 422);
      if (!isEnough) continue;
      expected = { egg: expected.egg - eggs, toast: expected.toast - toasts };
      open.push({ id: answer.body.id, left: [eggs, toasts], eggs: [true, false] });
    } else if (deed === 1) {
      const one = random.pick(open);
      const line = random.int(0, 1);
      const quantity = random.int(1, 3);
      const stock = random.pick(['back', 'waste']);
      const body = { lines: [{ line, quantity }], reason: 'Random', stock };
      const isLeft = quantity <= (one.left[line] ?? 0);
      await send(`orders/${one.id}/voids`, body).expect(isLeft ? 201 : 422);
      if (!isLeft) continue;
      one.left[line] = (one.left[line] ?? 0) - quantity;
      if (stock === 'back')
        expected =
          line === 0
            ? { ...expected, egg: expected.egg + quantity }
            : { ...expected, toast: expected.toast + quantity };
    } else {
      const quantity = random.int(1, 4);
      const kind = deed === 2 ? 'delivery' : 'waste';
      await send('movements', { kind, location: 'steps', rows: [{ what: EGG, quantity }] }).expect(201);
      expected = { ...expected, egg: expected.egg + (kind === 'waste' ? -quantity : quantity) };
    }
    expect({ i, egg: await onHand(EGG), toast: await onHand({ item: 'toast' }) }).toEqual({ i, ...expected });
  }
  expect(await countsBesideTheirLedger(house.database)).toEqual([]);
  const { standing } = (await request(one).get('/api/device/pantry').query({ location: 'steps' })).body as PantryNow;
  expect(standing.left.items['toast'] ?? 0).toBeLessThanOrEqual(Math.max(0, expected.toast));
  expect(standing.out.items?.includes('toast')).toBe(expected.toast < 1);
});
