import {
  isTelling,
  lift,
  type DishesTakings,
  type GroupsTakings,
  type HangTime,
  type Missed,
  type Pair,
  type Pairs,
  type RepeatedNote,
  type SoldThing,
} from '@hearty-ladle/core';
import {
  clockText,
  countCell,
  dayCell,
  days,
  type Figure,
  figures,
  marginCell,
  moneyCell,
  percent,
  shareCell,
  type Telling,
  textCell,
  words,
} from './figure.ts';
import { hourName } from './time-figure.ts';

/** So many bars fit into a chart and can be read. */
const MOST_BARS = 14;

export function dishesFigure(
  { orders, dishes }: DishesTakings,
  before: DishesTakings | undefined,
  telling: Telling,
): Figure {
  const { names } = telling;
  const earlier = new Map(before?.dishes.map((dish) => [dish.item, dish.money]));
  const was = (item: string) => (before ? (earlier.get(item) ?? 0) : undefined);
  const charted = dishes.slice(0, MOST_BARS);
  return {
    name: 'Dishes',
    columns: [
      words('Dish'),
      figures('Orders'),
      figures('Share of orders'),
      figures('Portions'),
      figures('Money'),
      ...(before ? [figures('Weeks before')] : []),
      figures('Left over cost'),
    ],
    rows: dishes.map((dish) => {
      const beforeMoney = was(dish.item);
      return {
        id: dish.item,
        cells: [
          textCell(names.item(dish.item), names.linkOf({ item: dish.item })),
          countCell(dish.orders),
          shareCell(dish.orders, orders),
          countCell(dish.portions),
          moneyCell(telling, dish.money, beforeMoney),
          ...(beforeMoney === undefined ? [] : [moneyCell(telling, beforeMoney)]),
          marginCell(telling, dish),
        ],
        behind: { title: `Orders with ${names.item(dish.item)}`, figure: { item: dish.item } },
      };
    }),
    chart: {
      words: charted.map(({ item, money }) => `${names.item(item)}: ${telling.money(money)}`).join('; '),
      labels: charted.map(({ item }) => names.item(item)),
      series: [
        { label: 'Money', values: charted.map(({ money }) => money) },
        ...(before
          ? [{ label: 'Weeks before', values: charted.map(({ item }) => was(item) ?? 0), isBefore: true }]
          : []),
      ],
      isSideways: true,
      axis: (value) => telling.money(value),
    },
  };
}

/** Every choice with its group, as a table. */
export function choicesFigure({ groups, unpicked }: GroupsTakings, telling: Telling): Figure {
  const { names } = telling;
  const choice = (group: string, id: string) => [
    textCell(names.group(group), names.linkOf({ group, choice: id })),
    textCell(names.choice(group, id)),
  ];
  return {
    name: 'Choices',
    columns: [
      words('Group'),
      words('Choice'),
      figures('Orders'),
      figures('Share where asked'),
      figures('Units'),
      figures('Paid units'),
      figures('Money'),
    ],
    rows: [
      ...groups.flatMap(({ group, orders, choices }) =>
        choices.map((one) => ({
          id: `${group}/${one.choice}`,
          cells: [
            ...choice(group, one.choice),
            countCell(one.orders),
            shareCell(one.orders, orders),
            countCell(one.units),
            countCell(one.paid),
            moneyCell(telling, one.money),
          ],
          behind: { title: `Orders with ${names.choice(group, one.choice)}`, figure: { group, choice: one.choice } },
        })),
      ),
      ...unpicked.map(({ group, choice: id }) => ({
        id: `${group}/${id}`,
        cells: [...choice(group, id), countCell(0), shareCell(0, 1), countCell(0), countCell(0), moneyCell(telling, 0)],
      })),
    ],
  };
}

/** What goes together more or less often than chance would have it, as far as there is enough to say so. */
export function togetherFigure({ from, orders, pairs }: Pairs, telling: Telling): Figure {
  const { names } = telling;
  const found = pairs
    .map((pair) => ({ pair, lift: lift({ ...pair, orders }) }))
    .filter(({ pair }) => isTelling({ ...pair, orders }))
    .sort((a, b) => b.lift - a.lift);
  return {
    name: 'What goes with what',
    columns: [
      words('This'),
      words('and this'),
      figures('Together in'),
      figures('Share of the first'),
      figures('Against chance'),
    ],
    rows: found.map(({ pair, lift: times }) => ({
      id: JSON.stringify([pair.first, pair.second]),
      cells: [
        textCell(names.thing(pair.first), names.linkOf(pair.first)),
        textCell(names.thing(pair.second), names.linkOf(pair.second)),
        { ...countCell(pair.both), text: pair.both === 1 ? '1 order' : `${pair.both.toLocaleString('en-GB')} orders` },
        shareCell(pair.both, pair.one),
        { text: timesText(times), value: Math.round(times * 100) / 100 },
      ],
      behind: {
        title: `${names.thing(pair.first)} with ${names.thing(pair.second)}`,
        figure: { from, ...figureOf(pair) },
      },
    })),
  };
}

