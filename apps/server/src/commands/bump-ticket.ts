import { type Places, reaches } from '@hearty-ladle/core';
import { now } from '@hearty-ladle/node-runtime';
import type { DataSource, EntityManager } from 'typeorm';
import { OrderEntity, TicketEntity, type TicketRow } from '../db/entities.ts';
import { TicketEventEntity } from '../db/ticket-event-entity.ts';
import { bookAgain } from '../db/sold-rows.ts';
import { announce } from '../live/announce.ts';

/** Bumps or recalls a ticket; repeating it changes nothing. Undefined if there is no such ticket at these places. */
export async function setBumped(
  database: DataSource,
  id: string,
  bumped: boolean,
  places: Places,
): Promise<{ readonly id: string; readonly bumpedAt: string | null } | undefined> {
  return database.transaction(async (manager) => {
    const ticket = await manager.findOne(TicketEntity, { where: { id }, lock: { mode: 'pessimistic_write' } });
    if (!ticket || !(await isTicketAt(manager, ticket, places))) return undefined;
    if ((ticket.bumpedAt !== null) === bumped) return { id, bumpedAt: ticket.bumpedAt?.toISOString() ?? null };
    const at = now();
    const changed = { bumpedAt: bumped ? at : null, version: ticket.version + 1 };
    await manager.update(TicketEntity, { id }, changed);
    await manager.insert(TicketEventEntity, { ticketId: id, at, what: bumped ? 'bumped' : 'recalled' });
    await bookAgain(manager, ticket.orderId);
    await announce(manager, { type: 'tickets' });
    return { id, bumpedAt: changed.bumpedAt?.toISOString() ?? null };
  });
}

/** Whether a ticket is of an order at one of these places. */
export async function isTicketAt(manager: EntityManager, { orderId }: TicketRow, places: Places): Promise<boolean> {
  if (places === 'everywhere') return true;
  const order = await manager.findOneBy(OrderEntity, { id: orderId });
  return reaches(places, order?.request.location);
}
