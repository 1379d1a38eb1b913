import {
  type House,
  type ListedOrder,
  type OpenedOrder,
  type OrderRound,
  type OrderState,
  type Places,
  type Progress,
  reaches,
  voidedByLine,
  withStandIns,
} from '@hearty-ladle/core';
import { type DataSource, In, type SelectQueryBuilder } from 'typeorm';
import {
  OrderEntity,
  type OrderRow,
  OrderVoidEntity,
  type OrderVoidRow,
  PrintJobEntity,
  TicketEntity,
  type TicketRow,
} from '../db/entities.ts';
import { numberFrom } from '../db/number-from.ts';
import { TicketEventEntity } from '../db/ticket-event-entity.ts';
import { type ServedDependencies, timeZoneOf } from './menu.ts';

import { historyOf } from './order-history.ts';

interface OrdersDependencies extends ServedDependencies {
  readonly database: DataSource;
}

const PAGE = 50;

/** What orders are looked for by; all of it together. */
export interface OrderFilter {
  readonly find?: string;
  readonly location?: string;
  /** `YYYY-MM-DD`, in the location's own time. */
  readonly day?: string;
  readonly state?: OrderState;
  /** The number before which the list goes on. */
  readonly before?: number;
  readonly places: Places;
}

const OPEN = `SELECT coalesce(r.added_to, r.id) FROM ticket t JOIN orders r ON r.id = t.order_id WHERE t.bumped_at IS NULL`;
const VOIDED = `SELECT coalesce(r.added_to, r.id) FROM order_void v JOIN orders r ON r.id = v.order_id`;
const IN_STATE: Readonly<Record<OrderState, string>> = {
  making: `o.id IN (${OPEN})`,
  done: `o.id NOT IN (${OPEN})`,
  voided: `o.id IN (${VOIDED})`,
};

/** The latest orders, or those that match; newest first. */
export async function listOrders(dependencies: OrdersDependencies, filter: OrderFilter): Promise<ListedOrder[]> {
  const { database } = dependencies;
  const { location, day, state, before, places } = filter;
  const find = filter.find?.trim() ?? '';
  const query = database
    .getRepository(OrderEntity)
    .createQueryBuilder('o')
    .where('o.addedTo IS NULL')
    .orderBy('o.number', 'DESC')
    .take(PAGE);
  if (before !== undefined) query.andWhere('o.number < :before', { before });
  if (find !== '') withWords(query, find);
  if (places !== 'everywhere') query.andWhere(`o.request ->> 'location' = ANY(:places)`, { places });
  if (location !== undefined) query.andWhere(`o.request ->> 'location' = :location`, { location });
  if (state !== undefined) query.andWhere(IN_STATE[state]);
  if (day !== undefined) {
    const zone = timeZoneOf((await dependencies.editions.served(location))?.menu, location);
    query.andWhere(
      'o.placed_at >= CAST(:day AS timestamp) AT TIME ZONE :zone AND ' +
        `o.placed_at < (CAST(:day AS timestamp) + interval '1 day') AT TIME ZONE :zone`,
      { day, zone },
    );
  }
  const firsts = await query.getMany();
  if (firsts.length === 0) return [];
  const added = await database
    .getRepository(OrderEntity)
    .find({ where: { addedTo: In(firsts.map(({ id }) => id)) }, order: { round: 'ASC' } });
  const tickets = await ticketsOf(database, [...firsts, ...added]);
  return firsts.map((first) => {
    const rounds = [first, ...added.filter(({ addedTo }) => addedTo === first.id)];
    const ids = new Set(rounds.map(({ id }) => id));
    return listed(
      rounds,
      tickets.filter(({ orderId }) => ids.has(orderId)),
    );
  });
}

async function ticketsOf(database: DataSource, orders: readonly OrderRow[]): Promise<TicketRow[]> {
  return database.getRepository(TicketEntity).find({ where: { orderId: In(orders.map(({ id }) => id)) } });
}

const sumOf = (amounts: readonly number[]) => amounts.reduce((sum, amount) => sum + amount, 0);

/** Both conditions have an index: trigrams and numbers. */
function withWords(query: SelectQueryBuilder<OrderRow>, find: string): void {
  const like = `%${find.toLowerCase().replace(/[\\%_]/g, '\\$&')}%`;
  const number = numberFrom(find) ?? -1;
  query.andWhere('(o.number = :number OR o.search LIKE :like)', { number, like });
}

