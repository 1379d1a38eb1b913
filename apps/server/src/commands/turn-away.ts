import {
  type Menu,
  missedThings,
  type Order,
  type OrderProblem,
  type OrderQuote,
  type ProblemCode,
} from '@hearty-ladle/core';
import { now } from '@hearty-ladle/node-runtime';
import type { EntityManager } from 'typeorm';
import { copyRows } from '../db/copy-rows.ts';
import { placedOf } from '../db/sold-rows.ts';
import { TurnedAwayEntity } from '../db/entities.ts';

const OF_STOCK: ReadonlySet<ProblemCode> = new Set(['sold-out', 'item-sold-out', 'combination-sold-out', 'not-enough']);

/**
 * The problems of stock of an order that is refused for what is off or not on hand and for nothing else (a question that
 * lacks the answer that is sold out): it could have been sold. None otherwise.
 */
export function problemsOfStock(problems: readonly OrderProblem[]): OrderProblem[] {
  const ofStock = problems.filter(({ code }) => OF_STOCK.has(code));
  const follows = ({ code, line, group }: OrderProblem) =>
    code === 'too-few' && ofStock.some((one) => one.line === line && one.group === group);
  return problems.every((one) => ofStock.includes(one) || follows(one)) ? ofStock : [];
}

/** Remembers an order that could have been sold, and what could not be had of it. */
export async function rememberTurnedAway(
  manager: EntityManager,
  menu: Menu,
  order: Order,
  { problems, total }: OrderQuote,
): Promise<void> {
  const ofStock = problemsOfStock(problems);
  if (ofStock.length === 0) return;
  const { location = '', channel = 'online' } = order;
  await manager.insert(TurnedAwayEntity, { at: now(), location, channel, total, problems: ofStock as never });
  await copyRows(manager, 'missed', MISSED, missedRows(menu, order, ofStock, total));
}

export const MISSED = ['hour', 'day', 'location', 'channel', 'service', 'item', 'kind', 'thing', 'money'];

/** The rows of what an order that was turned away could not have: one for each thing. */
export function missedRows(
  menu: Menu,
  order: Order,
  ofStock: readonly OrderProblem[],
  total: number,
): (readonly unknown[])[] {
  const { hour, day, location, channel, service } = placedOf(menu, order);
  return missedThings(order, ofStock).map(({ item, kind, id }) => [
    hour,
    day,
    location,
    channel,
    service,
    item,
    kind,
    id,
    total,
  ]);
}
