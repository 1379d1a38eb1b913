import type {
  DishesTakings,
  GroupsTakings,
  HangTime,
  Menu,
  OrdersBehind,
  Pairs,
  RepeatedNote,
  ReplayLine,
  Role,
  SoldThing,
  Takings,
  TakingsFilter,
} from '@hearty-ladle/core';
import { quantile } from 'd3-array';
import { beforeAll, describe, expect, it } from 'vitest';
import { Random } from '../../../packages/core/src/testing/random.ts';
import { askTakings, EVER, readSold } from './testing/ask-takings.ts';
import { passing, plainGroup, type PlainOrder, plainPairs, plainSums } from './testing/plain-takings.ts';
import { as, request } from './testing/signed-in.ts';
import { type TestHouse, useTwoServers } from './testing/test-house.ts';

let house: TestHouse;
let one: string;
let orders: PlainOrder[];
let menu: Menu;
useTwoServers((opened) => ({ house, one } = opened));
const ask = <T>(path: string, query: object) => askTakings<T>(one, path, query);

const ORDERS = 700;

beforeAll(async () => {
  await house.loadDemo(ORDERS);
  ({ orders, menu } = await readSold(house.database));
}, 120_000);

/** Filters of every kind, over what the demo sold. */
function filters(count: number): TakingsFilter[] {
  const random = new Random(20);
  const days = [...new Set(orders.map(({ day }) => day))].sort();
  const items = menu.items.map(({ id }) => id);
  return Array.from({ length: count }, () => {
    const [from, to] = [random.pick(days), random.pick(days)].sort() as [string, string];
    const hour = random.int(8, 18);
    // Parts of the day, which are summed up, and other hours, which are not.
    const [fromHour, toHour] = random.pick([
      [11, 15] as const,
      [15, 24] as const,
      [hour, hour + random.int(1, 5)] as const,
    ]);
    return {
      ...(random.chance(0.6) ? EVER : { from, to }),
      ...(random.chance(0.3) && { location: random.pick(['steps', 'millrace']) }),
      ...(random.chance(0.3) && { channel: random.pick(['online', 'pos'] as const) }),
      ...(random.chance(0.3) && { service: random.pick(['dine-in', 'takeaway', 'delivery'] as const) }),
      ...(random.chance(0.5) && { fromHour, toHour }),
      ...(random.chance(0.3) && { item: random.pick(items) }),
    };
  });
}

const itemOf = (thing: SoldThing) => ('item' in thing ? thing.item : '');

const trial = (location: string | null) => ({
  ...{ location, days: 365 },
  prices: [{ place: 'items/ember/price', list: 'house', amount: 2_000 }],
});

/** What somebody is told that a price would have brought. */
async function tried(role: Role, location: string | null) {
  const asked = as(role, one).post('/api/workbench/takings/what-if').send(trial(location));
  const { text } = await asked.buffer(true).expect(200);
  const lines = text
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line) as ReplayLine);
  return lines.find((line): line is Extract<ReplayLine, { sums: unknown }> => 'sums' in line);
}

