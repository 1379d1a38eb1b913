import type { ServedMenu, Workbook } from '@hearty-ladle/core';
import { now } from '@hearty-ladle/node-runtime';
import { LRUCache } from 'lru-cache';
import type { DataSource, EntityManager } from 'typeorm';
import { loadEdition } from './edition-store.ts';

/** An edition never changes, so one that was read can be kept; so many of them are. */
const KEPT = 24;

interface Begun {
  readonly location: string;
  readonly edition: number;
  readonly hash: string;
}

/** The editions that are served, and those that orders were made on. */
export class Editions {
  readonly #database: DataSource;
  readonly #kept = new LRUCache<string, Promise<Workbook | undefined>>({ max: KEPT });

  constructor(database: DataSource) {
    this.#database = database;
  }

  /**
   * What a location is served now; undefined if nothing is published. Without a location, or at one without an edition of
   * its own: what the first location of the newest edition in force has.
   */
  async served(location?: string): Promise<ServedMenu | undefined> {
    const { manager } = this.#database;
    const own = location === undefined ? undefined : await begunAt(manager, location);
    if (own) return this.#servedAs(own);
    const newest = await begunAt(manager);
    const menu = newest && (await this.#load(newest.edition, newest.hash));
    const first = menu?.locations?.[0];
    const there = location === undefined && first ? await begunAt(manager, first.id) : undefined;
    return newest && this.#servedAs(there ?? newest);
  }

  /** What an edition holds; undefined if there is none, or one with another hash. */
  async at(number: number, expected?: string): Promise<Workbook | undefined> {
    const [row] = (await this.#database.query('SELECT hash FROM edition WHERE number = $1', [number])) as {
      hash: string;
    }[];
    return row && (expected ?? row.hash) === row.hash ? this.#load(number, row.hash) : undefined;
  }

  /** Kept by its hash: a demo that is loaded anew numbers its editions from the beginning. */
  async #load(number: number, hash: string): Promise<Workbook | undefined> {
    const kept = this.#kept.get(hash) ?? loadEdition(this.#database.manager, number);
    this.#kept.set(hash, kept);
    return kept.catch((error: unknown) => {
      this.#kept.delete(hash);
      throw error;
    });
  }

  /** The edition that an order was made on; there always is one. */
  async soldOn({ edition }: { readonly edition: number }): Promise<Workbook> {
    const menu = await this.at(edition);
    if (!menu) throw new Error(`there is no edition ${edition}`);
    return menu;
  }

  async #servedAs({ location, edition, hash }: Begun): Promise<ServedMenu | undefined> {
    const menu = await this.#load(edition, hash);
    if (!menu) return undefined;
    return { edition, hash, menu, ...(location !== '' && { location }) };
  }
}

/** The last publication that has begun at a location, or anywhere. Runs on every quote, so it is plain SQL. */
export async function begunAt(
  manager: EntityManager,
  location?: string,
  moment: Date = now(),
): Promise<Begun | undefined> {
  const [row] = (await manager.query(
    `SELECT p.location, p.edition, e.hash FROM publication AS p JOIN edition AS e ON e.number = p.edition
      WHERE p.called_off_at IS NULL AND p.at <= $1 ${location === undefined ? '' : 'AND p.location = $2'}
      ORDER BY p.at DESC, p.location LIMIT 1`,
    location === undefined ? [moment] : [moment, location],
  )) as Begun[];
  return row;
}
