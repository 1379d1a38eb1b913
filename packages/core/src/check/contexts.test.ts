import { describe, expect, it } from 'vitest';
import { compileMenu } from '../compile/compile-menu.ts';
import type { Condition, Item, Menu, Rule } from '../index.ts';
import { smallMenu } from '../testing/broth-bar.ts';
import { occasionsOf, pricedOccasions, type Varied } from './contexts.ts';

// A Tuesday.
const at = '2026-05-12T13:00';
const base: Menu = {
  ...smallMenu([]),
  guests: [
    { id: 'staff', name: 'Staff' },
    { id: 'club', name: 'Club' },
  ],
  locations: [
    { id: 'hall', name: 'Hall' },
    { id: 'pier', name: 'Pier' },
  ],
  dayparts: [
    { id: 'noon', name: 'Noon', days: [2, 3], from: '11:00', to: '15:00' },
    { id: 'late', name: 'Late', days: [6], from: '22:00', to: '02:00' },
  ],
};

function varied(conditions: readonly Condition[], item: Partial<Item> = {}, more: Partial<Rule> = {}): Varied[] {
  const rules = conditions.map((when, i): Rule => ({ id: `r${i}`, when, then: [{ addToPrice: 1 }], ...more }));
  const menu: Menu = { ...base, rules, items: base.items.map((it) => ({ ...it, ...item })) };
  const compiled = compileMenu(menu).item('dish');
  if (!compiled) throw new Error('no dish');
  return pricedOccasions(compiled, occasionsOf(menu, compiled, { at, channel: 'online' })).map((one) => one.varied);
}

describe('the occasions that rules tell apart', () => {
  it('are the one asked about where rules look at nothing of the kind', () => {
    expect(varied([])).toEqual([{}]);
    expect(varied([{ picked: 'size/large' }, { units: { of: 'size', atLeast: 1 } }])).toEqual([{}]);
  });

  it.each<[string, Condition, Varied[]]>([
    ['the other channel', { channel: 'online' }, [{}, { channel: 'pos' }]],
    ['every other service', { service: 'delivery' }, [{}, { service: 'takeaway' }, { service: 'delivery' }]],
    ['every place', { location: 'hall' }, [{}, { location: 'hall' }, { location: 'pier' }]],
    ['every price list', { priceList: 'bike' }, [{}, { priceList: 'house' }, { priceList: 'bike' }]],
    [
      'every kind of guest, and an ordinary one',
      { guest: 'staff' },
      [{}, { guest: 'staff' }, { guest: 'club' }, { guest: '' }],
    ],
    [
      'a daypart as it begins and as it ends',
      { daypart: 'noon' },
      [{}, { at: '2026-05-12T11:00' }, { at: '2026-05-12T15:00' }],
    ],
    [
      'the next night, past midnight',
      { daypart: 'late' },
      [{}, { at: '2026-05-16T22:00' }, { at: '2026-05-17T02:00' }],
    ],
    ['the quantity from which it holds', { quantity: { atLeast: 3 } }, [{}, { quantity: 3 }]],
    ['the quantity from which it holds no more', { quantity: { atMost: 4 } }, [{}, { quantity: 5 }]],
    ['nothing above what a line may order', { quantity: { atMost: 999 } }, [{}]],
  ])('are %s', (_, when, expected) => {
    expect(varied([when])).toEqual(expected);
    expect(varied([{ not: { all: [when, { any: [{ picked: 'size/large' }, when] }] } }])).toEqual(expected);
  });

  it('are every mix of several', () => {
    expect(varied([{ channel: 'pos' }, { quantity: { atLeast: 2 } }])).toEqual([
      {},
      { quantity: 2 },
      { channel: 'pos' },
      { channel: 'pos', quantity: 2 },
    ]);
  });

  it('vary one thing at a time where the mixes are too many', () => {
    const many: Condition[] = [
      { channel: 'pos' },
      { service: 'delivery' },
      { location: 'hall' },
      { priceList: 'bike' },
      { guest: 'staff' },
    ];
    const found = varied(many);
    expect(found).toHaveLength(1 + 1 + 2 + 2 + 2 + 3);
    expect(found.every((one) => Object.keys(one).length <= 1)).toBe(true);
  });

  it('leave aside rules that do not concern the item', () => {
    expect(varied([{ channel: 'pos' }], {}, { items: [] })).toEqual([{}]);
  });

  it('include the quantities from which a dish costs less', () => {
    const quantityPrices = [
      { from: 6, price: 500 },
      { from: 2000, price: 1 },
    ];
    expect(varied([{ channel: 'pos' }], { quantityPrices })).toEqual([
      {},
      { channel: 'pos' },
      { quantity: 6 },
      { channel: 'pos', quantity: 6 },
    ]);
  });
});
