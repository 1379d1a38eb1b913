import {
  type ChoiceTakings,
  type DishesTakings,
  type DishTakings,
  type GroupsTakings,
  type GroupTakings,
  type Menu,
  type Takings,
  type TakingsBy,
  type TakingsRow,
  type TakingsSums,
  type UnpickedChoice,
} from '@hearty-ladle/core';
import type { DataSource, EntityManager } from 'typeorm';
import { looking, ORDER_SUMS, tableFor, type Wanted, whereOf } from './look.ts';

const KEYS: Readonly<Record<TakingsBy, string>> = {
  day: 'day::text',
  hour: 'hour::text',
  weekday: 'extract(isodow FROM day)::int::text',
  location: 'location',
  channel: 'channel',
  service: 'service',
};

/** What was taken, in all and by one of its dimensions; of one dish, if one is wanted. */
export async function takingsBy(
  database: DataSource,
  by: TakingsBy,
  wanted: Wanted,
): Promise<Omit<Takings, 'waiting'>> {
  return looking(database, async (manager) => {
    const { from, where } = ordersOf(wanted, by === 'hour');
    const rows = (await manager.query(
      `SELECT ${KEYS[by]} AS key, ${ORDER_SUMS} FROM ${from} WHERE ${where.of()} GROUP BY 1 ORDER BY min(${KEYS[by]})`,
      where.values,
    )) as TakingsRow[];
    return { all: allOf(rows), by, rows };
  });
}

/** The rows of whole orders, or of the dish that is wanted. */
function ordersOf(wanted: Wanted, isByHour: boolean) {
  const where = whereOf(wanted);
  const table = wanted.item === undefined ? 'sold_order' : 'sold_dish';
  if (wanted.item !== undefined) where.add('@item = ?', wanted.item);
  return { from: tableFor(table, wanted, isByHour), where };
}

function allOf(rows: readonly TakingsSums[]): TakingsSums {
  const sum = (of: (row: TakingsSums) => number) => rows.reduce((all, row) => all + of(row), 0);
  return {
    orders: sum(({ orders }) => orders),
    portions: sum(({ portions }) => portions),
    money: sum(({ money }) => money),
    costed: sum(({ costed }) => costed),
    cost: sum(({ cost }) => cost),
  };
}

/** How many orders are looked at: those with the dish, if one is wanted. */
export async function ordersLookedAt(manager: EntityManager, wanted: Wanted): Promise<number> {
  const { from, where } = ordersOf(wanted, false);
  const [{ orders } = { orders: 0 }] = (await manager.query(
    `SELECT coalesce(sum(orders), 0)::int AS orders FROM ${from} WHERE ${where.of()}`,
    where.values,
  )) as { orders: number }[];
  return orders;
}

/** What was taken with each dish, most first. */
export async function dishesTakings(database: DataSource, wanted: Wanted): Promise<DishesTakings> {
  return looking(database, async (manager) => {
    const { item: _, ...all } = wanted;
    const where = whereOf(wanted);
    if (wanted.item !== undefined) where.add('@item = ?', wanted.item);
    const dishes = (await manager.query(
      `SELECT item, ${ORDER_SUMS} FROM ${tableFor('sold_dish', wanted)} WHERE ${where.of()}
        GROUP BY item ORDER BY money DESC, item`,
      where.values,
    )) as DishTakings[];
    return { orders: await ordersLookedAt(manager, all), dishes };
  });
}

/** What was chosen in each group; of one dish, if one is wanted. */
export async function groupsTakings(database: DataSource, menu: Menu, wanted: Wanted): Promise<GroupsTakings> {
  return looking(database, async (manager) => {
    const where = whereOf(wanted);
    if (wanted.item !== undefined) where.add('@item = ?', wanted.item);
    // An order is counted once for a group, or once for a group of that dish.
    const own = wanted.item === undefined ? '' : 'item_';
    const groups = (await manager.query(
      `SELECT group_id AS "group", sum(${own}orders)::int AS orders, sum(${own}paid_orders)::int AS "paidOrders",
          sum(asked)::int AS asked, sum(answered)::int AS answered, sum(money::float8) AS money,
          sum(included)::int AS included, sum(used)::int AS used
        FROM ${tableFor('sold_group', wanted)} WHERE ${where.of()} GROUP BY group_id ORDER BY money DESC, group_id`,
      where.values,
    )) as Omit<GroupTakings, 'choices'>[];
    const choices = (await manager.query(
      `SELECT group_id AS "group", choice, sum(${own}orders)::int AS orders, sum(units)::int AS units,
          sum(paid)::int AS paid, sum(money::float8) AS money
        FROM ${tableFor('sold_choice', wanted)} WHERE ${where.of()}
        GROUP BY group_id, choice ORDER BY 3 DESC, choice`,
      where.values,
    )) as (ChoiceTakings & { readonly group: string })[];
    const byGroup = new Map<string, ChoiceTakings[]>(groups.map(({ group }) => [group, []]));
    for (const { group, ...choice } of choices) byGroup.get(group)?.push(choice);
    const told = groups.map((group) => ({ ...group, choices: byGroup.get(group.group) ?? [] }));
    return {
      orders: await ordersLookedAt(manager, wanted),
      groups: told,
      unpicked: await lastPicked(manager, unpickedOf(menu, told), wanted),
    };
  });
}

/** The choices of groups that were asked which nobody picked. */
function unpickedOf(menu: Menu, groups: readonly GroupTakings[]): Omit<UnpickedChoice, 'last'>[] {
  return groups.flatMap(({ group, choices }) => {
    const found = menu.groups.find(({ id }) => id === group);
    if (found?.kind !== 'choices') return [];
    const picked = new Set(choices.map(({ choice }) => choice));
    return (found.choices ?? []).flatMap(({ id }) => (picked.has(id) ? [] : [{ group, choice: id }]));
  });
}

/** When each of some choices was picked last, at the places that are looked at. */
async function lastPicked(
  manager: EntityManager,
  unpicked: readonly Omit<UnpickedChoice, 'last'>[],
  { location, places, item }: Wanted,
): Promise<UnpickedChoice[]> {
  if (unpicked.length === 0) return [];
  const values = [
    unpicked.map(({ group }) => group),
    unpicked.map(({ choice }) => choice),
    location ?? null,
    places === 'everywhere' ? null : places,
    ...(item === undefined ? [] : [item]),
  ];
  const [table, ofItem] = item === undefined ? ['sold_choice_daily', ''] : ['sold_choice', 'AND c.item = $5'];
  return (await manager.query(
    `SELECT u.group_id AS "group", u.choice, (SELECT max(day)::text FROM ${table} AS c
          WHERE c.group_id = u.group_id AND c.choice = u.choice AND ($3::text IS NULL OR c.location = $3)
            AND ($4::text[] IS NULL OR c.location = ANY($4)) ${ofItem}) AS last
      FROM unnest($1::text[], $2::text[]) WITH ORDINALITY AS u(group_id, choice, nth) ORDER BY nth`,
    values,
  )) as UnpickedChoice[];
}
