import type { Order, OrderProblem, OrderQuote, ProblemCode } from '@hearty-ladle/core';
import { now } from '@hearty-ladle/node-runtime';
import type { EntityManager } from 'typeorm';
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

/** Remembers an order that could have been sold. */
export async function rememberTurnedAway(
  manager: EntityManager,
  { location = '', channel = 'online' }: Order,
  { problems, total }: OrderQuote,
): Promise<void> {
  const ofStock = problemsOfStock(problems);
  if (ofStock.length > 0)
    await manager.insert(TurnedAwayEntity, { at: now(), location, channel, total, problems: ofStock as never });
}
