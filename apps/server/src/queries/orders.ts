import type { ListedOrder, OpenedOrder, OrderEvent, Progress } from '@hearty-ladle/core';
import { type DataSource, In, type SelectQueryBuilder } from 'typeorm';
import {
  OrderEntity,
  type OrderRow,
  PrintJobEntity,
  type PrintJobRow,
  TicketEntity,
  type TicketRow,
} from '../db/entities.ts';
import { numberFrom } from '../db/number-from.ts';
import { TicketEventEntity, type TicketEventRow } from '../db/sold-entities.ts';
import type { SoldMenus } from '../db/sold-menus.ts';
import type { MenuDependencies } from './menu.ts';

const PAGE = 50;

/** The latest orders, or those that match the text by number or content; newest first, before a given number. */
export async function listOrders(
  database: DataSource,
  find: string,
  before: number | undefined,
): Promise<ListedOrder[]> {
  const query = database.getRepository(OrderEntity).createQueryBuilder('o').orderBy('o.number', 'DESC').take(PAGE);
  if (before !== undefined) query.andWhere('o.number < :before', { before });
  if (find !== '') withWords(query, find);
  const rows = await query.getMany();
  const tickets =
    rows.length === 0
      ? []
      : await database.getRepository(TicketEntity).find({ where: { orderId: In(rows.map(({ id }) => id)) } });
  return rows.map((row) =>
    listed(
      row,
      tickets.filter(({ orderId }) => orderId === row.id),
    ),
  );
}

/** Both conditions have an index: trigrams and numbers. */
function withWords(query: SelectQueryBuilder<OrderRow>, find: string): void {
  const like = `%${find.toLowerCase().replace(/[\\%_]/g, '\\$&')}%`;
  const number = numberFrom(find) ?? -1;
  query.andWhere('(o.number = :number OR o.search LIKE :like)', { number, like });
}

function listed(
  { id, number, placedAt, name, place, total, request, dishes }: OrderRow,
  tickets: readonly TicketRow[],
): ListedOrder {
  return {
    id,
    number,
    name,
    place,
    total,
    placedAt: placedAt.toISOString(),
    channel: request.channel ?? 'online',
    service: request.service ?? 'dine-in',
    lines: request.lines.map(({ item, quantity = 1 }, i) => ({ item, name: dishes[i] ?? item, quantity })),
    tickets: tickets.length,
    bumped: tickets.filter(({ bumpedAt }) => bumpedAt !== null).length,
  };
}

interface OpenOrderDependencies extends MenuDependencies {
  readonly soldMenus: SoldMenus;
}

/** An order with everything known about it; undefined if there is none. */
export async function openOrder(
  { database, cache, soldMenus }: OpenOrderDependencies,
  id: string,
): Promise<OpenedOrder | undefined> {
  const order = await database.getRepository(OrderEntity).findOneBy({ id });
  if (!order) return undefined;
  const tickets = await database.getRepository(TicketEntity).find({ where: { orderId: id } });
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
  const menu = (await soldMenus.at(order.revision)) ?? (await cache.current(database.manager))?.menu;
  if (!menu) return undefined;
  const sold = new Set(order.request.lines.map(({ item }) => item));
  return {
    ...listed(order, tickets),
    revision: order.revision,
    menu: { ...menu, items: menu.items.filter(({ id: item }) => sold.has(item)) },
    request: order.request,
    quote: order.quote,
    rail: tickets.map(({ id: ticketId, station, body, bumpedAt }) => ({
      id: ticketId,
      station,
      lines: body.lines,
      notes: body.notes,
      ...(body.warnings && { warnings: body.warnings }),
      bumpedAt: bumpedAt?.toISOString() ?? null,
    })),
    history: historyOf(order, tickets, jobs, events),
  };
}

function historyOf(
  order: OrderRow,
  tickets: readonly TicketRow[],
  jobs: readonly PrintJobRow[],
  bumps: readonly TicketEventRow[],
): OrderEvent[] {
  const stations = new Map(tickets.map(({ id, station }) => [id, station]));
  const events: OrderEvent[] = [
    { at: order.placedAt.toISOString(), what: 'placed' },
    ...bumps.map(({ at, what, ticketId }) => ({ at: at.toISOString(), what, station: stations.get(ticketId) ?? '' })),
    ...jobs.flatMap(({ printedAt, ticketId, printer, copy, doubtful }) =>
      printedAt
        ? [
            {
              at: printedAt.toISOString(),
              what: 'printed',
              station: stations.get(ticketId) ?? '',
              printer,
              copy,
              doubtful,
            } as const,
          ]
        : [],
    ),
    ...jobs.flatMap(({ state, dueAt, ticketId, printer, copy, fault }) =>
      state === 'stopped'
        ? [
            {
              at: dueAt.toISOString(),
              what: 'not-printed',
              station: stations.get(ticketId) ?? '',
              printer,
              copy,
              fault: fault ?? '',
            } as const,
          ]
        : [],
    ),
  ];
  return events.sort((a, b) => a.at.localeCompare(b.at));
}

/** An order's progress for its guest: nothing about other orders, no kitchen names. */
export async function progressOf(database: DataSource, id: string): Promise<Progress | undefined> {
  const order = await database
    .getRepository(OrderEntity)
    .findOne({ where: { id }, select: { id: true, number: true, total: true } });
  if (!order) return undefined;
  const tickets = await database
    .getRepository(TicketEntity)
    .find({ where: { orderId: id }, select: { id: true, bumpedAt: true } });
  return {
    number: order.number,
    total: order.total,
    tickets: tickets.length,
    bumped: tickets.filter(({ bumpedAt }) => bumpedAt !== null).length,
  };
}