function timesText(times: number): string {
  if (times >= 1) return `${times.toFixed(1)} times as often`;
  return `${percent(1 - times)} less often`;
}

function figureOf({ first, second }: Pair) {
  const one = 'item' in first ? { item: first.item } : { group: first.group, choice: first.choice };
  const other = 'item' in second ? { withItem: second.item } : { withGroup: second.group, withChoice: second.choice };
  return { ...one, ...other };
}

export function notesFigure(notes: readonly RepeatedNote[], telling: Telling): Figure {
  const { names } = telling;
  return {
    name: 'Notes',
    columns: [words('Note'), figures('Orders'), words('Asked as'), words('With'), days('Last')],
    rows: notes.map(({ text, group, items, orders, last }) => ({
      id: JSON.stringify([text, group]),
      cells: [
        textCell(text),
        countCell(orders),
        textCell(names.group(group), names.linkOf({ group, choice: '' })),
        textCell(withWords(items.map((item) => names.item(item)))),
        dayCell(last),
      ],
      behind: { title: `Orders with “${text}”`, figure: { note: text, group } },
    })),
  };
}

const MOST_NAMED = 3;

function withWords(names: readonly string[]): string {
  const rest = names.length - MOST_NAMED;
  return `${names.slice(0, MOST_NAMED).join(', ')}${rest > 0 ? ` and ${rest} more` : ''}`;
}

/** How long tickets hang; `station` is the one whose hours are charted. */
export function kitchenFigure(times: readonly HangTime[], station: string, telling: Telling): Figure {
  const { names } = telling;
  const hours = times.filter((time) => time.station === station && time.hour !== null);
  return {
    name: 'How long tickets hang',
    columns: [
      words('Station'),
      words('Hour'),
      figures('Tickets'),
      figures('Half are done in'),
      figures('9 of 10 are done in'),
    ],
    rows: times.map((time) => ({
      id: `${time.station} ${time.hour ?? ''}`,
      cells: [
        textCell(names.station(time.station)),
        { text: time.hour === null ? 'All day' : hourName(time.hour), value: time.hour ?? -1 },
        countCell(time.tickets),
        { text: clockText(time.median), value: time.median },
        { text: clockText(time.p90), value: time.p90 },
      ],
      behind: {
        title: `Orders at ${names.station(time.station)}`,
        figure: { station: time.station, ...(time.hour !== null && { fromHour: time.hour, toHour: time.hour + 1 }) },
      },
    })),
    chart: {
      words: hours.map((time) => `${hourName(time.hour ?? 0)}: half in ${clockText(time.median)}`).join('; '),
      labels: hours.map(({ hour }) => hourName(hour ?? 0)),
      series: [
        { label: 'Half are done in', values: hours.map(({ median }) => median) },
        { label: '9 of 10 are done in', values: hours.map(({ p90 }) => p90), isBefore: true },
      ],
      axis: clockText,
      unit: 60,
    },
  };
}

export function missedFigure(missed: readonly Missed[], telling: Telling): Figure {
  const { names } = telling;
  const thing = ({ kind, id }: Missed): { name: string; link: readonly string[] | undefined } => {
    if (kind === 'ingredient') return { name: names.ingredient(id), link: ['/pantry'] };
    const [group = '', choice = ''] = id.split('/');
    const sold: SoldThing = kind === 'item' ? { item: id } : { group, choice };
    return { name: names.thing(sold), link: names.linkOf(sold) };
  };
  return {
    name: 'Asked for and not had',
    columns: [words('What'), figures('Orders refused'), figures('They came to'), days('Last')],
    rows: missed.map((one) => ({
      id: `${one.kind} ${one.id}`,
      cells: [
        textCell(thing(one).name, thing(one).link),
        countCell(one.orders),
        moneyCell(telling, one.money),
        dayCell(one.last),
      ],
    })),
    chart: {
      words: missed.map((one) => `${thing(one).name}: ${telling.money(one.money)}`).join('; '),
      labels: missed.slice(0, MOST_BARS).map((one) => thing(one).name),
      series: [{ label: 'Orders refused came to', values: missed.slice(0, MOST_BARS).map(({ money }) => money) }],
      isSideways: true,
      axis: (value) => telling.money(value),
    },
  };
}
