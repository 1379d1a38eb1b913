import type { Showing } from '@hearty-ladle/core';
import { now } from '@hearty-ladle/node-runtime';
import type { DataSource } from 'typeorm';
import { ShowingEntity } from '../db/entities.ts';
import { announce } from '../live/announce.ts';

/** Remembers which edition a page shows, and tells when that is another one; `name`: the device's, or of the person at it. */
export async function showEdition(
  { manager }: DataSource,
  { page, screen, location, edition }: Showing,
  name: string,
): Promise<void> {
  const before = await manager.findOneBy(ShowingEntity, { page });
  await manager.upsert(ShowingEntity, { page, name, screen, location, edition, seenAt: now() }, ['page']);
  const isKnown = before?.edition === edition && before.location === location && before.screen === screen;
  if (!isKnown) await announce(manager, { type: 'screens' });
}
