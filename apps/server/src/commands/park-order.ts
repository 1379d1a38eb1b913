import { randomUUID } from 'node:crypto';
import { cleanNote, type Placement, type Places, reaches } from '@hearty-ladle/core';
import { now } from '@hearty-ladle/node-runtime';
import type { DataSource } from 'typeorm';
import { ParkedOrderEntity } from '../db/entities.ts';
import { announce } from '../live/announce.ts';

/** How long an order stays reserved for one till. If the till crashes, the order becomes available again. */
const RESERVED_MS = 20_000;

/** Parks an order. Repeating the request with the same key parks it once. */
export async function parkOrder(
  database: DataSource,
  key: string,
  placement: Placement,
): Promise<{ readonly id: string; readonly label: string }> {
  const { seenTotal: _seen, name = '', place = '', ...order } = placement;
  const named = {
    ...order,
    ...(cleanNote(name) !== '' && { name: cleanNote(name) }),
    ...(cleanNote(place) !== '' && { place: cleanNote(place) }),
  };
  const label = [named.name, named.place].filter(Boolean).join(', ') || 'no name';
  return database.transaction(async (manager) => {
    await manager
      .createQueryBuilder()
      .insert()
      .into(ParkedOrderEntity)
      .values({
        id: randomUUID(),
        label,
        request: named as never,
        parkedAt: now(),
        key,
        reservedBy: null,
        reservedUntil: null,
        takenAt: null,
      })
      .orIgnore()
      .execute();
    await announce(manager, { type: 'parked' });
    const parked = await manager.findOneByOrFail(ParkedOrderEntity, { key });
    return { id: parked.id, label: parked.label };
  });
}

/**
 * Reserves a parked order at these places for one till. Returns its content, or undefined if it is gone or reserved by another till.
 */
export async function reserveParked(
  database: DataSource,
  id: string,
  reservation: string,
  places: Places,
): Promise<Placement | undefined> {
  return database.transaction(async (manager) => {
    const parked = await manager.findOne(ParkedOrderEntity, { where: { id }, lock: { mode: 'pessimistic_write' } });
    const isAnothers = parked?.reservedBy !== reservation && (parked?.reservedUntil?.getTime() ?? 0) > now().getTime();
    if (!parked || parked.takenAt || isAnothers) return undefined;
    const { location } = parked.request;
    if (location !== undefined && !reaches(places, location)) return undefined;
    await manager.update(
      ParkedOrderEntity,
      { id },
      { reservedBy: reservation, reservedUntil: new Date(now().getTime() + RESERVED_MS) },
    );
    await announce(manager, { type: 'parked' });
    return parked.request;
  });
}

/**
 * Confirms that the till has the order; no other till can take it now. Idempotent. Returns false if another till took
 * it.
 */
export async function confirmParked(database: DataSource, id: string, reservation: string): Promise<boolean> {
  return database.transaction(async (manager) => {
    const parked = await manager.findOne(ParkedOrderEntity, { where: { id }, lock: { mode: 'pessimistic_write' } });
    if (parked?.reservedBy !== reservation) return false;
    await manager.update(ParkedOrderEntity, { id }, { takenAt: parked.takenAt ?? now() });
    await announce(manager, { type: 'parked' });
    return true;
  });
}
