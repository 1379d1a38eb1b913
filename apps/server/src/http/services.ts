import type { DataSource } from 'typeorm';
import type { MenuCache } from '../db/menu-cache.ts';
import type { PrintQueue } from '../jobs/print-queue.ts';
import type { LiveEvents } from '../live/live-events.ts';

/** What the routes lean on. */
export interface Services {
  readonly database: DataSource;
  readonly cache: MenuCache;
  readonly live: LiveEvents;
  readonly printing: PrintQueue;
  /** The word of those who may name a price at the till. */
  readonly tillPin: string;
}
