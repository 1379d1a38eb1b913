import { randomUUID } from 'node:crypto';
import { DEFAULT_HOUSE } from '@hearty-ladle/core';
import supertest, { type Response } from 'supertest';
import { describe, expect, it } from 'vitest';
import { trailAt } from './testing/people.ts';
import { cookieFor, cookieOf, paired, personWith, request } from './testing/signed-in.ts';
import { type TestHouse, useTwoServers } from './testing/test-house.ts';

let house: TestHouse;
let one: string;
let other: string;
useTwoServers((opened) => ({ house, one, other } = opened));

const forget = () => house.database.query('DELETE FROM throttle');

describe('a device', () => {
  const newCode = async (body: object = { kind: 'till', name: 'Counter', location: 'steps' }) =>
    (await request(one).post('/api/workbench/devices/codes').send(body).expect(201)).body.code as string;
  const pair = (code: string, server = one) => supertest(server).post('/api/pair').send({ code });

  it('is paired once with a code, within ten minutes, and can be withdrawn', async () => {
    await forget();
    const code = await newCode();
    expect(code).toMatch(/^[A-Z2-9]{4}-[A-Z2-9]{4}$/);
    const answers = await Promise.all([pair(code.toLowerCase()), pair(code.replace('-', ' '), other)]);
    expect(answers.map(({ status }) => status).sort()).toEqual([201, 403]);
    const cookie = cookieOf(answers.find(({ status }) => status === 201) as Response);
    await supertest(other).get('/api/device/menu').set('Cookie', cookie).expect(200);
    const late = await newCode();
    await house.database.query(`UPDATE pairing_code SET until = now() - interval '1 second'`);
    await pair(late).expect(403);
    const { body: devices } = await request(one).get('/api/workbench/devices').expect(200);
    const { id } = devices.find(({ name }: { name: string }) => name === 'Counter');
    await request(one).post(`/api/workbench/devices/${id}/withdraw`).send({}).expect(200);
    await supertest(one).get('/api/device/menu').set('Cookie', cookie).expect(401);
    await request(one).post('/api/workbench/devices/codes').send({ kind: 'till', name: 'x' }).expect(422);
  });

  it('has its code guessed no faster than ten a minute', async () => {
    await forget();
    const statuses = [];
    for (let i = 0; i < 13; i++) statuses.push((await pair(`AAAA-AAA${i % 8}`)).status);
    expect(statuses).toEqual([...Array<number>(10).fill(403), 429, 429, 429]);
    await forget();
  });
});

describe('a PIN', () => {
  const enter = (cookie: string, person: string, pin: string, server = one) =>
    supertest(server).post('/api/device/pin').set('Cookie', cookie).send({ person, pin });
  const lead = personWith('lead');
  const openPrice = (cookie: string, acting?: string) =>
    supertest(one)
      .post('/api/device/orders')
      .set({ Cookie: cookie, 'Idempotency-Key': randomUUID(), ...(acting && { 'X-Acting-As': acting }) })
      .send({ location: 'steps', lines: [{ item: 'off-menu', amounts: { 'named-price': 450 } }] });

  it('lets a person act at a device, for one order, and is written down', async () => {
    await forget();
    const till = await paired(one, 'till');
    await openPrice(till).expect(403);
    const { body } = await enter(till, lead, '2468').expect(200);
    expect(body).toMatchObject({ name: 'Ines Calder' });
    await openPrice(await paired(one, 'till'), body.acting as string).expect(403);
    const placed = await openPrice(till, body.acting as string).expect(201);
    await openPrice(till, body.acting as string).expect(403);
    expect((await trailAt(one))[0]).toMatchObject({
      event: 'price-named',
      by: 'Ines Calder',
      device: 'till',
      about: `order ${placed.body.number}`,
    });
  });

  it('is forgotten after the pause that the house has set, and when its person says so', async () => {
    const till = await paired(one, 'till');
    const acting = (await enter(till, lead, '2468').expect(200)).body.acting as string;
    const off = (token: string) =>
      supertest(one)
        .post('/api/device/pause')
        .set({ Cookie: till, 'X-Acting-As': token })
        .send({ location: 'steps', minutes: 0 });
    await off(acting).expect(200);
    await house.database.query(`UPDATE acting SET until = now() - interval '1 second'`);
    await off(acting).expect(403);
    const next = (await enter(till, lead, '2468').expect(200)).body.acting as string;
    await off(next).expect(200);
    await supertest(one).post('/api/device/pin/forget').set({ Cookie: till, 'X-Acting-As': next }).send({}).expect(200);
    await off(next).expect(403);
  });

  it('is good only where its person works', async () => {
    const millrace = await paired(one, 'till', 'millrace');
    await enter(millrace, personWith('till'), '4812').expect(403);
    const names = (await supertest(one).get('/api/device/people').set('Cookie', millrace)).body as { id: string }[];
    expect(names.map(({ id }) => id)).not.toContain(personWith('till'));
    await enter(cookieFor('kitchen', one), lead, '2468').expect(200);
    await enter('', lead, '2468').expect(401);
  });

  it('of four digits can’t be found faster than the house says, whichever process it is tried at', async () => {
    await forget();
    const till = await paired(one, 'till');
    let [tries, seconds] = [0, 0];
    // Time is not waited for but set forward by exactly what each answer asks for.
    for (let guess = 0; guess < 60; guess++) {
      const answer = await enter(till, lead, String(guess).padStart(4, '0'), guess % 2 ? one : other);
      if (answer.status === 403) tries++;
      else {
        const wait = Number(answer.headers['retry-after']);
        seconds += wait;
        await house.database.query(`UPDATE throttle SET blocked_until = blocked_until - make_interval(secs => $1)`, [
          wait,
        ]);
      }
    }
    const { tries: perPause, pauseSeconds } = DEFAULT_HOUSE.pin;
    const pauses = 60 - tries;
    expect(tries).toBe(pauses * perPause);
    // 60, 120, 240, 480 and then 480 each.
    expect(seconds).toBeGreaterThan(pauseSeconds * (1 + 2 + 4 + 8 * (pauses - 3)) - 2 * pauses);
    const days = ((10_000 / 2 / perPause) * 8 * pauseSeconds) / 86_400;
    expect(days).toBeGreaterThan(5);
  });

  it('is not found by many tries at once either', async () => {
    await forget();
    const till = await paired(one, 'till');
    const answers = await Promise.all(
      Array.from({ length: 12 }, (_, i) => enter(till, lead, String(9_000 + i), i % 2 ? one : other)),
    );
    expect(answers.filter(({ status }) => status === 403).length).toBeLessThanOrEqual(DEFAULT_HOUSE.pin.tries);
  });
});
