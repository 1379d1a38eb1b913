import { now } from '@hearty-ladle/node-runtime';
import type { DataSource } from 'typeorm';
import { TicketEntity } from '../db/entities.ts';
import { TicketEventEntity } from '../db/sold-entities.ts';
import { announce } from '../live/announce.ts';

/** Bumps or recalls a ticket; repeating it changes nothing. Undefined if there is no such ticket. */
export async function setBumped(
  database: DataSource,
  id: string,
  bumped: boolean,
): Promise<{ readonly id: string; readonly bumpedAt: string | null } | undefined> {
  return database.transaction(async (manager) => {
    const ticket = await manager.findOne(TicketEntity, { where: { id }, lock: { mode: 'pessimistic_write' } });
    if (!ticket) return undefined;
    if ((ticket.bumpedAt !== null) === bumped) return { id, bumpedAt: ticket.bumpedAt?.toISOString() ?? null };
    const at = now();
    const changed = { bumpedAt: bumped ? at : null, version: ticket.version + 1 };
    await manager.update(TicketEntity, { id }, changed);
    await manager.insert(TicketEventEntity, { ticketId: id, at, what: bumped ? 'bumped' : 'recalled' });
    await announce(manager, { type: 'tickets' });
    return { id, bumpedAt: changed.bumpedAt?.toISOString() ?? null };
  });
}
