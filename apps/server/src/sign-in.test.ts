import supertest from 'supertest';
import { describe, expect, it } from 'vitest';
import { DEMO_PEOPLE } from './demo/people.ts';
import { addPerson, PASSWORD, signIn, trailAt } from './testing/people.ts';
import { as, cookieFor, cookieOf, personWith, request } from './testing/signed-in.ts';
import { type TestHouse, useTwoServers } from './testing/test-house.ts';

let house: TestHouse;
let one: string;
let other: string;
useTwoServers((opened) => ({ house, one, other } = opened));

const forget = () => house.database.query('DELETE FROM throttle');
const sessionIn = (cookie: string) => /ladle-session=[^;]+/.exec(cookie)?.[0];

describe('signing in', () => {
  it('is by name and password, under a new id, and ends everywhere at once', async () => {
    await addPerson(one, 'Wren Halloway');
    const first = await signIn(one, ' wren  HALLOWAY ', PASSWORD).expect(200);
    expect(first.body.person.name).toBe('Wren Halloway');
    expect(first.headers['set-cookie']).toContainEqual(
      expect.stringMatching(/^ladle-session=.*; Path=\/; Expires=.*; HttpOnly; SameSite=Strict$/),
    );
    const [here, there] = [cookieOf(first), cookieOf(await signIn(other, 'Wren Halloway', PASSWORD).expect(200))];
    const again = await signIn(one, 'Wren Halloway', PASSWORD, here).expect(200);
    expect(sessionIn(cookieOf(again))).not.toBe(sessionIn(here));
    const who = async (cookie: string) =>
      (await supertest(one).get('/api/session').set('Cookie', cookie)).body.person?.name as string | undefined;
    expect([await who(here), await who(there)]).toEqual([undefined, 'Wren Halloway']);
    await supertest(one)
      .post('/api/workbench/account/sign-out-everywhere')
      .set('Cookie', cookieOf(again))
      .send({})
      .expect(200);
    expect([await who(there), await who(cookieOf(again))]).toEqual([undefined, undefined]);
  });

  it('says the same of an unknown name as of a wrong password, and keeps count by person and address', async () => {
    await forget();
    const unknown = await signIn(one, 'Nobody Here', 'x');
    const wrong = await signIn(one, 'Odile Marten', 'x');
    expect([unknown.status, unknown.body]).toEqual([403, wrong.body]);
    for (let i = 0; i < 4; i++) await signIn(one, 'Odile Marten', `x${i}`).expect(403);
    expect((await signIn(other, 'Odile Marten', 'x').expect(429)).headers['retry-after']).toMatch(/^(60|5\d)$/);
    await signIn(one, 'Tavi Rourke', 'x').expect(403);
    expect((await trailAt(one)).filter(({ event }) => event === 'sign-in-refused').length).toBeGreaterThan(5);
  });

  it('goes on for a browser that was here before, whatever strangers at the same address try', async () => {
    await forget();
    await addPerson(one, 'Sorrel Pike');
    const known = cookieOf(await signIn(one, 'Sorrel Pike', PASSWORD).expect(200));
    for (let i = 0; i < 30; i++) await signIn(one, i % 2 ? 'Sorrel Pike' : `Stranger ${i}`, 'guess');
    await signIn(one, 'Sorrel Pike', PASSWORD).expect(429);
    await signIn(one, 'Sorrel Pike', PASSWORD, known).expect(200);
    // What one browser was given for one person is nothing for another.
    await forget();
    for (let i = 0; i < 6; i++) await signIn(one, 'Odile Marten', 'guess', known);
    await signIn(one, 'Odile Marten', 'guess', known).expect(429);
  });

  it('ends by itself: after a pause, after a week, and when somebody has left', async () => {
    const { id, version, ...person } = await addPerson(one, 'Bryn Tolley');
    const cookie = cookieOf(await signIn(one, 'Bryn Tolley', PASSWORD).expect(200));
    const isIn = async () => (await supertest(one).get('/api/workbench/menu').set('Cookie', cookie)).status === 200;
    expect(await isIn()).toBe(true);
    const age = (days: number) =>
      house.database.query(
        `UPDATE session SET sess = jsonb_set(sess::jsonb, '{startedAt}',
          to_jsonb((extract(epoch FROM now()) * 1000 - $1 * 86400000)::bigint))::json
        WHERE sess ->> 'personId' = $2`,
        [days, id],
      );
    await age(8);
    expect(await isIn()).toBe(false);
    await age(6);
    expect(await isIn()).toBe(true);
    await house.database.query(
      `UPDATE session SET expire = now() - interval '1 second' WHERE sess ->> 'personId' = $1`,
      [id],
    );
    expect(await isIn()).toBe(false);
    const next = cookieOf(await signIn(one, 'Bryn Tolley', PASSWORD).expect(200));
    const left = { id, version, name: person.name, grants: person.grants, isActive: false };
    await request(one).post('/api/workbench/people').send(left).expect(200);
    await supertest(one).get('/api/workbench/menu').set('Cookie', next).expect(401);
    await signIn(one, 'Bryn Tolley', PASSWORD).expect(403);
  });

  it('is offered with one click in a demo only', async () => {
    const { address } = await house.openServer({ demoSignIn: false });
    await supertest(address)
      .post('/api/session/demo')
      .send({ person: personWith('owner') })
      .expect(404);
    expect((await supertest(address).get('/api/session')).body).toEqual({ needsOwner: false });
    await as('owner', address).get('/api/workbench/menu').set('Cookie', cookieFor('owner', one)).expect(401);
    expect((await supertest(one).get('/api/session')).body.demo).toHaveLength(DEMO_PEOPLE.length);
  });

  it('over TLS keeps its cookies to this host and to TLS, and knows from where a trusted proxy says it comes', async () => {
    const { address } = await house.openServer({ publicUrl: 'https://menu.house.example', trustProxy: ['loopback'] });
    await addPerson(one, 'Isolde Marsh');
    const proxied = { 'X-Forwarded-Proto': 'https', 'X-Forwarded-For': '203.0.113.9' };
    const answer = await supertest(address)
      .post('/api/session')
      .set(proxied)
      .send({ name: 'Isolde Marsh', password: PASSWORD })
      .expect(200);
    const lines = answer.headers['set-cookie'] as unknown as string[];
    expect(lines).toHaveLength(2);
    for (const line of lines) expect(line).toMatch(/^__Host-ladle-.*Path=\/;.*; HttpOnly; Secure; SameSite=Strict$/);
    expect(answer.headers['strict-transport-security']).toMatch(/^max-age=\d{8,}$/);
    expect((await trailAt(one))[0]).toMatchObject({ event: 'signed-in', by: 'Isolde Marsh', address: '203.0.113.9' });
    // Nobody else is believed where they say to come from.
    await supertest(one)
      .post('/api/session')
      .set(proxied)
      .send({ name: 'Isolde Marsh', password: PASSWORD })
      .expect(200);
    expect((await trailAt(one))[0]?.address).not.toBe('203.0.113.9');
  });
});
