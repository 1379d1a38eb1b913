import { isDeepStrictEqual } from 'node:util';
import { may, type OwnSecrets, type Person, type PersonChange, WHOLE_HOUSE_ROLES } from '@hearty-ladle/core';
import { type EntityManager, Not } from 'typeorm';
import { ActingEntity, PersonEntity, type PersonRow, SessionEntity } from '../db/entities.ts';
import { storedMenu, type MenuDependencies } from '../queries/menu.ts';
import { personOf } from '../queries/people.ts';
import { hashSecret, isSecret, type PasswordFault, passwordFault } from './secrets.ts';
import { nameKeyOf, PASSWORD_TRIES, type SecretDependencies } from './sign-in.ts';
import { throttled } from './throttle.ts';
import { addToTrail, type Doer } from './trail.ts';

export type PersonRefusal =
  | 'stale'
  | 'name-taken'
  | 'unknown-location'
  /** A role that concerns the whole house was given for one location. */
  | 'whole-house'
  | 'last-owner'
  | PasswordFault;

/** Adds a person, or changes one. Who leaves, or gets another password, is signed out everywhere. */
export async function setPerson(
  dependencies: SecretDependencies & MenuDependencies,
  change: PersonChange,
  doer: Doer,
): Promise<Person | PersonRefusal> {
  const { id, version, name, grants, isActive, password, pin } = change;
  const places = (await storedMenu(dependencies))?.menu.locations ?? [];
  for (const { role, location } of grants) {
    if (location === undefined) continue;
    if (WHOLE_HOUSE_ROLES.has(role)) return 'whole-house';
    if (!places.some((place) => place.id === location)) return 'unknown-location';
  }
  const fault = typeof password === 'string' ? passwordFault(password, name) : undefined;
  if (fault) return fault;
  const [passwordHash, pinHash] = await dependencies.secretGate.run(() =>
    Promise.all([password, pin].map(async (secret) => (typeof secret === 'string' ? hashSecret(secret) : secret))),
  );
  return dependencies.database.transaction(async (manager) => {
    // One at a time, so that two owners can't make each other the last.
    await manager.query('LOCK TABLE person IN SHARE ROW EXCLUSIVE MODE');
    const before = await manager.findOneBy(PersonEntity, { id });
    // Sent again after a lost answer: it is stored already.
    if (before && before.version === version + 1 && (await isSameAs(before, change))) return personOf(before);
    if ((before?.version ?? 0) !== version) return 'stale';
    const nameKey = nameKeyOf(name);
    if (await manager.existsBy(PersonEntity, { nameKey, id: Not(id) })) return 'name-taken';
    const after: PersonRow = {
      ...(before ?? { isDemo: false, signedInAt: null, passwordHash: null, pinHash: null }),
      id,
      name: name.trim(),
      nameKey,
      grants,
      isActive,
      ...(passwordHash !== undefined && { passwordHash }),
      ...(pinHash !== undefined && { pinHash }),
      version: version + 1,
    };
    if (before && isOwner(before) && !isOwner(after) && !(await hasOtherOwner(manager, id))) return 'last-owner';
    await manager.save(PersonEntity, after as never);
    if (!isActive || password !== undefined) await endSessions(manager, id);
    if (!isActive || pin !== undefined) await manager.delete(ActingEntity, { personId: id });
    await addToTrail(manager, before ? 'person-changed' : 'person-added', doer, `${after.name}: ${rolesText(after)}`);
    return personOf(after);
  });
}

/** Whether a person is as a change wants them, secrets too. */
async function isSameAs(person: PersonRow, { name, grants, isActive, password, pin }: PersonChange): Promise<boolean> {
  const isSet = async (hashed: string | null, secret: string | null | undefined) =>
    secret === undefined || (secret === null ? hashed === null : isSecret(hashed, secret));
  return (
    isDeepStrictEqual([person.name, person.grants, person.isActive], [name.trim(), grants, isActive]) &&
    (await isSet(person.passwordHash, password)) &&
    (await isSet(person.pinHash, pin))
  );
}

const isOwner = ({ grants, isActive }: PersonRow) => isActive && may(grants, 'manage-people');

async function hasOtherOwner(manager: EntityManager, id: string): Promise<boolean> {
  return (await manager.findBy(PersonEntity, { id: Not(id) })).some(isOwner);
}

function rolesText({ grants, isActive }: PersonRow): string {
  if (!isActive) return 'has left';
  return grants.map(({ role, location }) => (location === undefined ? role : `${role} at ${location}`)).join(', ');
}

/** Ends every session of a person, or every one but this. */
async function endSessions(manager: EntityManager, personId: string, but = ''): Promise<void> {
  await manager
    .createQueryBuilder()
    .delete()
    .from(SessionEntity)
    .where(`sess ->> 'personId' = :personId AND sid <> :but`, { personId, but })
    .execute();
}

export type OwnRefusal = 'wrong-password' | 'too-often' | PasswordFault;

/** Changes one's own password or PIN, by the current password; every other session ends. */
export async function setOwnSecrets(
  { database, secretGate }: SecretDependencies,
  id: string,
  { current, password, pin }: OwnSecrets,
  { sid, ...doer }: Doer & { readonly sid: string },
): Promise<OwnRefusal | undefined> {
  return secretGate.run(() =>
    database.transaction(async (manager): Promise<OwnRefusal | undefined> => {
      const person = await manager.findOneByOrFail(PersonEntity, { id });
      const fault = password === undefined ? undefined : passwordFault(password, person.name);
      if (fault) return fault;
      const tried = await throttled(manager, { id: `own password ${id}`, policy: PASSWORD_TRIES }, [], async () =>
        (await isSecret(person.passwordHash, current)) ? true : undefined,
      );
      if (tried.outcome !== 'right') return tried.outcome === 'wrong' ? 'wrong-password' : 'too-often';
      if (password !== undefined) {
        await manager.update(PersonEntity, { id }, { passwordHash: await hashSecret(password) });
        await addToTrail(manager, 'password-changed', doer, person.name);
      }
      if (pin !== undefined) {
        await manager.update(PersonEntity, { id }, { pinHash: pin === null ? null : await hashSecret(pin) });
        await manager.delete(ActingEntity, { personId: id });
        await addToTrail(manager, 'pin-changed', doer, person.name);
      }
      await endSessions(manager, id, sid);
      return undefined;
    }),
  );
}

/** Ends every session of a person, and every PIN entered. */
export async function signOutEverywhere({ database }: SecretDependencies, id: string, doer: Doer): Promise<void> {
  await database.transaction(async (manager) => {
    await endSessions(manager, id);
    await manager.delete(ActingEntity, { personId: id });
    await addToTrail(manager, 'signed-out-everywhere', doer);
  });
}
