import { documentOf, type Menu, type StoredMenu } from '@hearty-ladle/core';
import type { DataSource } from 'typeorm';
import type { MenuCache } from '../db/menu-cache.ts';

export interface MenuDependencies {
  readonly database: DataSource;
  readonly cache: MenuCache;
}

/** The time zone of a location, else this machine's. */
export function timeZoneOf(menu: Menu | undefined, location: string | undefined): string {
  const place = menu?.locations?.find(({ id }) => id === location);
  return place?.timeZone ?? Intl.DateTimeFormat().resolvedOptions().timeZone;
}

/** The menu with the versions of its objects; undefined if there is none. */
export function storedMenu({ database, cache }: MenuDependencies): Promise<StoredMenu | undefined> {
  return cache.current(database.manager);
}

/** The menu for those who don't change it: with its summary lines and lists of variants, without versions. */
export async function servedMenu(dependencies: MenuDependencies): Promise<StoredMenu | undefined> {
  const stored = await storedMenu(dependencies);
  if (!stored) return undefined;
  const { itemSummaries, sectionSummaries, variantLists, pictureTexts } = stored.menu;
  const menu = {
    ...documentOf(stored.menu),
    ...(itemSummaries && { itemSummaries }),
    ...(sectionSummaries && { sectionSummaries }),
    ...(variantLists && { variantLists }),
    ...(pictureTexts && { pictureTexts }),
  };
  return { revision: stored.revision, menu, versions: {} };
}

export async function menuDocument(dependencies: MenuDependencies): Promise<Menu | undefined> {
  const stored = await storedMenu(dependencies);
  return stored && documentOf(stored.menu);
}
