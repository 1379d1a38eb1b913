import type { Announcement } from '@hearty-ladle/core';
import type { DataSource, EntityManager } from 'typeorm';

export const CHANNEL = 'hearty_ladle';

/** Publishes an event to the pages of every process, if and only if the transaction commits. */
export async function announce(manager: EntityManager, event: Announcement): Promise<void> {
  await manager.query('SELECT pg_notify($1, $2)', [CHANNEL, JSON.stringify(event)]);
}

/** The same, where nothing else is done. */
export async function tellPages({ manager }: DataSource, event: Announcement): Promise<void> {
  await announce(manager, event);
}
