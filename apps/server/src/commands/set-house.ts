import type { HouseChange } from '@hearty-ladle/core';
import type { HouseDependencies } from '../queries/house.ts';
import { addToTrail, type Doer } from './trail.ts';

/** Saves the live settings. Returns false if somebody else changed them since they were read. */
export async function setHouse(
  { database, houseSettings }: HouseDependencies,
  { version, house }: HouseChange,
  doer: Doer,
): Promise<boolean> {
  const isSaved = await houseSettings.write(database, house, version);
  if (isSaved) await addToTrail(database.manager, 'settings-changed', doer);
  return isSaved;
}
