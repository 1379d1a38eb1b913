import { randomUUID } from 'node:crypto';
import { request } from './testing/signed-in.ts';
import { beforeAll, describe, expect, it } from 'vitest';
import { menuAt } from './testing/menu-at.ts';
import { BOWL, sendOrder, ticketsOf } from './testing/requests.ts';
import { type TestHouse, useTwoServers } from './testing/test-house.ts';

let house: TestHouse;
let one: string;
let other: string;
useTwoServers((opened) => ({ house, one, other } = opened));
beforeAll(() => house.openPrinters());

const lines = [{ ...BOWL, notes: { 'allergy-note': 'no sesame' } }];
const place = (more: object = {}, server = one) => sendOrder(server, { lines, ...more }, { audience: 'device' });

describe('orders', () => {
  it('are not charged otherwise than was seen', async () => {
    const refused = await place({ seenTotal: 1 }).expect(409);
    expect(refused.body).toMatchObject({ type: expect.stringContaining('costs-otherwise'), total: 1070 });
    await place({ seenTotal: 1070 }).expect(201);
  });

  it('are found by number, name, place and dish, and tell whoever placed them how far they are', async () => {
    const { body } = await sendOrder(one, { lines, name: 'Rosalind', place: 'table 9' }).expect(201);
    for (const find of ['rosalind', 'table 9', String(body.number), 'ember']) {
      const { body: rows } = await request(other).get('/api/workbench/orders').query({ find }).expect(200);
      expect(rows.map(({ number }: { number: number }) => number)).toContain(body.number);
    }
    expect((await request(one).get('/api/workbench/orders').query({ find: '100%' }).expect(200)).body).toEqual([]);
    const tickets = await ticketsOf(one, body.number);
    await request(one).post(`/api/device/tickets/${tickets[0]?.id}/bump`).send({}).expect(200);
    expect((await request(other).get(`/api/shop/orders/${body.id}/progress`).expect(200)).body).toEqual({
      number: body.number,
      total: 1070,
      tickets: tickets.length,
      bumped: 1,
    });
    await request(one).get('/api/shop/orders/nothing/progress').expect(404);
  });

  it('are found by a choice in any language, location, day and state, in any combination', async () => {
    const { body } = await place({ name: 'Filtered' }).expect(201);
    const elsewhere = await place({ name: 'Filtered', location: 'millrace' }).expect(201);
    const numbers = async (query: object) =>
      ((await request(other).get('/api/workbench/orders').query(query).expect(200)).body as { number: number }[]).map(
        ({ number }) => number,
      );
    const today = new Date().toISOString().slice(0, 10);
    expect(await numbers({ find: 'filtered' })).toEqual([elsewhere.body.number, body.number]);
    expect(await numbers({ find: 'trigo grueso', location: 'steps' })).toContain(body.number);
    expect(await numbers({ find: 'filtered', location: 'steps', state: 'making', day: today })).toEqual([body.number]);
    expect(await numbers({ find: 'filtered', day: '2020-01-01' })).toEqual([]);
    expect(await numbers({ find: 'filtered', state: 'done' })).toEqual([]);
    for (const ticket of await ticketsOf(one, body.number))
      await request(one).post(`/api/device/tickets/${ticket.id}/bump`).send({}).expect(200);
    expect(await numbers({ find: 'filtered', state: 'done' })).toEqual([body.number]);
    expect(await numbers({ find: 'filtered', state: 'voided' })).toEqual([]);
    await request(one).get('/api/workbench/orders').query({ day: 'yesterday' }).expect(400);
  });

  it('stay as they were sold, whatever becomes of their dishes, and keep every bump and recall', async () => {
    const { body } = await place({ name: 'Odalys' }).expect(201);
    const [ticket] = await ticketsOf(one, body.number);
    for (const what of ['bump', 'recall'])
      await request(one).post(`/api/device/tickets/${ticket?.id}/${what}`).send({});
    const { menu, versions } = await menuAt(one);
    const toppings = menu.groups.find(({ id }) => id === 'toppings');
    const renamed = { ...menu.items.find(({ id }) => id === BOWL.item), name: 'Another broth' };
    const change = {
      id: randomUUID(),
      label: 'Renamed',
      change: {
        edits: [
          { type: 'put', kind: 'items', thing: renamed },
          { type: 'put', kind: 'groups', thing: { ...toppings, name: 'Other toppings' } },
        ],
      },
      based: [
        { kind: 'items', id: BOWL.item, version: versions['items']?.[BOWL.item] },
        { kind: 'groups', id: 'toppings', version: versions['groups']?.['toppings'] },
      ],
    };
    await request(one).post('/api/workbench/changes').send(change).expect(200);
    const { body: rows } = await request(other).get('/api/workbench/orders').query({ find: 'odalys' }).expect(200);
    expect(rows[0].lines).toEqual([{ item: BOWL.item, name: 'Ember broth', quantity: 1 }]);
    const { body: opened } = await request(other).get(`/api/workbench/orders/${body.id}`).expect(200);
    const sold = opened.rounds[0].menu;
    expect(sold.items).toMatchObject([{ id: BOWL.item, name: { en: 'Ember broth' } }]);
    expect(sold.groups.find(({ id }: { id: string }) => id === 'toppings')).toEqual(toppings);
    expect(opened.history.map(({ what }: { what: string }) => what)).toEqual(
      expect.arrayContaining(['placed', 'bumped', 'recalled']),
    );
  });

  it('parked at one till are taken up at another, once, however often it is tried', async () => {
    const park = () =>
      request(one)
        .post('/api/device/parked')
        .set('Idempotency-Key', 'park-this-once')
        .send({ lines: [{ item: 'toast' }], name: 'Ilse\u001b' });
    const { body } = await park().expect(201);
    expect((await park().expect(201)).body).toEqual(body);
    expect((await request(other).get('/api/device/parked').expect(200)).body).toMatchObject([
      { id: body.id, label: 'Ilse', dishes: 1, reserved: false },
    ]);
    const step = (server: string, what: string, reservation: string) =>
      request(server).post(`/api/device/parked/${body.id}/${what}`).send({ reservation });
    const tries = await Promise.all([step(one, 'reserve', 'till-one'), step(other, 'reserve', 'till-two')]);
    expect(tries.map(({ status }) => status).sort()).toEqual([200, 404]);
    const winner = tries[0]?.status === 200 ? 'till-one' : 'till-two';
    expect((await step(one, 'reserve', winner).expect(200)).body).toMatchObject({ lines: [{ item: 'toast' }] });
    await step(one, 'confirm', 'till-three').expect(409);
    await step(one, 'confirm', winner).expect(200);
    await step(other, 'confirm', winner).expect(200);
    await step(one, 'reserve', 'till-three').expect(404);
    expect((await request(one).get('/api/device/parked').expect(200)).body).toEqual([]);
  });

  it('stay parked where the till that took them up breaks down before it has them', async () => {
    const { body } = await request(one)
      .post('/api/device/parked')
      .set('Idempotency-Key', 'park-another')
      .send({ lines: [{ item: 'toast' }] })
      .expect(201);
    await request(one).post(`/api/device/parked/${body.id}/reserve`).send({ reservation: 'broken-till' }).expect(200);
    await house.database.query(`UPDATE parked_order SET reserved_until = now() - interval '1 second'`);
    await request(other).post(`/api/device/parked/${body.id}/reserve`).send({ reservation: 'other-till' }).expect(200);
    await request(one).post(`/api/device/parked/${body.id}/confirm`).send({ reservation: 'broken-till' }).expect(409);
  });

  it('name a price only for a person who may, and only at a till', async () => {
    const order = { location: 'steps', lines: [{ item: 'off-menu', amounts: { 'named-price': 450 } }] };
    await sendOrder(one, order, { audience: 'device', role: 'till' }).expect(403);
    await sendOrder(one, order, { audience: 'shop', role: 'owner' }).expect(403);
    expect((await sendOrder(one, order, { audience: 'device', role: 'lead' }).expect(201)).body.total).toBe(450);
  });
});

describe('the description of the API', () => {
  it('is OpenAPI 3.1 whose references all lead somewhere, made from what is checked', async () => {
    const { body } = await request(one).get('/api/openapi.json').expect(200);
    expect(body.openapi).toBe('3.1.0');
    for (const [, name] of JSON.stringify(body).matchAll(/"#\/components\/schemas\/([^"]+)"/g))
      expect(body.components.schemas).toHaveProperty(name ?? '');
    expect(body.components.schemas.OrderRequest.properties).toHaveProperty('seenTotal');
    expect(JSON.stringify(body)).not.toContain('#/$defs/');
    // A menu document has a schema of its own, as the program writes it.
    const { body: schema } = await request(one).get('/api/menu-schema.json').expect(200);
    expect(schema.$schema).toBe('https://json-schema.org/draft/2020-12/schema');
  });
});
