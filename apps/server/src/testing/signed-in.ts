import type { DeviceKind, PairingCode, Role } from '@hearty-ladle/core';
import supertest from 'supertest';
import { DEMO_PEOPLE } from '../demo/people.ts';

/** The session cookies of the demo's people, by server and role. */
const cookies = new Map<string, ReadonlyMap<Role, string>>();

/** Signs one person of each role in at a server. */
export async function signInEverybody(server: string): Promise<void> {
  const own = new Map<Role, string>();
  for (const { id, grants } of DEMO_PEOPLE) {
    const answer = await supertest(server).post('/api/session/demo').send({ person: id }).expect(200);
    for (const { role } of grants) own.set(role, cookieOf(answer));
  }
  cookies.set(server, own);
}

/** The cookies that an answer sets, as a browser sends them back. */
export function cookieOf({ headers }: supertest.Response): string {
  return [headers['set-cookie'] ?? []]
    .flat()
    .map((line: string) => line.split(';')[0])
    .join('; ');
}

/** The session cookie of the person with a role. */
export const cookieFor = (role: Role, server: string): string => cookies.get(server)?.get(role) ?? '';

/** Requests of the person with a role. */
export function as(role: Role, server: string) {
  return supertest.agent(server).set('Cookie', cookieFor(role, server));
}

/** Requests of whoever may do most: for tests of something else than who may. */
export const request = (server: string) => as('owner', server);

/** A demo person's id, by role. */
export const personWith = (role: Role): string =>
  DEMO_PEOPLE.find(({ grants }) => grants.some((grant) => grant.role === role))?.id ?? '';

/** Pairs a device; returns its cookie. */
export async function paired(server: string, kind: DeviceKind, location = 'steps'): Promise<string> {
  const { body } = await request(server).post('/api/workbench/devices/codes').send({ kind, name: kind, location });
  return cookieOf(
    await supertest(server)
      .post('/api/pair')
      .send({ code: (body as PairingCode).code })
      .expect(201),
  );
}
