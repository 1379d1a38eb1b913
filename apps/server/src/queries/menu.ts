import { documentOf, type Menu, type ServedMenu, type StoredMenu } from '@hearty-ladle/core';
import type { DataSource } from 'typeorm';
import type { Editions } from '../db/editions.ts';
import type { MenuCache } from '../db/menu-cache.ts';

export interface MenuDependencies {
  readonly database: DataSource;
  readonly cache: MenuCache;
}

export interface ServedDependencies {
  readonly editions: Editions;
}

/** The time zone of a location, else this machine's. */
export function timeZoneOf(menu: Menu | undefined, location: string | undefined): string {
  const place = menu?.locations?.find(({ id }) => id === location);
  return place?.timeZone ?? Intl.DateTimeFormat().resolvedOptions().timeZone;
}

/** The draft with the versions of its objects; undefined if there is none. */
export function storedMenu({ database, cache }: MenuDependencies): Promise<StoredMenu | undefined> {
  return cache.current(database.manager);
}

/** The edition that a location has, for those who don't change it. */
export async function servedMenu({ editions }: ServedDependencies, location?: string): Promise<ServedMenu | undefined> {
  return editions.served(location);
}

/** The document alone of the edition that a location has. */
export async function menuDocument({ editions }: ServedDependencies, location?: string): Promise<Menu | undefined> {
  const served = await editions.served(location);
  return served && documentOf(served.menu);
}

export type StockDependencies = MenuDependencies & ServedDependencies;

/** The draft, and what is served at some locations: stock is live, whether what it is of is published yet or not. */
export async function menusAt(dependencies: StockDependencies, locations: readonly string[] = []): Promise<Menu[]> {
  const served = await Promise.all(
    (locations.length > 0 ? locations : [undefined]).map((location) => dependencies.editions.served(location)),
  );
  return [await storedMenu(dependencies), ...served].flatMap((one) => one?.menu ?? []);
}
