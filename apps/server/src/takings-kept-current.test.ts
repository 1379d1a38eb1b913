import type { OrdersBehind, RepeatedNote, Takings } from '@hearty-ladle/core';
import { beforeAll, describe, expect, it } from 'vitest';
import { OrderEntity } from './db/entities.ts';
import { bookAgain } from './db/sold-rows.ts';
import { askTakings, EVER, readSold } from './testing/ask-takings.ts';
import { plainSums } from './testing/plain-takings.ts';
import { sendAsLead } from './testing/requests.ts';
import { as, request } from './testing/signed-in.ts';
import { type TestHouse, useTwoServers } from './testing/test-house.ts';

let house: TestHouse;
let one: string;
let other: string;
useTwoServers((opened) => ({ house, one, other } = opened));
const ask = <T>(path: string, query: object) => askTakings<T>(one, path, query);

beforeAll(async () => {
  await house.loadDemo(200);
}, 120_000);

const all = async () => (await ask<Takings>('', { ...EVER, by: 'day' })).all;

async function sendTeas(key: string, quantity: number): Promise<{ id: string; total: number }> {
  const picks = [{ group: 'cup-size', choice: 'short' }];
  const sent = await as('till', other)
    .post('/api/device/orders')
    .set('Idempotency-Key', key)
    .send({ location: 'steps', lines: [{ item: 'barley-tea', quantity, picks }] });
  expect(sent.status, JSON.stringify(sent.body)).toBe(201);
  return sent.body as { id: string; total: number };
}

describe('takings', () => {
  it('follow what becomes of an order, whichever server it was told to', async () => {
    const before = await all();
    const { id, total } = await sendTeas('takings-follow-an-order', 3);
    const voidPart = (quantity: number) =>
      sendAsLead(other, `orders/${id}/voids`, { lines: [{ line: 0, quantity }], reason: 'no', stock: 'back' }).expect(
        201,
      );
    const after = await all();
    expect(after).toMatchObject({
      orders: before.orders + 1,
      portions: before.portions + 3,
      money: before.money + total,
    });
    await voidPart(1);
    expect(await all()).toEqual(plainSums((await readSold(house.database)).orders));
    expect((await all()).portions).toBe(before.portions + 2);
    await voidPart(2);
    expect(await all()).toEqual(before);
  });

  it('pass over an order that can’t be read any more, and count those after it', async () => {
    const before = await all();
    const { id } = await sendTeas('takings-an-unreadable-order', 1);
    const { manager } = house.database;
    const { quote } = await manager.findOneByOrFail(OrderEntity, { id });
    const becomes = (changed: object) =>
      manager.transaction(async (own) => {
        await own.update(OrderEntity, { id }, { quote: changed });
        await bookAgain(own, id);
      });
    await becomes({});
    const { total } = await sendTeas('takings-a-readable-order', 2);
    expect(await all()).toMatchObject({ orders: before.orders + 1, money: before.money + total });
    await becomes(quote);
    expect((await all()).orders).toBe(before.orders + 2);
  });

  it('forget notes that are blanked', async () => {
    const [note] = await ask<RepeatedNote[]>('/notes', EVER);
    const figure = { ...EVER, note: note?.text, group: note?.group };
    const [order] = (await ask<OrdersBehind>('/orders', figure)).orders;
    await request(one)
      .post(`/api/workbench/orders/${order?.id ?? ''}/blank`)
      .send({})
      .expect(200);
    expect((await ask<OrdersBehind>('/orders', figure)).total).toBe((note?.orders ?? 0) - 1);
    expect(await all()).toEqual(plainSums((await readSold(house.database)).orders));
  });
});
