import type { EntityManager } from 'typeorm';
import type { StoredMenu } from '@hearty-ladle/core';
import { currentRevision, loadMenu } from './menu-store.ts';

/**
 * Caches the menu last read by this process. Looked up by the database's current revision, so processes that share a
 * database never serve a stale menu.
 */
export class MenuCache {
  #latest: StoredMenu | undefined;

  /** The menu at the database's current revision; undefined if there is none. */
  async current(manager: EntityManager): Promise<StoredMenu | undefined> {
    return this.at(manager, await currentRevision(manager));
  }

  /** The menu at a revision that was just read, or a later one. */
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