describe('takings', () => {
  it('are what a plain second computation over the same orders comes to, whatever is looked at', async () => {
    expect(orders.length).toBeGreaterThan(400);
    for (const filter of filters(24)) {
      const mine = passing(orders, filter);
      const { all, rows } = await ask<Takings>('', { ...filter, by: 'location' });
      expect({ filter, all }).toEqual({ filter, all: plainSums(mine, filter.item) });
      for (const { key, ...sums } of rows)
        expect(sums).toEqual(
          plainSums(
            mine.filter(({ location }) => location === key),
            filter.item,
          ),
        );
      const hours = await ask<Takings>('', { ...filter, by: 'hour' });
      expect(hours.all).toEqual(all);
      for (const { key, ...sums } of hours.rows)
        expect(sums).toEqual(
          plainSums(
            mine.filter(({ hour }) => String(hour) === key),
            filter.item,
          ),
        );
      const { dishes } = await ask<DishesTakings>('/dishes', filter);
      for (const { item, ...sums } of dishes) expect(sums).toEqual(plainSums(mine, item));
      const { groups } = await ask<GroupsTakings>('/groups', filter);
      const looked =
        filter.item === undefined ? mine : mine.filter((order) => plainSums([order], filter.item).orders > 0);
      for (const { answered: _, group, ...found } of groups) {
        if (menu.groups.find(({ id }) => id === group)?.kind !== 'choices') continue;
        const sorted = found.choices.toSorted((a, b) => (a.choice < b.choice ? -1 : 1));
        expect({ filter, group, ...found, choices: sorted }).toEqual({
          filter,
          group,
          ...plainGroup(looked, group, filter.item),
        });
      }
    }
  });

  it('tell by day and weekday when each order belongs to the business day that it was placed on', async () => {
    const { rows } = await ask<Takings>('', { ...EVER, by: 'day' });
    expect(rows.map(({ key }) => key)).toEqual([...new Set(orders.map(({ day }) => day))].sort());
    const { rows: weekdays } = await ask<Takings>('', { ...EVER, by: 'weekday' });
    const mondays = orders.filter(({ day }) => new Date(day).getUTCDay() === 1);
    expect(weekdays.find(({ key }) => key === '1')?.orders).toBe(mondays.length);
    expect((await ask<OrdersBehind>('/orders', { ...EVER, weekday: 1 })).total).toBe(mondays.length);
  });

  it('count pairs of dishes, and what goes with a dish or a choice', async () => {
    const { pairs, orders: all } = await ask<Pairs>('/together', EVER);
    expect(all).toBe(orders.length);
    const plain = plainPairs(orders);
    const told = pairs.map(({ first, second, both }) => [`${itemOf(first)} ${itemOf(second)}`, both]);
    expect(new Map(told as [string, number][])).toEqual(new Map([...plain].filter(([, both]) => both >= 5)));
    const size = plainGroup(orders, 'bowl-size');
    const asked = await ask<Pairs>('/together', { ...EVER, withGroup: 'bowl-size', withChoice: 'regular' });
    expect(asked.orders).toBe(size.orders);
    expect(asked.pairs[0]?.one).toBe(size.choices.find(({ choice }) => choice === 'regular')?.orders);
    const [top] = pairs;
    const dish = top ? itemOf(top.first) : '';
    const withDish = await ask<Pairs>('/together', { ...EVER, withItem: dish });
    expect(withDish.pairs.find(({ both }) => both === top?.both)?.one).toBe(plainSums(orders, dish).orders);
  });

  it('tell how long tickets hang, as a statistics library has the quantiles (d3-array, type 7 of Hyndman and Fan)', async () => {
    const told = await ask<HangTime[]>('/kitchen', EVER);
    expect(told.length).toBeGreaterThan(10);
    for (const { station, hour, tickets, median, p90 } of told) {
      const seconds = orders
        .filter((order) => hour === null || order.hour === hour)
        .flatMap((order) =>
          order.tickets.filter((ticket) => ticket.station === station).map((ticket) => ticket.seconds),
        );
      expect(tickets).toBe(seconds.length);
      expect(median).toBeCloseTo(quantile(seconds, 0.5) ?? NaN, 9);
      expect(p90).toBeCloseTo(quantile(seconds, 0.9) ?? NaN, 9);
    }
  });

  it('lead to the orders behind a figure', async () => {
    const dish = await ask<OrdersBehind>('/orders', { ...EVER, item: 'ember', location: 'steps' });
    expect(dish.total).toBe(plainSums(passing(orders, { ...EVER, location: 'steps' }), 'ember').orders);
    expect(dish.orders.every(({ dishes, location }) => dishes.includes('Ember broth') && location === 'steps')).toBe(
      true,
    );
    const choice = await ask<OrdersBehind>('/orders', { ...EVER, group: 'bowl-size', choice: 'regular' });
    expect(choice.total).toBe(plainGroup(orders, 'bowl-size').choices.find((it) => it.choice === 'regular')?.orders);
    const [note] = await ask<RepeatedNote[]>('/notes', EVER);
    const behind = await ask<OrdersBehind>('/orders', { ...EVER, note: note?.text, group: note?.group });
    expect(behind.total).toBe(note?.orders);
    expect(behind.total).toBeGreaterThan(1);
  });

  it('name choices that nobody picks, and since when', async () => {
    const [last] = orders
      .map(({ day }) => day)
      .sort()
      .slice(-1);
    const { groups, unpicked } = await ask<GroupsTakings>('/groups', { from: last, to: last });
    const known = plainGroup(orders, 'toppings');
    expect(groups.length).toBeGreaterThan(0);
    for (const { group, choice, last: day } of unpicked.filter((it) => it.group === 'toppings')) {
      const days = orders.filter((order) => plainGroup([order], group).choices.some((it) => it.choice === choice));
      expect(day).toBe(
        days
          .map((order) => order.day)
          .sort()
          .at(-1) ?? null,
      );
      expect(known.choices.some((it) => it.choice === choice)).toBe(days.length > 0);
    }
  });

  it('are refused the wrong way round, and shown for the places where one may see them', async () => {
    const wrong = { from: '2026-02-01', to: '2026-01-01', by: 'day' };
    expect((await request(one).get('/api/workbench/takings').query(wrong).expect(422)).body.title).toContain(
      'comes after',
    );
    await as('till', one)
      .get('/api/workbench/takings')
      .query({ ...EVER, by: 'day' })
      .expect(403);
    const grants = [{ role: 'lead', location: 'millrace' }];
    await house.database.query(`UPDATE person SET grants = $1 WHERE name = 'Ines Calder'`, [JSON.stringify(grants)]);
    const lead = as('lead', one)
      .get('/api/workbench/takings')
      .query({ ...EVER, by: 'location' });
    const { rows } = (await lead.expect(200)).body as Takings;
    expect(rows.map(({ key }) => key)).toEqual(['millrace']);
    const all = await ask<Takings>('', { ...EVER, by: 'location' });
    expect(rows[0]).toEqual(all.rows.find(({ key }) => key === 'millrace'));
    expect(await tried('lead', null)).toEqual(await tried('owner', 'millrace'));
    await as('lead', one).post('/api/workbench/takings/what-if').send(trial('steps')).expect(403);
  });

  it('what past orders would have brought is quoted with the other price, and nothing is changed', async () => {
    const end = await tried('owner', null);
    expect(end?.sums.dearer).toBeGreaterThan(0);
    expect(end?.sums.cheaper).toBe(0);
    expect(end?.dishes.map(({ item }) => item)).toEqual(['ember']);
    expect(end?.sums.after).toBe((end?.sums.before ?? 0) + (end?.dishes[0]?.difference ?? 0));
    const unknown = { ...trial(null), prices: [{ place: 'items/nothing/price', list: 'house', amount: 1 }] };
    await request(one).post('/api/workbench/takings/what-if').send(unknown).expect(422);
  });
});
