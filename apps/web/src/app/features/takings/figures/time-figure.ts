import type { Takings, TakingsBy, TakingsRow } from '@hearty-ladle/core';
import { formatDay, formatShortDay, weekdayName } from '../../../text/days.ts';
import { serviceOptions } from '../../../text/services.ts';
import {
  changeText,
  countCell,
  type Figure,
  figures,
  marginCell,
  moneyCell,
  type Row,
  type Telling,
  textCell,
  words,
} from './figure.ts';

export const BY_WORDS: Readonly<Record<TakingsBy, string>> = {
  day: 'Day',
  hour: 'Hour',
  weekday: 'Weekday',
  location: 'Location',
  channel: 'Channel',
  service: 'Service',
};

const DAY_MS = 86_400_000;

/** What was taken, by one of its dimensions. `shift`: how many days before the compared weeks were. */
export function timeFigure(told: Takings, before: Takings | undefined, shift: number, telling: Telling): Figure {
  const { by } = told;
  const rows =
    by === 'hour' || by === 'weekday' ? told.rows.toSorted((a, b) => Number(a.key) - Number(b.key)) : told.rows;
  const earlier = new Map(before?.rows.map((row) => [by === 'day' ? later(row.key, shift) : row.key, row]));
  const was = ({ key }: TakingsRow) => (before ? (earlier.get(key)?.money ?? 0) : undefined);
  return {
    name: `Takings by ${BY_WORDS[by].toLowerCase()}`,
    columns: [
      words(BY_WORDS[by]),
      figures('Orders'),
      figures('Portions'),
      figures('Money'),
      ...(before ? [figures('Weeks before')] : []),
      figures('Per order'),
      figures('Left over cost'),
    ],
    rows: rows.map((row): Row => {
      const name = nameOf(by, row.key, telling);
      const beforeMoney = was(row);
      return {
        id: row.key,
        cells: [
          {
            ...textCell(name),
            value: by === 'day' ? row.key : by === 'hour' || by === 'weekday' ? Number(row.key) : name,
          },
          countCell(row.orders),
          countCell(row.portions),
          moneyCell(telling, row.money, beforeMoney),
          ...(beforeMoney === undefined ? [] : [moneyCell(telling, beforeMoney)]),
          moneyCell(telling, row.orders === 0 ? 0 : Math.round(row.money / row.orders)),
          marginCell(telling, row),
        ],
        ...behindOf(by, row.key, name),
      };
    }),
    chart: {
      words: rows.map((row) => `${nameOf(by, row.key, telling)}: ${telling.money(row.money)}`).join('; '),
      labels: rows.map(({ key }) => shortNameOf(by, key, telling)),
      series: [
        { label: 'Money', values: rows.map(({ money }) => money) },
        ...(before ? [{ label: 'Weeks before', values: rows.map((row) => was(row) ?? 0), isBefore: true }] : []),
      ],
      axis: (value) => telling.money(value),
      isSideways: by === 'location',
    },
  };
}

/** The sums of everything looked at, in words. */
export function sumWords(told: Takings, before: Takings | undefined, telling: Telling) {
  const { orders, portions, money, costed, cost } = told.all;
  const change = (now: number, was: number | undefined) => (was === undefined ? '' : changeText(now, was));
  const perOrder = orders === 0 ? 0 : Math.round(money / orders);
  const wasPerOrder = before && (before.all.orders === 0 ? 0 : Math.round(before.all.money / before.all.orders));
  return [
    { name: 'Money', value: telling.money(money), change: change(money, before?.all.money) },
    { name: 'Orders', value: orders.toLocaleString('en-GB'), change: change(orders, before?.all.orders) },
    { name: 'Per order', value: telling.money(perOrder), change: change(perOrder, wasPerOrder) },
    { name: 'Portions', value: portions.toLocaleString('en-GB'), change: change(portions, before?.all.portions) },
    {
      name: costed === money ? 'Left over cost' : 'Left over cost, where it is known',
      value: costed === 0 ? '–' : telling.money(costed - cost),
      change: change(costed - cost, before && before.all.costed - before.all.cost),
    },
  ];
}

function nameOf(by: TakingsBy, key: string, { names }: Telling): string {
  switch (by) {
    case 'day':
      return formatDay(key, 'en-GB');
    case 'hour':
      return hourName(Number(key));
    case 'weekday':
      return weekdayName(Number(key), 'en-GB');
    case 'location':
      return names.location(key);
    case 'channel':
      return key === 'pos' ? 'At the till' : 'Online';
    case 'service':
      return serviceOptions('en').find(({ value }) => value === key)?.label ?? key;
  }
}

function shortNameOf(by: TakingsBy, key: string, telling: Telling): string {
  return by === 'day' ? formatShortDay(key, 'en-GB') : nameOf(by, key, telling);
}

export function hourName(hour: number): string {
  const two = (part: number) => String(part).padStart(2, '0');
  return `${two(hour)}–${two(hour + 1)}`;
}

function behindOf(by: TakingsBy, key: string, name: string): Pick<Row, 'behind'> {
  const title = `Orders: ${name}`;
  switch (by) {
    case 'day':
      return { behind: { title, figure: { from: key, to: key } } };
    case 'hour':
      return { behind: { title, figure: { fromHour: Number(key), toHour: Number(key) + 1 } } };
    case 'location':
      return key === '' ? {} : { behind: { title, figure: { location: key } } };
    case 'channel':
      return { behind: { title, figure: { channel: key as 'online' | 'pos' } } };
    case 'service':
      return { behind: { title, figure: { service: key as 'dine-in' } } };
    case 'weekday':
      return { behind: { title, figure: { weekday: Number(key) } } };
  }
}

/** A day, some days later. */
export function later(day: string, days: number): string {
  return new Date(Date.parse(`${day}T00:00Z`) + days * DAY_MS).toISOString().slice(0, 10);
}
