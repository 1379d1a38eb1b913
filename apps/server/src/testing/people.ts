import { randomUUID } from 'node:crypto';
import type { Person, TrailEntry } from '@hearty-ladle/core';
import supertest from 'supertest';
import { request } from './signed-in.ts';

/** A password that is good enough. */
export const PASSWORD = 'the kettle sings at dawn';

/** A person added by the owner, with that password. */
export async function addPerson(server: string, name: string, more: object = {}): Promise<Person> {
  const person = { id: randomUUID(), version: 0, name, grants: [{ role: 'lead' }], isActive: true, password: PASSWORD };
  return (
    await request(server)
      .post('/api/workbench/people')
      .send({ ...person, ...more })
      .expect(200)
  ).body as Person;
}

/** Signs in by name and password, from a browser with these cookies. */
export const signIn = (server: string, name: string, password: string, cookie = '') =>
  supertest(server).post('/api/session').set('Cookie', cookie).send({ name, password });

/** The trail, newest first. */
export const trailAt = async (server: string) =>
  (await request(server).get('/api/workbench/trail').expect(200)).body as TrailEntry[];
