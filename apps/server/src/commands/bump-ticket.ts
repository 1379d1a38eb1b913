import type { DataSource } from 'typeorm';
import { TicketEntity, type TicketRow } from '../db/entities.ts';
import { announce } from '../live/announce.ts';

/** Takes a ticket off the rail or hangs it up again; doing so twice changes nothing. Undefined: there is none. */
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
