import type { Pair, Pairs, SoldThing } from '@hearty-ladle/core';
import type { DataSource, EntityManager } from 'typeorm';
import { looking, tableFor, type Wanted, whereOf } from './look.ts';
import { ordersLookedAt } from './sums.ts';

/** What is looked at, and the dish or the choice that others are looked at with. */
type TogetherWanted = Wanted & {
  readonly withItem?: string;
  readonly withGroup?: string;
  readonly withChoice?: string;
};

/** What goes with one thing is looked for in so many orders, the latest ones: more would take long and tell no more. */
const MOST_ORDERS = 50_000;
/** Pairs that were together less often say nothing. */
const LEAST_TOGETHER = 5;
const MOST_PAIRS = 500;

/** Which dishes go together; or what goes with one dish, or with one choice where it was asked. */
export async function togetherIn(database: DataSource, wanted: TogetherWanted): Promise<Pairs> {
  const { item: _, withItem, withGroup, withChoice, ...ofAnyDish } = wanted;
  const isOfOne = withItem !== undefined || withChoice !== undefined;
  return looking(database, async (manager) => {
    const all: Wanted = isOfOne ? { ...ofAnyDish, from: await firstDay(manager, ofAnyDish) } : ofAnyDish;
    // Nothing here is joined to few rows, which the planner can't know of tables that were filled a moment ago.
    await manager.query('SET LOCAL enable_nestloop = off');
    if (withGroup !== undefined && withChoice !== undefined)
      return { from: all.from, ...(await withOneChoice(manager, all, { group: withGroup, choice: withChoice })) };
    const orders = await ordersLookedAt(manager, all);
    const alone = await ordersOfDishes(manager, all);
    const dishes = await dishPairs(manager, all, alone, withItem);
    if (withItem === undefined) return { from: all.from, orders, pairs: dishes };
    const choices = await choicesWithDish(manager, all, withItem, alone.get(withItem) ?? 0);
    return { from: all.from, orders, pairs: [...dishes, ...choices] };
  });
}

/** The first of the latest days that have no more orders than are looked at, or of all days that are asked for. */
async function firstDay(manager: EntityManager, wanted: Wanted): Promise<string> {
  const where = whereOf(wanted);
  const days = (await manager.query(
    `SELECT day::text AS day, sum(orders)::int AS orders FROM ${tableFor('sold_order', wanted)} WHERE ${where.of()}
      GROUP BY day ORDER BY day DESC`,
    where.values,
  )) as { day: string; orders: number }[];
  let orders = 0;
  const tooMany = days.findIndex((row, nth) => (orders += row.orders) > MOST_ORDERS && nth > 0);
  return days[tooMany - 1]?.day ?? wanted.from;
}

async function ordersOfDishes(manager: EntityManager, wanted: Wanted): Promise<ReadonlyMap<string, number>> {
  const where = whereOf(wanted);
  const rows = (await manager.query(
    `SELECT item, sum(orders)::int AS orders FROM ${tableFor('sold_dish', wanted)} WHERE ${where.of()} GROUP BY item`,
    where.values,
  )) as { item: string; orders: number }[];
  return new Map(rows.map(({ item, orders }) => [item, orders]));
}

async function dishPairs(
  manager: EntityManager,
  wanted: Wanted,
  alone: ReadonlyMap<string, number>,
  withItem: string | undefined,
): Promise<Pair[]> {
  const where = whereOf(wanted);
  if (withItem !== undefined) where.add('? IN (@item, @other)', withItem);
  const rows = (await manager.query(
    `SELECT item, other, sum(orders)::int AS "both" FROM ${tableFor('sold_pair', wanted)} WHERE ${where.of()}
      GROUP BY item, other HAVING sum(orders) >= ${LEAST_TOGETHER} ORDER BY "both" DESC, item, other LIMIT ${MOST_PAIRS}`,
    where.values,
  )) as { item: string; other: string; both: number }[];
  return rows.map(({ item, other, both }) => {
    const [first, second] = other === withItem ? [other, item] : [item, other];
    return pairOf({ item: first }, { item: second }, both, alone.get(first) ?? 0, alone.get(second) ?? 0);
  });
}

