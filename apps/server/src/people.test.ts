import { randomUUID } from 'node:crypto';
import supertest from 'supertest';
import { describe, expect, it } from 'vitest';
import { newOwnerToken } from './commands/sign-in.ts';
import { DEMO_PEOPLE } from './demo/people.ts';
import { addPerson, PASSWORD, signIn } from './testing/people.ts';
import { cookieOf, request } from './testing/signed-in.ts';
import { openHouse, type TestHouse, useTwoServers } from './testing/test-house.ts';

let house: TestHouse;
let one: string;
useTwoServers((opened) => ({ house, one } = opened));

describe('people', () => {
  it.each([
    ['short', { password: 'eleven char' }, 'too-short'],
    ['long', { password: 'x y'.repeat(43) }, 'too-long'],
    ['common', { password: 'PasswordPassword' }, 'too-common'],
    ['the name twice', { name: 'Maro Ilk', password: 'maro ilk maro ilk' }, 'too-common'],
    ['a name that is taken', { name: 'ODILE  marten' }, 'name-taken'],
    ['a location that is not there', { grants: [{ role: 'till', location: 'moon' }] }, 'unknown-location'],
    ['an editor of one location', { grants: [{ role: 'editor', location: 'steps' }] }, 'whole-house'],
  ])('are not taken with %s', async (_, change, reason) => {
    const person = { id: randomUUID(), version: 0, name: 'New', grants: [], isActive: true, ...change };
    expect((await request(one).post('/api/workbench/people').send(person).expect(422)).body.reason).toBe(reason);
  });

  it('may have a password of any characters, up to 128 of them', async () => {
    for (const [i, password] of [
      'ünïcödé – 湯気と朝の鐘',
      'a long sentence about broth, '.repeat(4) + 'ok',
    ].entries()) {
      await addPerson(one, `Any ${i}`, { password });
      await signIn(one, `Any ${i}`, password).expect(200);
    }
    await addPerson(one, 'Any 2', { password: 'caf\u00e9 au lait twice' });
    await signIn(one, 'Any 2', 'cafe\u0301 au lait twice').expect(200);
  });

  it('always have an owner among them, and are changed by one at a time', async () => {
    const owner = DEMO_PEOPLE.find(({ grants }) => grants.some(({ role }) => role === 'owner'));
    const same = { id: owner?.id, version: 1, name: owner?.name, isActive: true };
    const demoted = { ...same, grants: [{ role: 'lead' }] };
    expect((await request(one).post('/api/workbench/people').send(demoted).expect(422)).body.reason).toBe('last-owner');
    await request(one)
      .post('/api/workbench/people')
      .send({ ...demoted, version: 7 })
      .expect(409);
    const sent = { id: randomUUID(), version: 0, name: 'Hollis Pye', grants: [{ role: 'till' }], isActive: true };
    const add = (more: object = {}) =>
      request(one)
        .post('/api/workbench/people')
        .send({ ...sent, ...more });
    const { body } = await add().expect(200);
    // Sent again after a lost answer, it is done once; what is another change is not taken for it.
    expect((await add().expect(200)).body).toEqual(body);
    await add({ name: 'Hollis Rye' }).expect(409);
    await add({ pin: '8642' }).expect(409);
  });

  it('change their own password by the old one, which ends every other session', async () => {
    await addPerson(one, 'Lark Fenner');
    const [here, there] = [
      cookieOf(await signIn(one, 'Lark Fenner', PASSWORD)),
      cookieOf(await signIn(one, 'Lark Fenner', PASSWORD)),
    ];
    const change = (current: string, password: string) =>
      supertest(one)
        .post('/api/workbench/account/secrets')
        .set('Cookie', here)
        .send({ current, password, pin: '8642' });
    expect((await change('wrong', 'another fine broth').expect(422)).body.reason).toBe('wrong-password');
    expect((await change(PASSWORD, 'short').expect(422)).body.reason).toBe('too-short');
    await change(PASSWORD, 'another fine broth').expect(200);
    await supertest(one).get('/api/workbench/menu').set('Cookie', here).expect(200);
    await supertest(one).get('/api/workbench/menu').set('Cookie', there).expect(401);
    await signIn(one, 'Lark Fenner', PASSWORD).expect(403);
    await signIn(one, 'Lark Fenner', 'another fine broth').expect(200);
  });

  it('are hashed, and their hashes are shown to nobody', async () => {
    const rows = (await house.database.query('SELECT password_hash, pin_hash FROM person')) as Record<
      string,
      string | null
    >[];
    for (const hash of rows.flatMap((row) => Object.values(row)))
      if (hash !== null) expect(hash).toMatch(/^\$argon2id\$v=19\$m=19456,t=2,p=1\$/);
    for (const path of ['/api/workbench/people', '/api/device/people', '/api/session'])
      expect((await request(one).get(path).expect(200)).text).not.toContain('argon2');
  });
});

describe('the first owner', () => {
  it('is made once, by the link that the server printed, where nobody is known', async () => {
    const empty = await openHouse();
    try {
      // The demo's made-up people are nobody where this is no demo.
      const { address } = await empty.openServer({ demoSignIn: false });
      expect((await supertest(address).get('/api/session')).body).toEqual({ needsOwner: true });
      const owner = { name: 'Fable Quill', password: PASSWORD };
      const [old, token] = [
        await newOwnerToken({ database: empty.database, isDemo: false }),
        await newOwnerToken({ database: empty.database, isDemo: false }),
      ];
      for (const wrong of ['', 'x', old])
        await supertest(address)
          .post('/api/first-owner')
          .send({ ...owner, token: wrong })
          .expect(403);
      await supertest(address)
        .post('/api/first-owner')
        .send({ ...owner, token, password: 'short' })
        .expect(422);
      const made = await supertest(address)
        .post('/api/first-owner')
        .send({ ...owner, token })
        .expect(201);
      expect(made.body).toMatchObject({
        person: { name: 'Fable Quill', grants: [{ role: 'owner' }] },
        needsOwner: false,
      });
      await supertest(address).get('/api/workbench/people').set('Cookie', cookieOf(made)).expect(200);
      await supertest(address)
        .post('/api/first-owner')
        .send({ ...owner, token, name: 'Another' })
        .expect(409);
      expect(await newOwnerToken({ database: empty.database, isDemo: false })).toBeUndefined();
    } finally {
      await empty.close();
    }
  });
});
