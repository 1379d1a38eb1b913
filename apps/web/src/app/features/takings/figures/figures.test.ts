import '@angular/compiler';
import type { GroupsTakings, Menu, Takings } from '@hearty-ladle/core';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { SoldNames } from '../../../text/sold-names.ts';
import { askedFor } from '../pages/asked-for.ts';
import { groupsForNote, thingsToGoWith } from '../pages/page-figures.ts';
import { changeText, clockText, percent, type Telling } from './figure.ts';
import { choicesFigure, kitchenFigure, missedFigure, togetherFigure } from './tables.ts';
import { sumWords, timeFigure } from './time-figure.ts';

const file = new URL('../../../../../../../demo/small-house.json', import.meta.url);
const menu = JSON.parse(readFileSync(file, 'utf8')) as Menu;
const read = (text: string | Readonly<Record<string, string>>) =>
  typeof text === 'string' ? text : (text['en'] ?? '');
const names = new SoldNames(menu, read);
const telling: Telling = {
  names,
  money: (minor) => `€${(minor / 100).toFixed(2)}`,
  filter: { from: '2026-05-01', to: '2026-05-28' },
};
const textsOf = ({ rows }: { readonly rows: readonly { readonly cells: readonly { readonly text: string }[] }[] }) =>
  rows.map(({ cells }) => cells.map(({ text }) => text));
const params = (query: string) => new URLSearchParams(query);

const row = (key: string, orders: number, money: number) => ({
  key,
  orders,
  portions: orders,
  money,
  costed: money,
  cost: money / 4,
});
const told = (by: Takings['by'], ...rows: Takings['rows']): Takings => ({
  by,
  rows,
  waiting: 0,
  all: rows.reduce(
    (all, one) => ({
      ...all,
      orders: all.orders + one.orders,
      portions: all.portions + one.portions,
      money: all.money + one.money,
      costed: all.costed + one.costed,
      cost: all.cost + one.cost,
    }),
    { orders: 0, portions: 0, money: 0, costed: 0, cost: 0 },
  ),
});

describe('takings over time', () => {
  it('are set beside the same weekday of the weeks before, with what is left over cost', () => {
    const now = told('day', row('2026-05-11', 10, 20_000), row('2026-05-12', 5, 9_000));
    const before = told('day', row('2026-04-13', 8, 16_000));
    const figure = timeFigure(now, before, 28, telling);
    expect(figure.columns.map(({ label }) => label)).toEqual([
      'Day',
      'Orders',
      'Portions',
      'Money',
      'Weeks before',
      'Per order',
      'Left over cost',
    ]);
    expect(textsOf(figure)[0]).toEqual([
      'Mon, 11 May 2026',
      '10',
      '10',
      '€200.00',
      '€160.00',
      '€20.00',
      '€150.00 (75%)',
    ]);
    expect(figure.rows[0]?.cells[3]?.change).toBe('+25%');
    expect(figure.rows[1]?.cells[3]?.change).toBe('new');
    expect(figure.rows[0]?.behind?.figure).toEqual({ from: '2026-05-11', to: '2026-05-11' });
    expect(figure.chart?.series.map(({ values }) => values)).toEqual([
      [20_000, 9_000],
      [16_000, 0],
    ]);
    expect(sumWords(now, before, telling)[1]).toEqual({ name: 'Orders', value: '15', change: '+88%' });
  });

  it('are told by hour in the order of the day, and by what an order was for', () => {
    const byHour = timeFigure(told('hour', row('13', 1, 100), row('9', 1, 100)), undefined, 28, telling);
    expect(textsOf(byHour).map(([hour]) => hour)).toEqual(['09–10', '13–14']);
    expect(byHour.rows[0]?.behind?.figure).toEqual({ fromHour: 9, toHour: 10 });
    const byPlace = timeFigure(told('location', row('steps', 1, 100)), undefined, 28, telling);
    expect(textsOf(byPlace)[0]?.[0]).toBe('Lantern Steps');
    expect(textsOf(timeFigure(told('channel', row('pos', 1, 100)), undefined, 28, telling))[0]?.[0]).toBe(
      'At the till',
    );
  });
});

