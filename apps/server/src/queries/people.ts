import {
  type Device,
  type PairedAs,
  type Person,
  type Places,
  type SignedIn,
  type TrailEntry,
} from '@hearty-ladle/core';
import { type DataSource, type EntityManager, IsNull, LessThan, Not } from 'typeorm';
import { DeviceEntity, type DeviceRow, PersonEntity, type PersonRow, TrailEntity } from '../db/entities.ts';

const PAGE = 100;

/** What others may know of a person. */
export function signedInOf({ id, name, grants }: PersonRow): SignedIn {
  return { id, name, grants };
}

/** A person as the owner sees them. */
export function personOf({ passwordHash, pinHash, isActive, signedInAt, version, ...person }: PersonRow): Person {
  return {
    ...signedInOf({ ...person, passwordHash, pinHash, isActive, signedInAt, version }),
    hasPassword: passwordHash !== null,
    hasPin: pinHash !== null,
    isActive,
    signedInAt: signedInAt?.toISOString() ?? null,
    version,
  };
}

export function pairedOf({ id, name, kind, location }: DeviceRow): PairedAs {
  return { id, name, kind, ...(location !== null && { location }) };
}

/** Where a person has any role. */
export function placesOf({ grants }: Pick<PersonRow, 'grants'>): Places {
  if (grants.some(({ location }) => location === undefined)) return 'everywhere';
  return grants.flatMap(({ location }) => location ?? []);
}

export async function allPeople(database: DataSource): Promise<Person[]> {
  const people = await database.getRepository(PersonEntity).find({ order: { isActive: 'DESC', nameKey: 'ASC' } });
  return people.map(personOf);
}

/** The people who have a PIN. */
export async function peopleWithPin(database: DataSource, isDemo: boolean): Promise<PersonRow[]> {
  return database
    .getRepository(PersonEntity)
    .find({ where: { isActive: true, pinHash: Not(IsNull()), ...letIn(isDemo) }, order: { nameKey: 'ASC' } });
}

/** The made-up people of the demo. */
export async function demoPeople(database: DataSource): Promise<SignedIn[]> {
  const people = await database
    .getRepository(PersonEntity)
    .find({ where: { isActive: true, isDemo: true }, order: { id: 'ASC' } });
  return people.map(signedInOf);
}

/** Which people are let in: outside of a demo, none of its made-up ones. */
export function letIn(isDemo: boolean): { readonly isDemo?: false } {
  return isDemo ? {} : { isDemo: false };
}

/** A person who works here and is let in. */
export async function personLetIn(
  { database, isDemo }: { readonly database: DataSource; readonly isDemo: boolean },
  id: string,
): Promise<SignedIn | undefined> {
  const person = await database.manager.findOneBy(PersonEntity, { id, isActive: true, ...letIn(isDemo) });
  return person ? signedInOf(person) : undefined;
}

export async function anybodyIsKnown(manager: EntityManager, isDemo: boolean): Promise<boolean> {
  return manager.existsBy(PersonEntity, letIn(isDemo));
}

export async function pairedDevices(database: DataSource): Promise<Device[]> {
  const devices = await database
    .getRepository(DeviceEntity)
    .find({ where: { withdrawnAt: IsNull() }, order: { pairedAt: 'DESC' } });
  return devices.map((device) => ({
    ...pairedOf(device),
    pairedAt: device.pairedAt.toISOString(),
    pairedBy: device.pairedBy,
    seenAt: device.seenAt?.toISOString() ?? null,
  }));
}

/** The trail, newest first; `before`: the entry before which it goes on. */
export async function trailPage(database: DataSource, before: number | undefined): Promise<TrailEntry[]> {
  const entries = await database
    .getRepository(TrailEntity)
    .find({ where: before === undefined ? {} : { seq: LessThan(before) }, order: { seq: 'DESC' }, take: PAGE });
  return entries.map((entry) => ({ ...entry, at: entry.at.toISOString() }));
}