/** Choices in the orders with a dish, of groups that the dish itself does not ask. */
async function choicesWithDish(manager: EntityManager, wanted: Wanted, item: string, one: number): Promise<Pair[]> {
  const where = whereOf(wanted).add('@item = ?', item);
  const own = `SELECT group_id FROM sold_group WHERE ${where.of()}`;
  const alone = whereOf(wanted).of();
  const rows = (await manager.query(
    `WITH together AS (
      SELECT group_id, choice, count(*)::int AS "both" FROM sold_choice AS c
        JOIN (SELECT order_id FROM sold_dish WHERE ${where.of()}) AS mine USING (order_id)
        WHERE ${whereOf(wanted).of('c')} AND c.orders = 1 AND c.group_id NOT IN (${own})
        GROUP BY group_id, choice HAVING count(*) >= ${LEAST_TOGETHER}
    ), alone AS (
      SELECT group_id, choice, sum(orders)::int AS other FROM ${tableFor('sold_choice', wanted)} WHERE ${alone}
        GROUP BY group_id, choice
    )
    SELECT * FROM together JOIN alone USING (group_id, choice) ORDER BY "both" DESC, group_id, choice`,
    where.values,
  )) as ChoiceRow[];
  return rows.map((row) => pairOf({ item }, { group: row.group_id, choice: row.choice }, row.both, one, row.other));
}

interface ChoiceRow {
  readonly group_id: string;
  readonly choice: string;
  readonly both: number;
  readonly other: number;
}

/** What goes with a choice, among the orders in which its group was asked. */
async function withOneChoice(
  manager: EntityManager,
  wanted: Wanted,
  thing: { readonly group: string; readonly choice: string },
): Promise<Omit<Pairs, 'from'>> {
  const where = whereOf(wanted).add('@group_id = ?', thing.group);
  const choice = `$${where.values.length + 1}`;
  const counted = `count(*)::int AS other, count(*) FILTER (WHERE is_mine)::int AS "both"`;
  const inTime = (alias: string) => `${alias}.day >= $1 AND ${alias}.day <= $2`;
  const rows = (await manager.query(
    `WITH asked AS MATERIALIZED (
      SELECT g.order_id, c.order_id IS NOT NULL AS is_mine FROM sold_group AS g
        LEFT JOIN sold_choice AS c ON c.order_id = g.order_id AND c.orders = 1 AND c.group_id = g.group_id
          AND c.choice = ${choice} WHERE ${where.of('g')} AND g.orders = 1
    )
    SELECT NULL AS item, NULL AS group_id, NULL AS choice, ${counted} FROM asked
    UNION ALL SELECT NULL, c.group_id, c.choice, ${counted} FROM sold_choice AS c JOIN asked USING (order_id)
      WHERE ${inTime('c')} AND c.orders = 1 GROUP BY c.group_id, c.choice
    UNION ALL SELECT d.item, NULL, NULL, ${counted} FROM sold_dish AS d JOIN asked USING (order_id)
      WHERE ${inTime('d')} GROUP BY d.item`,
    [...where.values, thing.choice],
  )) as (ChoiceRow & { readonly item: string | null })[];
  const all = rows.find(({ item, group_id }) => item === null && group_id === null);
  const [orders, one] = [all?.other ?? 0, all?.both ?? 0];
  const pairs = rows.flatMap((row): Pair[] => {
    if (row === all || row.both < LEAST_TOGETHER) return [];
    if (row.group_id === thing.group && row.choice === thing.choice) return [];
    const other = row.item === null ? { group: row.group_id, choice: row.choice } : { item: row.item };
    return [pairOf(thing, other, row.both, one, row.other)];
  });
  return { orders, pairs };
}

function pairOf(first: SoldThing, second: SoldThing, both: number, one: number, other: number): Pair {
  return { first, second, both, one, other };
}
