import type { TrailEvent } from '@hearty-ladle/core';
import { now } from '@hearty-ladle/node-runtime';
import type { EntityManager } from 'typeorm';
import { TrailEntity } from '../db/entities.ts';

/** Who did something, at which device, from which address. */
export interface Doer {
  readonly by: string | null;
  readonly device?: string | undefined;
  readonly address?: string | undefined;
}

const MAX_LETTERS = 200;

/** Adds an entry to the trail. */
export async function addToTrail(
  manager: EntityManager,
  event: TrailEvent,
  { by, device, address }: Doer,
  about?: string,
): Promise<void> {
  await manager.insert(TrailEntity, {
    at: now(),
    event,
    by: by?.slice(0, MAX_LETTERS) ?? null,
    device: device ?? null,
    address: address ?? null,
    about: about?.slice(0, MAX_LETTERS) ?? null,
  });
}
