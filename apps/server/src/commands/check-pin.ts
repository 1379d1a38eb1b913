import { createHmac, randomUUID, timingSafeEqual } from 'node:crypto';
import type { DataSource, EntityManager } from 'typeorm';
import { PinBucketEntity, type PinBucketRow } from '../db/entities.ts';
import type { HouseSettings } from '../db/house-settings.ts';

/** What checking a PIN depends on; without a PIN of the house none is right. */
export interface PinDependencies {
  readonly database: DataSource;
  readonly houseSettings: HouseSettings;
  readonly tillPin: string | undefined;
}

export type PinOutcome =
  /** `device`: a token for the device to keep, by which it is known from now on. */
  | { readonly outcome: 'right'; readonly device: string }
  | { readonly outcome: 'wrong' }
  | { readonly outcome: 'too-often'; readonly seconds: number };

const STRANGERS = 'strangers';
/** A pause doubles at most so often: nobody is kept out for a shift. */
const MOST_DOUBLINGS = 3;
const FORGET_MS = 86_400_000;

/**
 * The only place where a PIN is tried. Each device that once had the right one has tries of its own; all others share
 * theirs, so that a stranger can neither guess faster by posing as many devices nor keep a known till out
 * (the device cookies of OWASP's "Slow Down Online Guessing Attacks with Device Cookies").
 */
export async function checkPin({ database, houseSettings, tillPin }: PinDependencies, pin: string, token: string | undefined): Promise<PinOutcome> {
  return database.transaction(async (manager): Promise<PinOutcome> => {
    const secret = await houseSettings.secret(manager);
    const device = knownDevice(token, secret);
    const bucket = await lockBucket(manager, device ?? STRANGERS);
    const wait = (bucket.blockedUntil?.getTime() ?? 0) - Date.now();
    if (wait > 0) return { outcome: 'too-often', seconds: Math.ceil(wait / 1_000) };
    if (tillPin !== undefined && sameText(pin, tillPin)) {
      if (device !== undefined) await manager.update(PinBucketEntity, { id: device }, { failures: 0, pauses: 0, blockedUntil: null });
      return { outcome: 'right', device: device === undefined ? newToken(secret) : (token ?? '') };
    }
    const { tries, pauseSeconds } = (await houseSettings.read(manager)).house.pin;
    await manager.update(PinBucketEntity, { id: bucket.id }, afterFailure(bucket, tries, pauseSeconds));
    return { outcome: 'wrong' };
  });
}

function afterFailure({ failures, pauses, failedAt }: PinBucketRow, tries: number, pauseSeconds: number): Partial<PinBucketRow> {
  const now = new Date();
  const before = now.getTime() - failedAt.getTime() > FORGET_MS ? 0 : pauses;
  if (failures + 1 < tries) return { failures: failures + 1, pauses: before, failedAt: now };
  const seconds = pauseSeconds * 2 ** Math.min(before, MOST_DOUBLINGS);
  return { failures: 0, pauses: before + 1, blockedUntil: new Date(now.getTime() + seconds * 1_000), failedAt: now };
}

async function lockBucket(manager: EntityManager, id: string): Promise<PinBucketRow> {
  await manager.createQueryBuilder().insert().into(PinBucketEntity)
    .values({ id, failures: 0, pauses: 0, blockedUntil: null, failedAt: new Date() }).orIgnore().execute();
  return manager.findOneOrFail(PinBucketEntity, { where: { id }, lock: { mode: 'pessimistic_write' } });
}

function newToken(secret: string): string {
  const id = randomUUID();
  return `${id}.${signature(id, secret)}`;
}

/** The device that a token names, if this house signed it. */
function knownDevice(token: string | undefined, secret: string): string | undefined {
  const [id = '', signed = ''] = (token ?? '').split('.');
  return id !== '' && sameText(signed, signature(id, secret)) ? `device ${id}` : undefined;
}

function signature(id: string, secret: string): string {
  return createHmac('sha256', secret).update(id).digest('base64url');
}

/** Takes the same time wherever two texts differ. */
function sameText(one: string, other: string): boolean {
  const [a, b] = [Buffer.from(one), Buffer.from(other)];
  return a.length === b.length && timingSafeEqual(a, b);
}
