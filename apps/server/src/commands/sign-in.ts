import { randomUUID } from 'node:crypto';
import type { FirstOwner, SignIn } from '@hearty-ladle/core';
import { now } from '@hearty-ladle/node-runtime';
import type { DataSource, EntityManager } from 'typeorm';
import { HouseEntity, PersonEntity, type PersonRow } from '../db/entities.ts';
import type { Gate } from '../db/gate.ts';
import type { HouseSettings } from '../db/house-settings.ts';
import { anybodyIsKnown, letIn } from '../queries/people.ts';
import {
  hashSecret,
  hashToken,
  isSecret,
  isSigned,
  newToken,
  type PasswordFault,
  passwordFault,
  signed,
} from './secrets.ts';
import { throttled, type ThrottlePolicy, type Tried } from './throttle.ts';
import { addToTrail } from './trail.ts';

/** Dependencies of everything that tries a secret. */
export interface SecretDependencies {
  readonly database: DataSource;
  readonly houseSettings: HouseSettings;
  /** Signs what this installation hands out. */
  readonly secret: string;
  /** Whether the demo’s made-up people are let in: they have PINs that everybody knows. */
  readonly isDemo: boolean;
  /** Few secrets are tried at once: each takes 19 MiB and a core. */
  readonly secretGate: Gate;
}

/** Where a sign-in comes from: its address, and what this browser was given at an earlier sign-in. */
export interface From {
  readonly address: string;
  readonly known: string | undefined;
}

export interface SignedInPerson {
  readonly person: PersonRow;
  /** By which the browser is recognised the next time this person signs in. */
  readonly known: string;
}

/** Wrong passwords of one person: from one address, from a browser that knows them, or in their own session. */
export const PASSWORD_TRIES: ThrottlePolicy = { tries: 5, pauseSeconds: 60, doublings: 3 };
/** Wrong passwords from one address, whoever they are for. */
const ADDRESS: ThrottlePolicy = { tries: 20, pauseSeconds: 60, doublings: 3 };
/** Wrong passwords for one person, from wherever: its short pause does not grow. */
const PERSON: ThrottlePolicy = { tries: 100, pauseSeconds: 30, doublings: 0 };

/** The name as it is compared: without case, outer and repeated space. */
export function nameKeyOf(name: string): string {
  return name.normalize('NFKC').trim().replace(/\s+/g, ' ').toLowerCase();
}

/**
 * Signs a person in by name and password. A browser that has signed in as the person before has a count of wrong tries of
 * its own, so that strangers can't keep the person out, whatever address they share (the device cookies of OWASP's “Slow
 * Down Online Guessing Attacks with Device Cookies”). An unknown name is answered like a wrong password, as slowly.
 */
export async function signIn(
  { database, secret, secretGate, isDemo }: SecretDependencies,
  { name, password }: SignIn,
  { address, known = '' }: From,
): Promise<Tried<SignedInPerson>> {
  const key = nameKeyOf(name);
  return secretGate.run(() =>
    database.transaction(async (manager) => {
      const person = await manager.findOneBy(PersonEntity, { nameKey: key, isActive: true, ...letIn(isDemo) });
      const isKnown = person !== null && isSigned(known, secret) && known.startsWith(`${person.id}~`);
      const who = hashToken(key);
      const own = {
        id: isKnown ? `known ${known.split('.')[0]}` : `person ${who} at ${address}`,
        policy: PASSWORD_TRIES,
      };
      const shared = isKnown
        ? []
        : [
            { id: `address ${address}`, policy: ADDRESS },
            { id: `person ${who}`, policy: PERSON },
          ];
      const tried = await throttled(manager, own, shared, async () =>
        (await isSecret(person?.passwordHash, password)) ? (person ?? undefined) : undefined,
      );
      if (tried.outcome === 'right') {
        await rememberSignIn(manager, tried.value, address);
        const { id } = tried.value;
        const token = isKnown ? known : signed(`${id}~${randomUUID()}`, secret);
        return { outcome: 'right', value: { person: tried.value, known: token } };
      }
      if (tried.outcome === 'wrong') await addToTrail(manager, 'sign-in-refused', { by: name, address });
      return tried;
    }),
  );
}

async function rememberSignIn(manager: EntityManager, { id, name }: PersonRow, address: string): Promise<void> {
  await manager.update(PersonEntity, { id }, { signedInAt: now() });
  await addToTrail(manager, 'signed-in', { by: name, address });
}

/** Signs a made-up person of the demo in; undefined if there is none by this id. */
export async function signInDemo(database: DataSource, id: string, address: string): Promise<PersonRow | undefined> {
  return database.transaction(async (manager) => {
    const person = await manager.findOneBy(PersonEntity, { id, isDemo: true, isActive: true });
    if (person) await rememberSignIn(manager, person, address);
    return person ?? undefined;
  });
}

/** A new link's token, by which the first owner is made; undefined if somebody is known here. */
export async function newOwnerToken({
  database,
  isDemo,
}: Pick<SecretDependencies, 'database' | 'isDemo'>): Promise<string | undefined> {
  if (await anybodyIsKnown(database.manager, isDemo)) return undefined;
  const token = newToken();
  await database.manager.update(HouseEntity, { id: 1 }, { ownerTokenHash: hashToken(token) });
  return token;
}

/** Makes the first owner of a house in which nobody is known, by the token of the link. */
export async function makeFirstOwner(
  { database, secretGate, isDemo }: SecretDependencies,
  { token, name, password }: FirstOwner,
  address: string,
): Promise<PersonRow | 'wrong-link' | 'there-already' | 'name-taken' | PasswordFault> {
  const fault = passwordFault(password, name);
  if (fault) return fault;
  const passwordHash = await secretGate.run(() => hashSecret(password));
  return database.transaction(async (manager) => {
    const { ownerTokenHash } = await manager.findOneOrFail(HouseEntity, {
      where: { id: 1 },
      select: { id: true, ownerTokenHash: true },
      lock: { mode: 'pessimistic_write' },
    });
    if (await anybodyIsKnown(manager, isDemo)) return 'there-already';
    const nameKey = nameKeyOf(name);
    if (await manager.existsBy(PersonEntity, { nameKey })) return 'name-taken';
    if (ownerTokenHash === null || ownerTokenHash !== hashToken(token)) return 'wrong-link';
    const owner: PersonRow = {
      id: randomUUID(),
      name: name.trim(),
      nameKey,
      grants: [{ role: 'owner' }],
      passwordHash,
      pinHash: null,
      isActive: true,
      isDemo: false,
      signedInAt: null,
      version: 1,
    };
    await manager.insert(PersonEntity, owner as never);
    await manager.update(HouseEntity, { id: 1 }, { ownerTokenHash: null });
    await addToTrail(manager, 'person-added', { by: owner.name, address }, owner.name);
    await rememberSignIn(manager, owner, address);
    return owner;
  });
}
