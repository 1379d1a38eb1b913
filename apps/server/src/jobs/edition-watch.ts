import { now } from '@hearty-ladle/node-runtime';
import type { DataSource } from 'typeorm';
import { tellPublished } from '../commands/tell-programs.ts';
import type { PublicationRow } from '../db/entities.ts';
import { announce } from '../live/announce.ts';
import { log } from '../log.ts';

const EVERY_MS = 1_000;

/**
 * Tells all pages when a planned edition begins. It is served from that moment on by the clock alone; which of several
 * processes tells is decided by the row, so it is told once.
 */
export class EditionWatch {
  readonly #database: DataSource;
  #timer: NodeJS.Timeout | undefined;
  #work: Promise<void> = Promise.resolve();

  constructor(database: DataSource) {
    this.#database = database;
  }

  start(): void {
    this.#timer = setInterval(() => {
      this.#work = this.#work
        .then(() => tellBegun(this.#database))
        .then(() => undefined)
        .catch((error: unknown) => log.warn({ err: error }, 'editions that began are told later'));
    }, EVERY_MS);
  }

  async stop(): Promise<void> {
    clearInterval(this.#timer);
    await this.#work;
  }
}

/** Tells of the publications that have begun and were not told yet; returns how many. */
export async function tellBegun(database: DataSource): Promise<number> {
  return database.transaction(async (manager) => {
    const [rows] = (await manager.query(
      `UPDATE publication SET told_at = $1 WHERE told_at IS NULL AND called_off_at IS NULL AND at <= $1 RETURNING location, edition, "by"`,
      [now()],
    )) as [Pick<PublicationRow, 'location' | 'edition' | 'by'>[]];
    if (rows.length > 0) await announce(manager, { type: 'editions' });
    await tellPublished(manager, rows);
    return rows.length;
  });
}
