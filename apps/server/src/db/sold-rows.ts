import { businessDay, DAY_PARTS, type Menu, type Order, type Sold } from '@hearty-ladle/core';
import { clock } from '@hearty-ladle/node-runtime';
import type { DataSource, EntityManager } from 'typeorm';
import { copyRows } from './copy-rows.ts';

/** When, where and how an order was placed: what takings are looked at by. */
export interface Placed {
  readonly orderId: string;
  readonly hour: number;
  /** The business day, `YYYY-MM-DD`. */
  readonly day: string;
  readonly location: string;
  readonly channel: string;
  readonly service: string;
}

/** When, where and how an order is placed, by the clock and the business day of its location. */
export function placedOf(menu: Menu, order: Order): Omit<Placed, 'orderId'> {
  const { location = '', channel = 'online', service = 'dine-in' } = order;
  const place = menu.locations?.find(({ id }) => id === location);
  const at = order.at ?? clock(place?.timeZone);
  return { hour: Number(at.slice(11, 13)), day: businessDay(place ?? {}, at), location, channel, service };
}

/** A ticket that was bumped, so many seconds after it was sent. */
export interface BumpedTicket {
  readonly id: string;
  readonly station: string;
  readonly seconds: number;
}

/** An order as it is booked. */
export interface BookedOrder {
  readonly placed: Placed;
  readonly sold: Sold;
  readonly tickets: readonly BumpedTicket[];
}

const PLACED = ['order_id', 'hour', 'day', 'location', 'channel', 'service'];
/** How the rows of each table are summed up: what they are known by, what is added, and what is left out. */
const SUMMED: Readonly<
  Record<SummedTable, { keys: readonly string[]; sums: readonly string[]; own?: readonly string[] }>
> = {
  sold_order: { keys: [], sums: ['orders', 'portions', 'money', 'costed', 'cost'] },
  sold_dish: { keys: ['item'], sums: ['orders', 'portions', 'money', 'costed', 'cost'] },
  sold_group: {
    keys: ['group_id'],
    sums: ['orders', 'paid_orders', 'asked', 'answered', 'money', 'included', 'used'],
    own: ['item', 'item_orders', 'item_paid_orders'],
  },
  sold_choice: {
    keys: ['group_id', 'choice'],
    sums: ['orders', 'units', 'paid', 'money'],
    own: ['item', 'item_orders'],
  },
  sold_pair: { keys: ['item', 'other'], sums: ['orders'] },
};
type SummedTable = 'sold_order' | 'sold_dish' | 'sold_group' | 'sold_choice' | 'sold_pair';
/** Orders are told by every hour, the rest by parts of the day: there are far fewer sums of those. */
const hourOf = (table: string) =>
  table === 'sold_order'
    ? 'hour'
    : `(ARRAY[${DAY_PARTS.join(', ')}])[width_bucket(hour::int, ARRAY[${DAY_PARTS.join(', ')}])]`;
const OTHERS = { sold_note: ['item', 'group_id', 'text'], sold_ticket: ['ticket_id', 'station', 'seconds'] } as const;
const TABLES = [...Object.keys(SUMMED), ...Object.keys(OTHERS)];
const SUMS = Object.keys(SUMMED).flatMap((table) => [`${table}_hours`, `${table}_daily`]);

/** Makes an order due to be booked again, with all its rounds. Takes no lock. */
export async function bookAgain(manager: EntityManager, orderId: string): Promise<void> {
  await manager.query('INSERT INTO booking_due (order_id) VALUES ($1)', [orderId]);
}

/** Forgets the notes that were booked with an order at once, before it is booked again. */
export async function forgetNotes(manager: EntityManager, orderId: string): Promise<void> {
  await manager.query('DELETE FROM sold_note WHERE order_id = $1', [orderId]);
}

/** Lets the database look at what is in the tables, so that it plans well for them. */
export async function analyseSold(database: DataSource): Promise<void> {
  for (const table of [...TABLES, ...SUMS]) await database.query(`ANALYZE ${table}`);
}

/** Of PostgreSQL's advisory locks: one process books at a time. */
export const BOOKING_LOCK = 20;

/** Forgets everything that was booked, with what is due, once nobody is booking. */
export async function clearSold(manager: EntityManager): Promise<void> {
  await manager.query(`SET LOCAL lock_timeout = '30s'`);
  await manager.query('SELECT pg_advisory_xact_lock($1)', [BOOKING_LOCK]);
  await manager.query(`TRUNCATE ${[...TABLES, ...SUMS, 'sold_change', 'booking_due', 'missed'].join(', ')}`);
}

