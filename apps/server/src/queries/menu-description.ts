import { describeInWorker, now } from '@hearty-ladle/node-runtime';
import { LRUCache } from 'lru-cache';
import type { Editions } from '../db/editions.ts';
import { log } from '../log.ts';

/** Descriptions that are kept: one an hour, since prices may change with the time, and one an address. */
const KEPT = 16;
const HOUR_CHARACTERS = 13;

/**
 * What the guests' pages say about the menu to programs that read them: the edition that is served, in the terms of
 * schema.org. It is worked out in a thread; until it is there, pages go without.
 */
export class MenuDescription {
  readonly #editions: Editions;
  /** JSON by edition, address and hour; null while it is worked out. */
  readonly #kept = new LRUCache<string, { readonly json: string | null }>({ max: KEPT });
  #working: Promise<void> = Promise.resolve();

  constructor(editions: Editions) {
    this.#editions = editions;
  }

  /** The description for a shop at an origin such as `https://menu.example`; undefined while there is none. */
  async at(origin: string): Promise<string | undefined> {
    const served = await this.#editions.served();
    if (!served) return undefined;
    const { hash, location, menu } = served;
    const key = [hash, location, origin, now().toISOString().slice(0, HOUR_CHARACTERS)].join(' ');
    const known = this.#kept.get(key);
    if (known) return known.json ?? undefined;
    this.#kept.set(key, { json: null });
    const options = { location, url: `${origin}/shop`, hasAddOns: false };
    // One after the other: a thread at a time is enough for what nobody waits for.
    this.#working = this.#working.then(async () => {
      try {
        this.#kept.set(key, { json: JSON.stringify(await describeInWorker(menu, options)) });
      } catch (error) {
        this.#kept.delete(key);
        log.error({ err: error }, 'the menu could not be described');
      }
    });
    return undefined;
  }

  /** Once what was asked for is worked out. */
  settled(): Promise<void> {
    return this.#working;
  }
}