describe('what guests choose', () => {
  it('is told by group and choice with its share of the orders that were asked, unpicked choices last', () => {
    const group = {
      group: 'spread',
      orders: 40,
      paidOrders: 4,
      asked: 50,
      answered: 50,
      money: 160,
      included: 0,
      used: 0,
    };
    const groups: GroupsTakings = {
      orders: 90,
      groups: [{ ...group, choices: [{ choice: 'herb', orders: 10, units: 12, paid: 12, money: 480 }] }],
      unpicked: [{ group: 'spread', choice: 'plain', last: null }],
    };
    const figure = choicesFigure(groups, telling);
    expect(textsOf(figure)[0]).toEqual(['Spread', names.choice('spread', 'herb'), '10', '25%', '12', '12', '€4.80']);
    expect(figure.rows[1]?.behind).toBeUndefined();
    expect(figure.rows[0]?.cells[0]?.link).toEqual(['/groups', 'spread']);
  });

  it('goes together only where there is enough to say so, most often first', () => {
    const pair = (second: string, both: number) => ({
      first: { item: 'ember' },
      second: { item: second },
      both,
      one: 100,
      other: 200,
    });
    const figure = togetherFigure(
      { from: '2026-05-01', orders: 1_000, pairs: [pair('toast', 40), pair('millet', 20), pair('root', 5)] },
      telling,
    );
    expect(textsOf(figure).map((cells) => cells.at(-1))).toEqual(['2.0 times as often', '75% less often']);
    expect(figure.rows[0]?.behind?.figure).toEqual({ from: '2026-05-01', item: 'ember', withItem: 'toast' });
  });

  it('could be looked at with any dish or choice', () => {
    const things = thingsToGoWith(menu, names);
    expect(things[0]?.value).toBe('');
    expect(things.map(({ value }) => value)).toEqual(expect.arrayContaining(['item:ember', 'choice:toppings/egg']));
  });

  it('could have been asked, if a note repeats: groups of the dishes it was written with come first', () => {
    const note = { text: 'no leek', group: 'kitchen-note', items: ['ember'], orders: 3, last: '2026-05-12' };
    const groups = groupsForNote(menu, note);
    expect(groups).toContain('toppings');
    expect(groups).not.toContain('porridge-top');
    expect(groupsForNote(menu, { ...note, items: [''] })).toEqual(['cutlery']);
  });
});

describe('the kitchen, and what was missed', () => {
  it('are told in minutes and by name, whatever the menu has no more', () => {
    const times = [
      { station: 'kettles', hour: null, tickets: 9, median: 245, p90: 600.5 },
      { station: 'gone', hour: 12, tickets: 2, median: 60, p90: 61 },
    ];
    expect(textsOf(kitchenFigure(times, 'gone', telling))).toEqual([
      [names.station('kettles'), 'All day', '9', '4:05', '10:01'],
      ['gone', '12–13', '2', '1:00', '1:01'],
    ]);
    const missed = [{ kind: 'choice' as const, id: 'noodle/wheat', orders: 2, money: 2_000, last: '2026-05-12' }];
    expect(textsOf(missedFigure(missed, telling))[0]?.slice(0, 3)).toEqual([
      `Noodle: ${names.choice('noodle', 'wheat')}`,
      '2',
      '€20.00',
    ]);
  });

  it('are said shortly', () => {
    expect([clockText(59.6), percent(0.055), percent(0.5), changeText(0, 0), changeText(90, 100)]).toEqual([
      '1:00',
      '5.5%',
      '50%',
      'as before',
      '−10%',
    ]);
  });
});

describe('an address', () => {
  it('asks for the last four weeks, compared with the four before, if it says nothing', () => {
    const asked = askedFor(params(''), '2026-05-28');
    expect(asked).toMatchObject({
      by: 'day',
      days: '28',
      compares: false,
      shift: 28,
      filter: { from: '2026-05-01', to: '2026-05-28' },
    });
    expect(askedFor(params('days=1'), '2026-05-28')).toMatchObject({ shift: 7, filter: { from: '2026-05-28' } });
  });

  it('keeps days of one’s own, and passes over what makes no sense', () => {
    const asked = askedFor(
      params('from=2026-03-10&to=2026-03-01&channel=fax&fromHour=12&toHour=9&by=moon&days='),
      '2026-05-28',
    );
    expect(asked.filter).toEqual({ from: '2026-03-01', to: '2026-03-10' });
    expect(asked).toMatchObject({ by: 'day', days: '' });
    expect(
      askedFor(params('days=28&channel=pos&location=steps&fromHour=11&toHour=15&item=ember'), '2026-05-28').filter,
    ).toMatchObject({ channel: 'pos', location: 'steps', fromHour: 11, toHour: 15, item: 'ember' });
  });
});
