import { type Order, type PassTicket, type Places, reaches, stationOfPrinter } from '@hearty-ladle/core';
import { now } from '@hearty-ladle/node-runtime';
import { type DataSource, In, IsNull, MoreThan } from 'typeorm';
import { OrderEntity, PrintJobEntity, TicketEntity } from '../db/entities.ts';

const RECALL_MINUTES = 30;

function wantedOn(order: Order | undefined): { readonly wanted?: string } {
  const answers = order ? [order, ...order.lines] : [];
  const [wanted] = answers.flatMap(({ dates = {} }) => Object.values(dates).filter(Boolean)).sort();
  return wanted === undefined ? {} : { wanted };
}

/** Open tickets of orders at these places, and bumped ones recent enough to be recalled; oldest first. */
export async function passTickets(database: DataSource, places: Places): Promise<PassTicket[]> {
  const since = new Date(now().getTime() - RECALL_MINUTES * 60_000);
  const rows = await database.getRepository(TicketEntity).find({
    where: [{ bumpedAt: IsNull() }, { bumpedAt: MoreThan(since) }],
    // By number rather than time, as clocks may be set back.
    order: { orderNumber: 'ASC', station: 'ASC' },
    take: 500,
  });
  if (rows.length === 0) return [];
  const orders = await database
    .getRepository(OrderEntity)
    .find({ where: { id: In([...new Set(rows.map(({ orderId }) => orderId))]) } });
  const jobs = await database
    .getRepository(PrintJobEntity)
    .find({ where: { ticketId: In(rows.map(({ id }) => id)) }, order: { copy: 'ASC' } });
  const byOrder = new Map(orders.map((order) => [order.id, order]));
  const byTicket = new Map(jobs.map((job) => [job.ticketId, job]));
  const here = rows.filter(({ orderId }) => reaches(places, byOrder.get(orderId)?.request.location));
  return here.map(({ id, orderId, orderNumber, station, body, sentAt, bumpedAt }) => {
    const order = byOrder.get(orderId);
    const job = byTicket.get(id);
    return {
      id,
      orderId,
      orderNumber,
      station,
      lines: body.lines,
      notes: body.notes,
      ...(body.warnings && { warnings: body.warnings }),
      ...(body.round !== undefined && { round: body.round }),
      ...(body.isVoid && { isVoid: true }),
      name: order?.name ?? null,
      place: order?.place ?? null,
      service: order?.request.service ?? 'dine-in',
      ...(order?.request.location !== undefined && { location: order.request.location }),
      ...wantedOn(order?.request),
      sentAt: sentAt.toISOString(),
      bumpedAt: bumpedAt?.toISOString() ?? null,
      ...(job && {
        paper: { state: job.state, printer: stationOfPrinter(job.printer), fault: job.fault, doubtful: job.doubtful },
      }),
    };
  });
}
