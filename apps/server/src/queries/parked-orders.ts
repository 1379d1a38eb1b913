import type { ParkedOrder } from '@hearty-ladle/core';
import { now } from '@hearty-ladle/node-runtime';
import { type DataSource, IsNull } from 'typeorm';
import { ParkedOrderEntity } from '../db/entities.ts';

/** Parked orders, oldest first. */
export async function parkedOrders(database: DataSource): Promise<ParkedOrder[]> {
  const rows = await database.manager.find(ParkedOrderEntity, {
    where: { takenAt: IsNull() },
    order: { parkedAt: 'ASC' },
    take: 200,
  });
  return rows.map(({ id, label, parkedAt, request, reservedUntil }) => ({
    id,
    label,
    parkedAt: parkedAt.toISOString(),
    dishes: request.lines.length,
    reserved: (reservedUntil?.getTime() ?? 0) > now().getTime(),
  }));
}