/** An order in the list, from its rounds. */
function listed(rounds: readonly OrderRow[], tickets: readonly TicketRow[]): ListedOrder {
  const [{ id, number, placedAt, name, place, request }] = rounds as [OrderRow];
  return {
    id,
    number,
    name,
    place,
    total: sumOf(rounds.map(({ total }) => total)),
    due: sumOf(rounds.map(({ due }) => due)),
    placedAt: placedAt.toISOString(),
    channel: request.channel ?? 'online',
    service: request.service ?? 'dine-in',
    lines: rounds.flatMap(({ request: { lines }, dishes }) =>
      lines.map(({ item, quantity = 1 }, i) => ({ item, name: dishes[i] ?? item, quantity })),
    ),
    tickets: tickets.length,
    bumped: tickets.filter(({ bumpedAt }) => bumpedAt !== null).length,
  };
}

/** An order with everything known about it; undefined if there is none at these places. A round of it leads to it too. */
export async function openOrder(
  dependencies: OrdersDependencies,
  id: string,
  places: Places,
): Promise<OpenedOrder | undefined> {
  const { database } = dependencies;
  const rounds = await roundsOf(database, id);
  const [order] = rounds;
  if (!order || !reaches(places, order.request.location)) return undefined;
  const tickets = await ticketsOf(database, rounds);
  const voids = await database
    .getRepository(OrderVoidEntity)
    .find({ where: { orderId: In(rounds.map((round) => round.id)) }, order: { at: 'ASC' } });
  const jobs =
    tickets.length === 0
      ? []
      : await database
          .getRepository(PrintJobEntity)
          .find({ where: { ticketId: In(tickets.map((ticket) => ticket.id)) } });
  const events =
    tickets.length === 0
      ? []
      : await database
          .getRepository(TicketEventEntity)
          .find({ where: { ticketId: In(tickets.map((ticket) => ticket.id)) } });
  return {
    ...listed(rounds, tickets),
    ...(order.request.location !== undefined && { location: order.request.location }),
    rounds: await Promise.all(rounds.map((round) => openRound(dependencies, round, voids))),
    rail: tickets.map((ticket) => ({
      id: ticket.id,
      ...ticket.body,
      bumpedAt: ticket.bumpedAt?.toISOString() ?? null,
    })),
    history: historyOf(rounds, voids, tickets, jobs, events),
  };
}

/** The rounds of an order, or of the order that a round belongs to; none if there is no such order. */
async function roundsOf(database: DataSource, id: string): Promise<OrderRow[]> {
  const orders = database.getRepository(OrderEntity);
  const named = await orders.findOneBy({ id });
  const first = named?.addedTo ? await orders.findOneBy({ id: named.addedTo }) : named;
  return first ? [first, ...(await orders.find({ where: { addedTo: first.id }, order: { round: 'ASC' } }))] : [];
}

async function openRound(
  { editions }: OrdersDependencies,
  { id, round, placedAt, edition, request, quote, total, due, standIns }: OrderRow,
  voids: readonly OrderVoidRow[],
): Promise<OrderRound> {
  const menu = withStandIns(await editions.soldOn({ edition }), standIns ?? []);
  const sold = new Set(request.lines.map(({ item }) => item));
  const lines = voids.filter(({ orderId }) => orderId === id).flatMap((one) => one.lines);
  return {
    ...{ id, round, edition, request, quote, total, due },
    placedAt: placedAt.toISOString(),
    menu: { ...menu, items: menu.items.filter(({ id: item }) => sold.has(item)) },
    voided: voidedByLine(request, lines),
  };
}

/** An order's progress for its guest, by the guest's token: nothing about other orders, no kitchen names. */
export async function progressOf(
  database: DataSource,
  guestToken: string,
  { ready }: Pick<House, 'ready'>,
): Promise<Progress | undefined> {
  const named = await database.getRepository(OrderEntity).findOneBy({ guestToken });
  const rounds = named ? await roundsOf(database, named.id) : [];
  const [order] = rounds;
  if (!order) return undefined;
  const tickets = (await ticketsOf(database, rounds)).filter(({ body }) => !body.isVoid);
  const minutes = ready[order.request.service ?? 'takeaway'];
  const isForLater = order.request.lines.some(({ dates }) => Object.keys(dates ?? {}).length > 0);
  return {
    number: order.number,
    total: sumOf(rounds.map(({ due }) => due)),
    tickets: tickets.length,
    bumped: tickets.filter(({ bumpedAt }) => bumpedAt !== null).length,
    ...(minutes > 0 && !isForLater && { readyAt: new Date(order.placedAt.getTime() + minutes * 60_000).toISOString() }),
  };
}
