import { randomInt, randomUUID } from 'node:crypto';
import type { PairedAs, PairingCode, PairingRequest } from '@hearty-ladle/core';
import { now } from '@hearty-ladle/node-runtime';
import { type DataSource, IsNull, MoreThan } from 'typeorm';
import { DeviceEntity, type DeviceRow, PairingCodeEntity } from '../db/entities.ts';
import { storedMenu, type MenuDependencies } from '../queries/menu.ts';
import { pairedOf } from '../queries/people.ts';
import { hashToken, newToken } from './secrets.ts';
import type { SecretDependencies } from './sign-in.ts';
import { throttled, type ThrottlePolicy, type Tried } from './throttle.ts';
import { addToTrail, type Doer } from './trail.ts';

const GOOD_FOR_MS = 600_000;
/** Without letters and digits that are read for one another. */
const LETTERS = 'ABCDEFGHJKMNPQRSTUVWXYZ23456789';
const CODE_LENGTH = 8;
const TRIES: ThrottlePolicy = { tries: 10, pauseSeconds: 60, doublings: 3 };

/** A code by which one device is paired with a location, once and within ten minutes; undefined: no such location. */
export async function newPairingCode(
  dependencies: MenuDependencies,
  { kind, name, location }: PairingRequest,
  doer: Doer,
): Promise<PairingCode | undefined> {
  const places = (await storedMenu(dependencies))?.menu.locations ?? [];
  const isThere = location === undefined ? places.length === 0 : places.some(({ id }) => id === location);
  if (!isThere) return undefined;
  const code = Array.from({ length: CODE_LENGTH }, () => LETTERS[randomInt(LETTERS.length)]).join('');
  const until = new Date(now().getTime() + GOOD_FOR_MS);
  await dependencies.database.transaction(async (manager) => {
    await manager.insert(PairingCodeEntity, {
      codeHash: hashToken(code),
      kind,
      name: name.trim(),
      location: location ?? null,
      by: doer.by ?? '',
      until,
    });
    await addToTrail(manager, 'device-code', doer, name.trim());
  });
  return { code: `${code.slice(0, CODE_LENGTH / 2)}-${code.slice(CODE_LENGTH / 2)}`, until: until.toISOString() };
}

/** Pairs a device by its code, which is used up; the token is the device's own from then on. */
export async function pairDevice(
  { database }: SecretDependencies,
  typed: string,
  address: string,
): Promise<Tried<{ readonly device: DeviceRow; readonly token: string }>> {
  const codeHash = hashToken(typed.toUpperCase().replace(/[^A-Z0-9]/g, ''));
  return database.transaction(async (manager) => {
    const tried = await throttled(manager, { id: `pairing ${address}`, policy: TRIES }, [], async () => {
      const code = await manager.findOne(PairingCodeEntity, {
        where: { codeHash, until: MoreThan(now()) },
        lock: { mode: 'pessimistic_write' },
      });
      if (!code) return undefined;
      await manager.delete(PairingCodeEntity, { codeHash });
      const token = newToken();
      const { kind, name, location, by } = code;
      const device: DeviceRow = {
        ...{ id: randomUUID(), kind, name, location, tokenHash: hashToken(token) },
        ...{ pairedAt: now(), pairedBy: by, seenAt: now(), withdrawnAt: null },
      };
      await manager.insert(DeviceEntity, device);
      await addToTrail(manager, 'device-paired', { by, device: name, address }, name);
      return { device, token };
    });
    if (tried.outcome === 'wrong') await addToTrail(manager, 'pairing-refused', { by: null, address });
    return tried;
  });
}

/** Withdraws a device, or gives it up; false if there is none that is paired by this id. */
export async function withdrawDevice({ database }: SecretDependencies, id: string, doer: Doer): Promise<boolean> {
  return database.transaction(async (manager) => {
    const device = await manager.findOneBy(DeviceEntity, { id, withdrawnAt: IsNull() });
    if (!device) return false;
    await manager.update(DeviceEntity, { id }, { withdrawnAt: now() });
    await addToTrail(manager, 'device-withdrawn', doer, device.name);
    return true;
  });
}

const SEEN_MS = 60_000;

/** The device that a token belongs to, if it is not withdrawn; notes now and then that it is in use. */
export async function deviceInUse({ manager }: DataSource, token: string): Promise<PairedAs | undefined> {
  const device = await manager.findOneBy(DeviceEntity, { tokenHash: hashToken(token), withdrawnAt: IsNull() });
  if (!device) return undefined;
  const moment = now();
  if (moment.getTime() - (device.seenAt?.getTime() ?? 0) > SEEN_MS)
    await manager.update(DeviceEntity, { id: device.id }, { seenAt: moment });
  return pairedOf(device);
}
