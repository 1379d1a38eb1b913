import type { HouseNow } from '@hearty-ladle/core';
import type { HouseSettings } from '../db/house-settings.ts';
import { type MenuDependencies, storedMenu } from './menu.ts';
import { pictureUse } from './pictures.ts';

export interface HouseDependencies extends MenuDependencies {
  readonly houseSettings: HouseSettings;
}

/** The live settings, and the disk space that pictures take. */
export async function houseNow(dependencies: HouseDependencies): Promise<HouseNow> {
  const { database, houseSettings } = dependencies;
  const menu = (await storedMenu(dependencies))?.menu;
  return { ...(await houseSettings.read(database.manager)), pictures: await pictureUse(database, menu) };
}
