import type { OrderSource, Placement } from '@hearty-ladle/core';
import type { EntityManager } from 'typeorm';
import { OrderEntity, type OrderRow, TicketEntity } from '../db/entities.ts';

/** The first round of an order; null if there is none, or it is not for the sender to add to. */
export async function firstRound(manager: EntityManager, id: string, source: OrderSource): Promise<OrderRow | null> {
  if (source === 'shop') return null;
  const order = await manager.findOneBy(OrderEntity, { id });
  return order?.addedTo ? manager.findOneBy(OrderEntity, { id: order.addedTo }) : order;
}

/** A round is for the same guests, place and service as its order. */
export function asRound(
  { location: _, service: __, ...sent }: Placement,
  { request, name, place }: OrderRow,
): Placement {
  return {
    ...sent,
    ...(request.location !== undefined && { location: request.location }),
    ...(request.service !== undefined && { service: request.service }),
    ...(name !== null && { name }),
    ...(place !== null && { place }),
  };
}

/** The number of the next round; the order stays locked until the transaction ends. */
export async function nextRound(manager: EntityManager, { id }: OrderRow): Promise<number> {
  await manager.findOneOrFail(OrderEntity, { where: { id }, lock: { mode: 'pessimistic_write' } });
  return 2 + (await manager.countBy(OrderEntity, { addedTo: id }));
}

/** What the tickets of an order are headed by: its guest can't have that in a later round either. */
export async function warningsBefore(manager: EntityManager, { id }: OrderRow): Promise<readonly string[]> {
  const tickets = await manager.findBy(TicketEntity, { orderId: id });
  return [...new Set(tickets.flatMap(({ body }) => body.warnings ?? []))];
}
