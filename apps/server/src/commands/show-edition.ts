import type { Showing } from '@hearty-ladle/core';
import { now } from '@hearty-ladle/node-runtime';
import type { DataSource } from 'typeorm';
import { ShowingEntity } from '../db/entities.ts';

/** Remembers which edition a page shows; `name`: the device's, or of the person at it. */
export async function showEdition(
  { manager }: DataSource,
  { page, screen, location, edition }: Showing,
  name: string,
): Promise<void> {
  await manager.upsert(ShowingEntity, { page, name, screen, location, edition, seenAt: now() }, ['page']);
}
