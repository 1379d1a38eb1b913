import type { DataSource } from 'typeorm';
import { TicketEntity, type TicketRow } from '../db/entities.ts';
import { announce } from '../live/announce.ts';

/** Bumps or recalls a ticket; repeating it changes nothing. Undefined if there is no such ticket. */
export async function setBumped(database: DataSource, id: string, bumped: boolean): Promise<TicketRow | undefined> {
  return database.transaction(async (manager) => {
    const ticket = await manager.findOne(TicketEntity, { where: { id }, lock: { mode: 'pessimistic_write' } });
    if (!ticket) return undefined;
    if ((ticket.bumpedAt !== null) === bumped) return ticket;
    const changed = { bumpedAt: bumped ? new Date() : null, version: ticket.version + 1 };
    await manager.update(TicketEntity, { id }, changed);
    await announce(manager, { type: 'tickets' });
    return { ...ticket, ...changed };
  });
}
