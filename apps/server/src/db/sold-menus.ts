import type { StoredMenu, Workbook } from '@hearty-ladle/core';
import type { DataSource } from 'typeorm';
import { SoldMenuEntity } from './sold-entities.ts';

/** The menus from which something was sold, by revision. One copy is kept, however many orders are made from it. */
export class SoldMenus {
  readonly #database: DataSource;
  /** The revision kept last by this process, and the promise that it is. */
  #latest: { readonly revision: number; readonly kept: Promise<unknown> } | undefined;

  constructor(database: DataSource) {
    this.#database = database;
  }

  /** Keeps a menu, if it is not kept already, before something is sold from it. */
  async keep({ revision, menu }: StoredMenu): Promise<void> {
    if (this.#latest?.revision !== revision) {
      const kept = this.#database
        .createQueryBuilder()
        .insert()
        .into(SoldMenuEntity)
        .values({ revision, menu: menu as never })
        .orIgnore()
        .execute();
      this.#latest = { revision, kept };
      kept.catch(() => (this.#latest = undefined));
    }
    await this.#latest.kept;
  }

  /** Undefined for an order from before menus were kept. */
  async at(revision: number): Promise<Workbook | undefined> {
    return (await this.#database.manager.findOneBy(SoldMenuEntity, { revision }))?.menu;
  }
}
