import type { OrderTicket } from '@hearty-ladle/core';
import { type DataSource, IsNull, MoreThan } from 'typeorm';
import { TicketEntity } from '../db/entities.ts';

/** A ticket as the pass shows it. */
export interface PassTicket {
  readonly id: string;
  readonly orderNumber: number;
  readonly station: string;
  readonly lines: OrderTicket['lines'];
  readonly notes: OrderTicket['notes'];
  readonly hungAt: string;
  readonly bumpedAt: string | null;
}
const RECALL_MINUTES = 30;

/** Every ticket on the rail, and those bumped lately enough to be recalled; oldest first. */
export async function passTickets(database: DataSource): Promise<PassTicket[]> {
  const since = new Date(Date.now() - RECALL_MINUTES * 60_000);
  const rows = await database.getRepository(TicketEntity).find({
    where: [{ bumpedAt: IsNull() }, { bumpedAt: MoreThan(since) }],
    order: { hungAt: 'ASC', orderNumber: 'ASC' },
    take: 500,
  });
  return rows.map(({ id, orderNumber, station, body, hungAt, bumpedAt }) => ({
    id, orderNumber, station, lines: body.lines, notes: body.notes,
    hungAt: hungAt.toISOString(), bumpedAt: bumpedAt?.toISOString() ?? null,
  }));
}
