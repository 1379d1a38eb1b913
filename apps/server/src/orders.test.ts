import { type PassTicket } from '@hearty-ladle/core';
import { request } from './testing/signed-in.ts';
import { describe, expect, it } from 'vitest';
import { BOWL } from './testing/requests.ts';
import { useTwoServers } from './testing/test-house.ts';

let one: string;
let other: string;
useTwoServers((opened) => ({ one, other } = opened));

describe('orders', () => {
  const place = (server: string, key: string, body: object) =>
    request(server)
      .post('/api/device/orders')
      .set('Idempotency-Key', key)
      .send({ location: 'steps', ...body });

  it('quotes again, creates the tickets of each station, and never makes two orders of one key', async () => {
    const order = { service: 'takeaway', lines: [{ ...BOWL, notes: { 'allergy-note': 'no sesame please' } }] };
    const first = await place(one, 'key-number-1', order).expect(201);
    const second = await place(other, 'key-number-1', order).expect(200);
    expect(second.body).toEqual(first.body);
    expect(first.body.total).toBe(890 + 180);
    const tickets = ((await request(other).get('/api/device/tickets')).body as PassTicket[]).filter(
      (it) => it.orderNumber === first.body.number,
    );
    expect(tickets.map(({ station }) => station).sort()).toEqual(['cold', 'kettles', 'pass']);
    expect(tickets.find(({ station }) => station === 'kettles')?.lines[0]).toMatchObject({
      item: 'EMBER',
      notes: [{ text: 'no sesame please', loud: true }],
    });
  });

  it('makes one order of many tries at once', async () => {
    const tries = Array.from({ length: 6 }, (_, i) => place(i % 2 ? one : other, 'key-at-once', { lines: [BOWL] }));
    const replies = await Promise.all(tries);
    expect(replies.map(({ status }) => status).sort()).toEqual([200, 200, 200, 200, 200, 201]);
    expect(new Set(replies.map(({ body }) => body.id)).size).toBe(1);
  });

  it('refuses an invalid order, with its problems; a key used for something else; and no key at all', async () => {
    const reply = await place(one, 'key-number-2', { lines: [{ item: 'ember' }] }).expect(422);
    expect(reply.body.problems).toContainEqual({ line: 0, code: 'too-few', group: 'noodle', need: 1, have: 0 });
    await place(one, 'key-number-1', { lines: [{ ...BOWL, quantity: 2 }] }).expect(422);
    await request(one)
      .post('/api/device/orders')
      .send({ lines: [BOWL] })
      .expect(400);
    await place(one, 'key-number-3', { lines: [{ item: 'ember', price: 1 }] }).expect(400);
  });

  it('bumps a ticket and recalls it', async () => {
    await place(one, 'key-number-4', { lines: [BOWL] }).expect(201);
    const [ticket] = ((await request(one).get('/api/device/tickets')).body as PassTicket[]).slice(-1);
    const bumpedAt = async () =>
      ((await request(other).get('/api/device/tickets')).body as PassTicket[]).find(({ id }) => id === ticket?.id)
        ?.bumpedAt;
    await request(one).post(`/api/device/tickets/${ticket?.id}/bump`).send({}).expect(200);
    expect(await bumpedAt()).not.toBeNull();
    await request(one).post(`/api/device/tickets/${ticket?.id}/recall`).send({}).expect(200);
    expect(await bumpedAt()).toBeNull();
    await request(one).post('/api/device/tickets/not-a-ticket/bump').send({}).expect(404);
  });
});
