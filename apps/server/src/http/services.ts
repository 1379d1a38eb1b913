import type { DataSource } from 'typeorm';
import type { MenuCache } from '../db/menu-cache.ts';
import type { LiveEvents } from '../live/live-events.ts';

/** What the routes lean on. */
export interface Services {
  readonly database: DataSource;
  readonly cache: MenuCache;
  readonly live: LiveEvents;
}
