import {
  type OrderTicket,
  quoteOrder,
  voidedByLine,
  voidTickets,
  withoutNotes,
  withoutTicketNotes,
  withStandIns,
  withVoided,
} from '@hearty-ladle/core';
import { clock, now } from '@hearty-ladle/node-runtime';
import { type DataSource, type EntityManager, In } from 'typeorm';
import {
  OrderEntity,
  type OrderRow,
  OrderVoidEntity,
  SimPaperEntity,
  TicketEntity,
  type TicketRow,
} from '../db/entities.ts';
import { isUnavailable } from '../db/database-errors.ts';
import { bookAgain, forgetNotes } from '../db/sold-rows.ts';
import type { Editions } from '../db/editions.ts';
import { announce } from '../live/announce.ts';
import { log } from '../log.ts';
import { searchText } from './order-texts.ts';
import { blankMessages } from './tell-programs.ts';
import { addToTrail, type Doer } from './trail.ts';

export interface BlankDependencies {
  readonly database: DataSource;
  readonly editions: Editions;
}

/**
 * Blanks what is known of the guest of an order, with all its rounds: name, place, what they can't have, and every note,
 * in the order, its tickets, what simulated printers printed and messages to programs that did not arrive yet. It is quoted
 * again on its own menu, so that its price and what it took stay as they were. False if there is no such order.
 */
export async function blankOrder(dependencies: BlankDependencies, id: string, doer?: Doer): Promise<boolean> {
  return dependencies.database.transaction(async (manager) => {
    const named = await manager.findOneBy(OrderEntity, { id });
    if (!named) return false;
    const first = named.addedTo ?? named.id;
    await manager.findOneOrFail(OrderEntity, { where: { id: first }, lock: { mode: 'pessimistic_write' } });
    const rounds = await manager.find(OrderEntity, {
      where: [{ id: first }, { addedTo: first }],
      order: { round: 'ASC' },
    });
    const found: string[] = [];
    for (const round of rounds) found.push(await blankRound(manager, dependencies, round));
    await manager.update(OrderEntity, { id: first }, { search: found.join(' ') });
    await deletePapers(manager, named.number);
    await forgetNotes(manager, first);
    if (doer) await addToTrail(manager, 'order-blanked', doer, `order ${named.number}`);
    await announce(manager, { type: 'tickets' });
    return true;
  });
}

/** Blanks one round; returns what it is found by from then on. */
async function blankRound(manager: EntityManager, { editions }: BlankDependencies, order: OrderRow): Promise<string> {
  const sold = await editions.soldOn(order);
  const request = withoutNotes(sold, order.request);
  const menu = withStandIns(sold, order.standIns ?? []);
  const { out: _, ...asked } = request;
  // What it came to is what was paid, so only texts are taken from the new quote.
  const quote = { ...quoteOrder(menu, asked, clock), total: order.quote.total, takes: order.quote.takes };
  const search = searchText(menu, request, quote, []);
  const blank = { request, quote, name: null, place: null, search, blankedAt: now() };
  await manager.update(OrderEntity, { id: order.id }, blank as never);
  await bookAgain(manager, order.id);
  await blankMessages(manager, order.id, request);
  const blanked = { ...order, request, quote };
  const voids = await manager.find(OrderVoidEntity, { where: { orderId: order.id }, order: { at: 'ASC' } });
  const voided = voidedByLine(
    request,
    voids.flatMap(({ lines }) => lines),
  );
  const tickets = await manager.find(TicketEntity, { where: { orderId: order.id }, order: { sentAt: 'ASC' } });
  const told = voids.flatMap(({ lines, reason }) => voidTickets(quote, lines, reason));
  for (const ticket of tickets) {
    const body = asQuoted(blanked, ticket, voided, told);
    await manager.update(TicketEntity, { id: ticket.id }, { body: body as never, version: ticket.version + 1 });
  }
  return search;
}

/** A ticket as the blanked quote has it; of a void, what its station was told, one after the other. */
function asQuoted(
  { quote, round }: OrderRow,
  { station, body }: TicketRow,
  voided: readonly number[],
  told: OrderTicket[],
): OrderTicket {
  const index = told.findIndex((ticket) => ticket.station === station);
  const [next] = body.isVoid && index >= 0 ? told.splice(index, 1) : [];
  const sent = body.isVoid ? next : quote.tickets.find((ticket) => ticket.station === station);
  if (!sent) return withoutTicketNotes(body);
  const ticket = body.isVoid ? sent : withVoided(sent, quote, voided);
  return { ...ticket, ...(round > 1 && { round }) };
}

/** What simulated printers printed of an order, known by the number that heads every ticket. */
async function deletePapers(manager: EntityManager, number: number): Promise<void> {
  const papers: { id: string }[] = await manager.query(
    `SELECT id FROM sim_paper WHERE EXISTS (SELECT 1 FROM jsonb_array_elements(body) line
      WHERE line ->> 'text' ~ $1 AND (line ->> 'big')::boolean)`,
    [`\\m${number}\\M`],
  );
  if (papers.length > 0) await manager.delete(SimPaperEntity, { id: In(papers.map(({ id }) => Number(id))) });
}

const AT_ONCE = 200;

/** Blanks orders that are older than so many days, some at a time. Returns how many it blanked. */
export async function blankOldOrders(dependencies: BlankDependencies, days: number): Promise<number> {
  const { database } = dependencies;
  const old: { id: string }[] = await database.query(
    `SELECT id FROM orders WHERE blanked_at IS NULL AND added_to IS NULL
      AND placed_at < now() - make_interval(days => $1) ORDER BY placed_at LIMIT ${AT_ONCE}`,
    [days],
  );
  let blanked = 0;
  for (const { id } of old) {
    try {
      if (await blankOrder(dependencies, id)) blanked++;
    } catch (error) {
      // One that can't be quoted any more must not keep the others.
      if (isUnavailable(error)) throw error;
      log.error({ err: error, order: id }, 'an order could not be blanked');
    }
  }
  return blanked;
}