/** Writes what was sold with some orders in place of what was written of them before. */
export async function writeSold(
  manager: EntityManager,
  ids: readonly string[],
  booked: readonly BookedOrder[],
): Promise<void> {
  await manager.query(
    `INSERT INTO sold_change (day, location) SELECT DISTINCT day, location FROM sold_order WHERE order_id = ANY($1)`,
    [ids],
  );
  for (const table of TABLES) await manager.query(`DELETE FROM ${table} WHERE order_id = ANY($1)`, [ids]);
  const write = (
    table: string,
    columns: readonly string[],
    of: (order: BookedOrder) => readonly (readonly unknown[])[],
  ) =>
    copyRows(
      manager,
      table,
      [...PLACED, ...columns],
      booked.flatMap((order) => of(order).map((row) => [...valuesOf(order.placed), ...row])),
    );
  await write('sold_order', columnsOf('sold_order'), ({ sold }) => [
    [1, sold.portions, sold.money, sold.costed, sold.cost],
  ]);
  await write('sold_dish', columnsOf('sold_dish'), ({ sold }) =>
    sold.dishes.map(({ item, portions, money, costed, cost }) => [item, 1, portions, money, costed, cost]),
  );
  await write('sold_group', columnsOf('sold_group'), ({ sold }) => groupRows(sold));
  await write('sold_choice', columnsOf('sold_choice'), ({ sold }) => choiceRows(sold));
  await write('sold_pair', columnsOf('sold_pair'), ({ sold }) => pairRows(sold));
  await write('sold_note', OTHERS.sold_note, ({ sold }) =>
    sold.notes.map(({ item, group, text }) => [item, group, text]),
  );
  await write('sold_ticket', OTHERS.sold_ticket, ({ tickets }) =>
    tickets.map(({ id, station, seconds }) => [id, station, seconds]),
  );
  await manager.query(
    `INSERT INTO sold_change (day, location) SELECT DISTINCT day, location FROM sold_order WHERE order_id = ANY($1)`,
    [ids],
  );
}

const columnsOf = (table: SummedTable) => {
  const { keys, sums, own = [] } = SUMMED[table];
  return [...keys, ...sums, ...own];
};
const valuesOf = ({ orderId, hour, day, location, channel, service }: Placed) => [
  orderId,
  hour,
  day,
  location,
  channel,
  service,
];

/** `orders` counts an order once for a group, whatever dishes it was asked for: with the first of them. */
function groupRows({ groups }: Sold): unknown[][] {
  const seen = new Set<string>();
  const paid = new Set<string>();
  return groups.map(({ item, group, asked, answered, money, included, used, ...sums }) => {
    const isPaid = sums.paid > 0 ? 1 : 0;
    const [order, paidOrder] = [isFirst(seen, group), isPaid === 1 ? isFirst(paid, group) : 0];
    return [group, order, paidOrder, asked, answered, money, included, used, item, 1, isPaid];
  });
}

function choiceRows({ choices }: Sold): unknown[][] {
  const seen = new Set<string>();
  return choices.map(({ item, group, choice, units, paid, money }) => {
    return [group, choice, isFirst(seen, `${group}/${choice}`), units, paid, money, item, 1];
  });
}

function isFirst(seen: Set<string>, key: string): number {
  if (seen.has(key)) return 0;
  seen.add(key);
  return 1;
}

function pairRows({ dishes }: Sold): unknown[][] {
  const items = dishes.map(({ item }) => item).sort();
  return items.flatMap((item, i) => items.slice(i + 1).map((other) => [item, other, 1]));
}

/** Days that are summed up in one transaction. */
const DAYS_AT_ONCE = 40;

/** Sums some days up again that orders were booked on, the latest first. Returns whether there were any. */
export async function sumUpDays(manager: EntityManager): Promise<boolean> {
  const changed = (await manager.query(
    `SELECT DISTINCT day::text AS day, location FROM sold_change ORDER BY day DESC, location LIMIT ${DAYS_AT_ONCE}`,
  )) as { day: string; location: string }[];
  if (changed.length === 0) return false;
  const days = [changed.map(({ day }) => day), changed.map(({ location }) => location)];
  const chosen = '(day, location) IN (SELECT * FROM unnest($1::date[], $2::text[]))';
  await manager.query(`DELETE FROM sold_change WHERE ${chosen}`, days);
  for (const [table, { keys, sums }] of Object.entries(SUMMED)) {
    const known = ['day', 'location', 'channel', 'service', ...keys];
    const added = sums.map((column) => `sum(${column})`);
    const sumUp = async (into: string, from: string, hour: readonly string[]) => {
      await manager.query(`DELETE FROM ${into} WHERE ${chosen}`, days);
      await manager.query(
        `INSERT INTO ${into} (${[...known, ...sums, ...hour.map(() => 'hour')].join(', ')})
          SELECT ${[...known, ...added, ...hour].join(', ')} FROM ${from} WHERE ${chosen}
          GROUP BY ${[...known, ...hour].join(', ')}`,
        days,
      );
    };
    await sumUp(`${table}_hours`, table, [hourOf(table)]);
    await sumUp(`${table}_daily`, `${table}_hours`, []);
  }
  return true;
}
