import type { ParkedOrder } from '@hearty-ladle/core';
import { type DataSource, IsNull } from 'typeorm';
import { ParkedOrderEntity } from '../db/entities.ts';

/** Orders that tills parked, the oldest first. */
export async function parkedOrders(database: DataSource): Promise<ParkedOrder[]> {
  const rows = await database.manager.find(ParkedOrderEntity, { where: { takenAt: IsNull() }, order: { heldAt: 'ASC' }, take: 200 });
  return rows.map(({ id, label, heldAt, request, reservedUntil }) => ({
    id, label, heldAt: heldAt.toISOString(), dishes: request.lines.length, reserved: (reservedUntil?.getTime() ?? 0) > Date.now(),
  }));
}
