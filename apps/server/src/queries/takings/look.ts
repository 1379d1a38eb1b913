import { DAY_PARTS, type Places, type TakingsFilter } from '@hearty-ladle/core';
import type { DataSource, EntityManager } from 'typeorm';

/** What is looked at, and where the one who looks may. */
export type Wanted = TakingsFilter & { readonly places: Places };

/** Conditions with the values of their parameters. */
export class Where {
  readonly values: unknown[] = [];
  readonly #conditions: string[] = [];

  /** Each `?` in the condition stands for one of the values. */
  add(condition: string, ...values: readonly unknown[]): this {
    let at = this.values.length;
    this.values.push(...values);
    this.#conditions.push(condition.replaceAll('?', () => `$${++at}`));
    return this;
  }

  /** The conditions for the columns of a table, or of the one with this alias. */
  of(alias = ''): string {
    return this.#conditions.map((condition) => condition.replaceAll('@', alias && `${alias}.`)).join(' AND ');
  }
}

/** Which rows are looked at; `@` stands for the table. Dishes are chosen where they are looked at. */
export function whereOf(wanted: Omit<Wanted, 'item'>): Where {
  const { from, to, location, channel, service, fromHour, toHour, places } = wanted;
  const where = new Where().add('@day >= ?', from).add('@day <= ?', to);
  if (location !== undefined) where.add('@location = ?', location);
  if (places !== 'everywhere') where.add('@location = ANY(?)', places);
  if (channel !== undefined) where.add('@channel = ?', channel);
  if (service !== undefined) where.add('@service = ?', service);
  if (fromHour !== undefined) where.add('@hour >= ?', fromHour);
  if (toHour !== undefined) where.add('@hour < ?', toHour);
  return where;
}

/** Whether a part of the day begins or ends at an hour. */
const isPartsEnd = (hour: number | undefined) => hour === undefined || hour === 24 || DAY_PARTS.includes(hour);

/**
 * Which table answers: the sums of whole days, those by hour or part of the day, or the rows of the orders where hours
 * matter that are no parts of the day, and for one dish, where the sums are not told by dish.
 */
export function tableFor(table: SoldTable, wanted: Wanted, isByHour = false): string {
  const { fromHour, toHour } = wanted;
  const isByOrder = table === 'sold_order';
  const isByDish = table === 'sold_dish' || table === 'sold_pair';
  if (wanted.item !== undefined && !isByDish) return table;
  if (fromHour === undefined && toHour === undefined && !isByHour) return `${table}_daily`;
  const isInParts = isPartsEnd(fromHour) && isPartsEnd(toHour) && !isByHour;
  return isByOrder || isInParts ? `${table}_hours` : table;
}

type SoldTable = 'sold_order' | 'sold_dish' | 'sold_group' | 'sold_choice' | 'sold_pair';

/**
 * Reads in a transaction of its own with memory for sums over a year of orders. Compiling such queries takes longer than
 * running them.
 */
export async function looking<T>(database: DataSource, read: (manager: EntityManager) => Promise<T>): Promise<T> {
  return database.transaction(async (manager) => {
    await manager.query(`SET LOCAL work_mem = '64MB'`);
    await manager.query('SET LOCAL jit = off');
    return read(manager);
  });
}

/** Sums of money are exact in a double up to 2^53 minor units. */
const MONEY_SUMS = `coalesce(sum(money::float8), 0) AS money, coalesce(sum(costed::float8), 0) AS costed,
  coalesce(sum(cost::float8), 0) AS cost`;
export const ORDER_SUMS = `coalesce(sum(orders), 0)::int AS orders, coalesce(sum(portions), 0)::int AS portions, ${MONEY_SUMS}`;
