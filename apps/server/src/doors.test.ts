import { randomUUID } from 'node:crypto';
import { type Action, ACTIONS, addressOf, may, ROLES, type Role, type Route, routeName } from '@hearty-ladle/core';
import supertest, { type Response } from 'supertest';
import { describe, expect, it } from 'vitest';
import { trailAt } from './testing/people.ts';
import { as, paired, request } from './testing/signed-in.ts';
import { BOWL, sendOrder } from './testing/requests.ts';
import { type TestHouse, useTwoServers } from './testing/test-house.ts';

let house: TestHouse;
let one: string;
useTwoServers((opened) => ({ house, one } = opened));

const NOBODY = '00000000-0000-4000-8000-000000000000';

/** Sends a request of a route that says nothing in particular. */
function ask(route: Route, agent: ReturnType<typeof supertest.agent>): Promise<Response> {
  const path = addressOf(route).replace(/:\w+/g, NOBODY);
  if (route.method === 'get') return agent.get(path).buffer(false) as never;
  return agent
    .post(path)
    .set('Content-Type', 'application/json')
    .set('Idempotency-Key', randomUUID())
    .send('{') as never;
}

describe('every route', () => {
  it('declares its audience, and what one must be allowed to do, where it is not for guests or everybody', async () => {
    const { routes } = await house.openServer();
    for (const route of routes) {
      const isOpen = route.audience === 'shop' || route.audience === 'public';
      expect([routeName(route), route.action !== undefined]).toEqual([routeName(route), !isOpen]);
      if (!isOpen) expect(ACTIONS).toContain(route.action);
    }
  });

  it('that is not open asks a stranger to sign in, before it reads what was sent', async () => {
    const { address, routes } = await house.openServer();
    for (const route of routes.filter(({ action }) => action !== undefined)) {
      const answer = await ask(route, supertest.agent(address));
      expect([routeName(route), answer.status]).toEqual([routeName(route), 401]);
    }
  });

  it.each(ROLES)('lets a person do what the role %s may, and nothing else', async (role) => {
    const { address, routes } = await house.openServer();
    for (const route of routes.filter(({ action }) => action !== undefined)) {
      if (/events|sign-out|check$/.test(route.path)) continue;
      const { status } = await ask(route, as(role, address));
      const isAllowed = may([{ role }], route.action as Action);
      expect([routeName(route), status === 403]).toEqual([routeName(route), !isAllowed]);
    }
  });

  it('knows a device by what it is for, and where', async () => {
    const [till, pass, board] = [await paired(one, 'till'), await paired(one, 'pass'), await paired(one, 'board')];
    const status = async (cookie: string, path: string) =>
      (await supertest(one).get(path).set('Cookie', cookie)).status;
    const asked = [
      '/api/device/tickets',
      '/api/device/parked',
      '/api/device/pantry',
      '/api/device/orders',
      '/api/workbench/menu',
    ];
    const table = await Promise.all(
      [till, pass, board].map((it) => Promise.all(asked.map((path) => status(it, path)))),
    );
    expect(table).toEqual([
      [200, 200, 200, 200, 401],
      [200, 403, 200, 403, 401],
      [403, 403, 200, 403, 401],
    ]);
    const order = (location: string) =>
      supertest(one)
        .post('/api/device/orders')
        .set({ Cookie: till, 'Idempotency-Key': randomUUID() })
        .send({ location, lines: [BOWL] });
    await order('steps').expect(201);
    await order('millrace').expect(403);
    const elsewhere = await sendOrder(one, { location: 'millrace', lines: [BOWL] }, { audience: 'device' }).expect(201);
    await supertest(one).get(`/api/device/orders/${elsewhere.body.id}`).set('Cookie', till).expect(404);
    const { body: tickets } = await supertest(one).get('/api/device/tickets').set('Cookie', pass).expect(200);
    expect(new Set(tickets.map(({ location }: { location: string }) => location))).toEqual(new Set(['steps']));
  });
});

describe('a guest', () => {
  it('follows an order by its token alone: what others call it leads nowhere', async () => {
    const { body } = await sendOrder(one, { lines: [BOWL] }).expect(201);
    await supertest(one).get(`/api/shop/orders/${body.id}/progress`).expect(200);
    const [{ id }] = (await house.database.query('SELECT id FROM orders WHERE number = $1', [body.number])) as [
      { id: string },
    ];
    expect(id).not.toBe(body.id);
    for (const wrong of [id, body.number, randomUUID()])
      await supertest(one).get(`/api/shop/orders/${wrong}/progress`).expect(404);
  });

  it('says nothing about what is off, what it costs, or when it is', async () => {
    const line = {
      ...BOWL,
      location: 'steps',
      out: { items: ['ember'] },
      priceList: 'courier',
      at: '2020-01-01T03:00',
    };
    const { body } = await supertest(one).post('/api/shop/quote').send(line).expect(200);
    const plain = await supertest(one)
      .post('/api/shop/quote')
      .send({ ...BOWL, location: 'steps' })
      .expect(200);
    expect(body).toEqual(plain.body);
    expect(body.ok).toBe(true);
    await sendOrder(one, { lines: [{ ...BOWL, out: { items: ['ember'] } }], out: { items: ['ember'] } }).expect(201);
    await sendOrder(one, { lines: [BOWL], seenTotal: 1 }).expect(409);
  });
});

describe('the trail', () => {
  it('is only added to, and read by the owner', async () => {
    await expect(house.database.query(`UPDATE trail SET by = 'x'`)).rejects.toThrow('only added to');
    await expect(house.database.query(`DELETE FROM trail`)).rejects.toThrow('only added to');
    await expect(house.database.query(`TRUNCATE trail`)).rejects.toThrow('only added to');
    await as('lead', one).get('/api/workbench/trail').expect(403);
    expect((await trailAt(one))[0]).toMatchObject({ event: 'not-allowed', by: 'Ines Calder', about: 'see-trail' });
  });

  it('tells who voided an order and who changed the settings', async () => {
    const { body } = await sendOrder(one, { lines: [BOWL] }, { audience: 'device' }).expect(201);
    await as('lead', one)
      .post(`/api/device/orders/${body.id}/voids`)
      .set('Idempotency-Key', randomUUID())
      .send({ lines: [{ line: 0, quantity: 1 }], reason: 'Dropped', stock: 'waste' })
      .expect(201);
    const { version, house: settings } = (await request(one).get('/api/workbench/house')).body;
    await request(one).post('/api/workbench/house').send({ version, house: settings }).expect(200);
    expect((await trailAt(one)).slice(0, 2)).toMatchObject([
      { event: 'settings-changed', by: 'Odile Marten' },
      { event: 'order-voided', by: 'Ines Calder', about: `order ${body.number}` },
    ]);
  });
});

describe('every role', () => {
  const statusOf = (role: Role, path: string) =>
    as(role, one)
      .get(path)
      .then(({ status }) => status);
  it('sees its own: tickets, orders, people', async () => {
    const table = await Promise.all(
      ROLES.map((role) =>
        Promise.all(
          ['/api/device/tickets', '/api/workbench/orders', '/api/workbench/people'].map((path) => statusOf(role, path)),
        ),
      ),
    );
    expect(table).toEqual([
      [200, 200, 200],
      [200, 200, 403],
      [200, 200, 403],
      [200, 200, 403],
      [200, 403, 403],
    ]);
  });
});
