import { menuForGuests, menuInLanguage, type ServedAt, type ServedMenu } from '@hearty-ladle/core';
import { LRUCache } from 'lru-cache';
import type { Editions } from '../db/editions.ts';
import { WrittenJson } from './written-json.ts';

/** So many written answers are kept: a house's locations, in its languages, for two editions or so. */
const KEPT = 64;

/** Which edition a location has, in the language asked for if its menu has that, else in the first; undefined if none. */
export async function servedAt(
  { editions }: { readonly editions: Editions },
  { location, language }: { readonly location?: string | undefined; readonly language?: string | undefined },
): Promise<ServedAt | undefined> {
  const served = await editions.served(location);
  if (!served) return undefined;
  const { menu, ...which } = served;
  const read = menu.locales.find((one) => one === language) ?? menu.locales[0] ?? '';
  return { ...which, language: read };
}

/** Editions as guests get them, written once for each location and language. */
export class ServedEditions {
  readonly #editions: Editions;
  readonly #written = new LRUCache<string, Promise<WrittenJson<ServedMenu> | undefined>>({ max: KEPT });

  constructor(editions: Editions) {
    this.#editions = editions;
  }

  /** The answer; undefined if there is no such edition, or it has no such location or language. */
  async read(which: ServedAt): Promise<WrittenJson<ServedMenu> | undefined> {
    const key = JSON.stringify([which.edition, which.hash, which.location ?? null, which.language]);
    let written = this.#written.get(key);
    if (!written) this.#written.set(key, (written = this.#write(which)));
    // What is not there may be there later, and what failed may succeed.
    if (!(await written.catch(() => undefined))) this.#written.delete(key);
    return written;
  }

  async #write({ edition, hash, location, language }: ServedAt): Promise<WrittenJson<ServedMenu> | undefined> {
    const menu = await this.#editions.at(edition, hash);
    if (!menu?.locales.includes(language)) return undefined;
    if (location !== undefined && !menu.locations?.some(({ id }) => id === location)) return undefined;
    return WrittenJson.of({
      ...{ edition, hash, language, menu: menuForGuests(menuInLanguage(menu, language)) },
      ...(location !== undefined && { location }),
    });
  }
}
