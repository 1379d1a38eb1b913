import type { EntityManager } from 'typeorm';
import { currentRevision, loadMenu, type StoredMenu } from './menu-store.ts';

/**
 * The menu as this process last read it. It is looked up by the revision in the database, so processes that share
 * the database never serve each other's past: a stale copy is read again.
 */
export class MenuCache {
  #latest: StoredMenu | undefined;

  /** The menu at the revision that the database has now; undefined while there is none. */
  async current(manager: EntityManager): Promise<StoredMenu | undefined> {
    return this.at(manager, await currentRevision(manager));
  }

  /** The menu at a revision that was just read, or at a later one: what is answered is always of one moment. */
  async at(manager: EntityManager, revision: number): Promise<StoredMenu | undefined> {
    if (this.#latest?.revision === revision) return this.#latest;
    const read = await loadMenu(manager);
    if (read) this.keep(read);
    return read;
  }

  keep(stored: StoredMenu): void {
    if (this.#latest === undefined || stored.revision >= this.#latest.revision) this.#latest = stored;
  }
}
