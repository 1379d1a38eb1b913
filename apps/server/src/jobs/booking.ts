import { leftOfOrder, type Menu, type SoldRound, soldOf, withStandIns, type Workbook } from '@hearty-ladle/core';
import { clock } from '@hearty-ladle/node-runtime';
import { type DataSource, type EntityManager, In } from 'typeorm';
import { setTimeout as sleep } from 'node:timers/promises';
import type { Editions } from '../db/editions.ts';
import { OrderEntity, type OrderRow, OrderVoidEntity, type OrderVoidRow } from '../db/entities.ts';
import {
  analyseSold,
  BOOKING_LOCK,
  type BookedOrder,
  type BumpedTicket,
  placedOf,
  sumUpDays,
  writeSold,
} from '../db/sold-rows.ts';
import { log } from '../log.ts';

const EVERY_MS = 5_000;
const ORDERS_AT_ONCE = 100;
/** So many steps of booking are waited for before takings are shown, and so long for those of another process. */
const STEPS_AWAITED = 6;
const OTHERS_MS = 60;
/** After so many steps on end the planner is told how the tables have grown. */
const STEPS_UNTIL_ANALYSED = 25;

/**
 * Books orders for the takings: what was sold with them, as rows that are quickly summed up. Whatever becomes of an order
 * (a round, a void, a bump, blanking) makes it due again, so that there is one way in which it is counted. Any number of
 * processes may try; one of them books at a time.
 */
export class Booking {
  readonly #database: DataSource;
  readonly #editions: Editions;
  #timer: NodeJS.Timeout | undefined;
  #work: Promise<void> = Promise.resolve();
  #stopping = false;

  constructor(database: DataSource, editions: Editions) {
    this.#database = database;
    this.#editions = editions;
  }

  start(): void {
    this.#timer = setInterval(() => this.#again(), EVERY_MS);
    this.#again();
  }

  async stop(): Promise<void> {
    this.#stopping = true;
    clearInterval(this.#timer);
    await this.#work;
  }

  /** Books what is due, as far as that is a matter of moments. Returns how many orders still wait. */
  async bringUpToDate(): Promise<number> {
    for (let step = 0; step < STEPS_AWAITED; step++) {
      const done = await this.#step();
      if (done === 'nothing') return 0;
      if (done === 'another') await sleep(OTHERS_MS);
    }
    const [{ waiting } = { waiting: 0 }] = (await this.#database.query(
      `SELECT (SELECT count(DISTINCT order_id) FROM booking_due)::int + (SELECT count(*) FROM sold_order
        WHERE (day, location) IN (SELECT day, location FROM sold_change))::int AS waiting`,
    )) as { waiting: number }[];
    return waiting;
  }

  #again(): void {
    this.#work = this.#work
      .then(async () => {
        let steps = 0;
        while (!this.#stopping && (await this.#step()) === 'something')
          if (++steps % STEPS_UNTIL_ANALYSED === 0) await analyseSold(this.#database);
      })
      .catch((error: unknown) => log.warn({ err: error }, 'orders are booked later'));
  }

  /** Books some orders, or sums some days up, unless another process is at it. */
  async #step(): Promise<'something' | 'nothing' | 'another'> {
    return this.#database.transaction(async (manager) => {
      const [{ isOurs } = { isOurs: false }] = (await manager.query(
        `SELECT pg_try_advisory_xact_lock(${BOOKING_LOCK}) AS "isOurs"`,
      )) as { isOurs: boolean }[];
      if (!isOurs) return 'another';
      return (await bookSome(manager, this.#editions)) || (await sumUpDays(manager)) ? 'something' : 'nothing';
    });
  }
}

async function bookSome(manager: EntityManager, editions: Editions): Promise<boolean> {
  const due = (await manager.query(
    `DELETE FROM booking_due WHERE id IN (SELECT id FROM booking_due ORDER BY id LIMIT ${ORDERS_AT_ONCE})
      RETURNING order_id AS "orderId"`,
  )) as [{ orderId: string }[], number];
  const ids = [...new Set(due[0].map(({ orderId }) => orderId))];
  if (ids.length === 0) return false;
  const named = await manager.find(OrderEntity, { where: { id: In(ids) }, select: { id: true, addedTo: true } });
  const firsts = [...new Set(named.map(({ id, addedTo }) => addedTo ?? id))];
  const rounds = await manager.find(OrderEntity, {
    where: [{ id: In(firsts) }, { addedTo: In(firsts) }],
    order: { round: 'ASC' },
  });
  const voids = await manager.findBy(OrderVoidEntity, { orderId: In(rounds.map(({ id }) => id)) });
  const tickets = await bumpedTickets(manager, rounds);
  const menus = new Map<number, Workbook>();
  for (const round of rounds) if (!menus.has(round.edition)) menus.set(round.edition, await editions.soldOn(round));
  const booked = firsts.flatMap((first) => {
    const own = rounds.filter(({ id, addedTo }) => (addedTo ?? id) === first);
    try {
      return bookedOrder(
        own,
        voids,
        menus,
        own.flatMap(({ id }) => tickets.get(id) ?? []),
      );
    } catch (error) {
      // One that can't be read any more must not keep the others.
      log.error({ err: error, order: first }, 'an order could not be booked');
      return [];
    }
  });
  await writeSold(manager, firsts, booked);
  return true;
}

/** An order with its rounds as it is booked; nothing if all of it was voided. */
function bookedOrder(
  rounds: readonly OrderRow[],
  voids: readonly OrderVoidRow[],
  menus: ReadonlyMap<number, Menu>,
  tickets: readonly BumpedTicket[],
): BookedOrder[] {
  const [first] = rounds;
  const menu = first && menus.get(first.edition);
  if (!menu) return [];
  const left = rounds.flatMap((round) => leftOfRound(round, voids, menus.get(round.edition) ?? menu));
  return left.length === 0
    ? []
    : [{ placed: { orderId: first.id, ...placedOf(menu, first.request) }, sold: soldOf(left), tickets }];
}

/** A round as it was charged, or what is left of it after voids. */
function leftOfRound(
  { id, request, quote, standIns }: OrderRow,
  voids: readonly OrderVoidRow[],
  menu: Menu,
): SoldRound[] {
  const voided = voids.filter(({ orderId }) => orderId === id).flatMap(({ lines }) => lines);
  if (voided.length === 0) return [{ order: request, quote }];
  const left = leftOfOrder(withStandIns(menu, standIns ?? []), request, voided, clock);
  return left ? [left] : [];
}

/** The tickets of orders that were bumped, by the id of the round; those that tell of voids hang for no dish. */
async function bumpedTickets(
  manager: EntityManager,
  rounds: readonly OrderRow[],
): Promise<ReadonlyMap<string, BumpedTicket[]>> {
  const rows = (await manager.query(
    `SELECT id, order_id AS "orderId", station, extract(epoch FROM bumped_at - sent_at)::int AS seconds FROM ticket
      WHERE order_id = ANY($1) AND bumped_at IS NOT NULL AND body ->> 'isVoid' IS NULL`,
    [rounds.map(({ id }) => id)],
  )) as (BumpedTicket & { readonly orderId: string })[];
  const byOrder = new Map<string, BumpedTicket[]>();
  for (const row of rows) byOrder.set(row.orderId, [...(byOrder.get(row.orderId) ?? []), row]);
  return byOrder;
}
