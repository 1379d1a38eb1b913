import type { Location, Station } from '@hearty-ladle/core';
import type { EntityManager } from 'typeorm';
import { MenuThingEntity } from '../db/entities.ts';

const USUAL_COLUMNS = 32;

/** A station of the draft, which says how wide its paper is and who prints in its place. */
export async function stationOf(manager: EntityManager, id: string): Promise<Station | undefined> {
  const row = await manager.findOneBy(MenuThingEntity, { kind: 'stations', id });
  return row?.body as Station | undefined;
}

export async function locationOf(manager: EntityManager, id: string | undefined): Promise<Location | undefined> {
  const row = id === undefined ? null : await manager.findOneBy(MenuThingEntity, { kind: 'locations', id });
  return row?.body as Location | undefined;
}

/** Characters across a station's paper. */
export function columnsOf(station: Station | undefined): number {
  return station?.columns ?? USUAL_COLUMNS;
}
