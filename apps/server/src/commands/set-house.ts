import type { HouseChange } from '@hearty-ladle/core';
import type { HouseDependencies } from '../queries/house.ts';

/** Saves the live settings. Returns false if somebody else changed them since they were read. */
export async function setHouse(
  { database, houseSettings }: HouseDependencies,
  { version, house }: HouseChange,
): Promise<boolean> {
  return houseSettings.write(database, house, version);
}
