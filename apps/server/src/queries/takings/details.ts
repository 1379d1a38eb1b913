import type { BehindFigure, HangTime, Missed, OrderBehind, OrdersBehind, RepeatedNote } from '@hearty-ladle/core';
import type { DataSource } from 'typeorm';
import { looking, type Wanted, type Where, whereOf } from './look.ts';

const MOST_NOTES = 200;
const MOST_ORDERS = 50;

/** Notes that were written in more than one order, most often first. */
export async function repeatedNotes(database: DataSource, wanted: Wanted): Promise<RepeatedNote[]> {
  const where = whereOf(wanted);
  if (wanted.item !== undefined) where.add('@item = ?', wanted.item);
  return looking(database, (manager) =>
    manager.query<RepeatedNote[]>(
      `SELECT text, group_id AS "group", array_agg(DISTINCT item) AS items, count(DISTINCT order_id)::int AS orders,
          max(day)::text AS last
        FROM sold_note WHERE ${where.of()} GROUP BY text, group_id HAVING count(DISTINCT order_id) > 1
        ORDER BY orders DESC, text LIMIT ${MOST_NOTES}`,
      where.values,
    ),
  );
}

/** The value at a fraction of so many sorted ones, between two of them if need be (Hyndman and Fan 1996, type 7). */
function quantile(fraction: number): string {
  const at = `${fraction} * (total - 1)`;
  const low = `min(seconds) FILTER (WHERE up_to > floor(${at}))`;
  const high = `min(seconds) FILTER (WHERE up_to > ceil(${at}))`;
  return `(${low} + (${high} - ${low}) * (min(${at}) - floor(min(${at}))))::float8`;
}

/** How long tickets hang, by station and hour, and by station over all hours. */
export async function hangTimes(database: DataSource, wanted: Wanted): Promise<HangTime[]> {
  const where = whereOf(wanted);
  // Tickets of the same length are counted before anything is sorted: there are a few thousand lengths.
  return looking(database, (manager) =>
    manager.query<HangTime[]>(
      `WITH lengths AS (
        SELECT station, hour, seconds, count(*) AS tickets FROM sold_ticket WHERE ${where.of()}
          GROUP BY station, hour, seconds
      ), counted AS (
        SELECT station, hour, seconds, tickets FROM lengths
        UNION ALL SELECT station, NULL, seconds, sum(tickets) FROM lengths GROUP BY station, seconds
      ), sorted AS (
        SELECT station, hour, seconds, tickets, sum(tickets) OVER (PARTITION BY station, hour ORDER BY seconds) AS up_to,
          sum(tickets) OVER (PARTITION BY station, hour) AS total FROM counted
      )
      SELECT station, hour, sum(tickets)::int AS tickets, ${quantile(0.5)} AS median, ${quantile(0.9)} AS p90
        FROM sorted GROUP BY station, hour ORDER BY station, hour NULLS FIRST`,
      where.values,
    ),
  );
}

/** What guests asked for and could not have, dearest first. */
export async function missedThings(database: DataSource, wanted: Wanted): Promise<Missed[]> {
  const where = whereOf(wanted);
  if (wanted.item !== undefined) where.add('@item = ?', wanted.item);
  return looking(database, (manager) =>
    manager.query<Missed[]>(
      `SELECT kind, thing AS id, count(*)::int AS orders, sum(money::float8) AS money, max(day)::text AS last
        FROM missed WHERE ${where.of()} GROUP BY kind, thing ORDER BY money DESC, thing`,
      where.values,
    ),
  );
}

/** The latest orders behind a figure, and how many there are. */
export async function ordersBehind(database: DataSource, wanted: Wanted & BehindFigure): Promise<OrdersBehind> {
  const where = behind(wanted);
  return looking(database, async (manager) => {
    const from = `FROM sold_order AS s WHERE ${where.of('s')}`;
    const [{ total } = { total: 0 }] = await manager.query<{ total: number }[]>(
      `SELECT count(*)::int AS total ${from}`,
      where.values,
    );
    const orders = await manager.query<(Omit<OrderBehind, 'placedAt'> & { readonly placedAt: Date })[]>(
      `SELECT o.id, o.number, o.placed_at AS "placedAt", latest.location, o.dishes, latest.money
        FROM (SELECT s.order_id, s.location, s.money::float8 AS money ${from}
          ORDER BY s.day DESC, s.hour DESC LIMIT ${MOST_ORDERS}) AS latest
        JOIN orders AS o ON o.id = latest.order_id ORDER BY o.placed_at DESC`,
      where.values,
    );
    return { total, orders: orders.map((order) => ({ ...order, placedAt: order.placedAt.toISOString() })) };
  });
}

/** The orders that a figure counts. */
function behind(wanted: Wanted & BehindFigure): Where {
  const { item, group, choice, withItem, withGroup, withChoice, note, station, weekday } = wanted;
  const where = whereOf(wanted);
  if (weekday !== undefined) where.add('extract(isodow FROM @day) = ?', weekday);
  const has = (table: string, values: Readonly<Record<string, string | undefined>>) => {
    const named = Object.entries(values).filter(([, value]) => value !== undefined);
    const conditions = named.map(([column]) => ` AND x.${column} = ?`).join('');
    where.add(
      `EXISTS (SELECT FROM ${table} AS x WHERE x.order_id = @order_id${conditions})`,
      ...named.map((one) => one[1]),
    );
  };
  const choiceTable = (picked: string | undefined) => (picked === undefined ? 'sold_group' : 'sold_choice');
  if (note !== undefined) has('sold_note', { text: note, group_id: group, item });
  else if (group !== undefined) has(choiceTable(choice), { group_id: group, choice, item });
  else if (item !== undefined) has('sold_dish', { item });
  if (withGroup !== undefined) has(choiceTable(withChoice), { group_id: withGroup, choice: withChoice });
  else if (withItem !== undefined) has('sold_dish', { item: withItem });
  if (station !== undefined) has('sold_ticket', { station });
  return where;
}
