import { type ParkedOrder, type Places, reaches } from '@hearty-ladle/core';
import { now } from '@hearty-ladle/node-runtime';
import { type DataSource, IsNull } from 'typeorm';
import { ParkedOrderEntity } from '../db/entities.ts';

/** Parked orders at these places, oldest first; those that name no location are everybody's. */
export async function parkedOrders(database: DataSource, places: Places): Promise<ParkedOrder[]> {
  const rows = await database.manager.find(ParkedOrderEntity, {
    where: { takenAt: IsNull() },
    order: { parkedAt: 'ASC' },
    take: 200,
  });
  const here = rows.filter(({ request: { location } }) => location === undefined || reaches(places, location));
  return here.map(({ id, label, parkedAt, request, reservedUntil }) => ({
    id,
    label,
    parkedAt: parkedAt.toISOString(),
    dishes: request.lines.length,
    reserved: (reservedUntil?.getTime() ?? 0) > now().getTime(),
  }));
}
