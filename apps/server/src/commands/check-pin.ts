import { now } from '@hearty-ladle/node-runtime';
import { createHmac, randomUUID, timingSafeEqual } from 'node:crypto';
import type { DataSource, EntityManager } from 'typeorm';
import { PinBucketEntity, type PinBucketRow } from '../db/entities.ts';
import type { HouseSettings } from '../db/house-settings.ts';

/** Dependencies of the PIN check. Without a configured PIN, every PIN is wrong. */
export interface PinDependencies {
  readonly database: DataSource;
  readonly houseSettings: HouseSettings;
  readonly tillPin: string | undefined;
}

export type PinOutcome =
  /** `device`: a token the device stores and sends from moment on to be recognised. */
  | { readonly outcome: 'right'; readonly device: string }
  | { readonly outcome: 'wrong' }
  | { readonly outcome: 'too-often'; readonly seconds: number };

const STRANGERS = 'strangers';
/** A pause doubles at most this often, so nobody is locked out for a whole shift. */
const MAX_DOUBLINGS = 3;
const FORGET_MS = 86_400_000;

/**
 * The only place that checks a PIN. A device that once had the right PIN has its own count of failed tries; all others
 * share one. So a stranger can't guess faster by pretending to be many devices, nor lock out a known till (the device
 * cookies of OWASP's "Slow Down Online Guessing Attacks with Device Cookies").
 */
export async function checkPin(
  { database, houseSettings, tillPin }: PinDependencies,
  pin: string,
  token: string | undefined,
): Promise<PinOutcome> {
  return database.transaction(async (manager): Promise<PinOutcome> => {
    const secret = await houseSettings.secret(manager);
    const device = knownDevice(token, secret);
    const bucket = await lockBucket(manager, device ?? STRANGERS);
    const wait = (bucket.blockedUntil?.getTime() ?? 0) - now().getTime();
    if (wait > 0) return { outcome: 'too-often', seconds: Math.ceil(wait / 1_000) };
    if (tillPin !== undefined && sameText(pin, tillPin)) {
      if (device !== undefined)
        await manager.update(PinBucketEntity, { id: device }, { failures: 0, pauses: 0, blockedUntil: null });
      return { outcome: 'right', device: device === undefined ? newToken(secret) : (token ?? '') };
    }
    const { tries, pauseSeconds } = (await houseSettings.read(manager)).house.pin;
    await manager.update(PinBucketEntity, { id: bucket.id }, afterFailure(bucket, tries, pauseSeconds));
    return { outcome: 'wrong' };
  });
}

/** Whether a token belongs to a device that has once entered the right PIN here. */
export async function isKnownDevice(
  { database, houseSettings }: PinDependencies,
  token: string | undefined,
): Promise<boolean> {
  return knownDevice(token, await houseSettings.secret(database.manager)) !== undefined;
}

function afterFailure(
  { failures, pauses, failedAt }: PinBucketRow,
  tries: number,
  pauseSeconds: number,
): Partial<PinBucketRow> {
  const moment = now();
  const before = moment.getTime() - failedAt.getTime() > FORGET_MS ? 0 : pauses;
  if (failures + 1 < tries) return { failures: failures + 1, pauses: before, failedAt: moment };
  const seconds = pauseSeconds * 2 ** Math.min(before, MAX_DOUBLINGS);
  return {
    failures: 0,
    pauses: before + 1,
    blockedUntil: new Date(moment.getTime() + seconds * 1_000),
    failedAt: moment,
  };
}

async function lockBucket(manager: EntityManager, id: string): Promise<PinBucketRow> {
  await manager
    .createQueryBuilder()
    .insert()
    .into(PinBucketEntity)
    .values({ id, failures: 0, pauses: 0, blockedUntil: null, failedAt: now() })
    .orIgnore()
    .execute();
  return manager.findOneOrFail(PinBucketEntity, { where: { id }, lock: { mode: 'pessimistic_write' } });
}

function newToken(secret: string): string {
  const id = randomUUID();
  return `${id}.${signature(id, secret)}`;
}

/** The device id in a token that this installation signed; undefined for any other token. */
function knownDevice(token: string | undefined, secret: string): string | undefined {
  const [id = '', signed = ''] = (token ?? '').split('.');
  return id !== '' && sameText(signed, signature(id, secret)) ? `device ${id}` : undefined;
}

function signature(id: string, secret: string): string {
  return createHmac('sha256', secret).update(id).digest('base64url');
}

/** Compares in constant time. */
function sameText(one: string, other: string): boolean {
  const [a, b] = [Buffer.from(one), Buffer.from(other)];
  return a.length === b.length && timingSafeEqual(a, b);
}
