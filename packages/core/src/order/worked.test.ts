import { describe, expect, it } from 'vitest';
import { type Group, type Menu, type Order, quoteOrder, type Rule } from '../index.ts';
import { choicesGroup, smallMenu } from '../testing/broth-bar.ts';

// Worked by hand: a dish of 1000 with an egg for 100, and a drink of 300; the order asks for a bag and a note to the
// driver.
const at = '2026-05-12T13:00';
const egg = choicesGroup('tops', {
  choices: [{ id: 'egg', name: 'Egg', price: { add: { house: 100, bike: 120 } }, max: 4 }],
});
const bag = choicesGroup('bag', {
  max: 2,
  choices: [
    { id: 'paper', name: 'Paper bag', price: { add: 20, charge: 'once' }, max: 2 },
    { id: 'box', name: 'Box', price: { add: 50 } },
  ],
});
const driver: Group = { id: 'driver', name: 'Driver', prompt: 'Driver', kind: 'note', note: { price: 5 } };

function menuOf(rules: readonly Rule[] = [], more: Partial<Menu> = {}): Menu {
  const menu = smallMenu([egg], {}, rules);
  return {
    ...menu,
    groups: [egg, bag, driver],
    items: [...menu.items, { id: 'tea', name: 'Tea', price: { house: 300, bike: 350 }, sections: ['drinks'] }],
    sections: [{ id: 'drinks', name: 'Drinks', station: 'cold' }],
    orderGroups: [{ group: 'bag' }, { group: 'driver' }],
    guests: [{ id: 'staff', name: 'Staff' }],
    locations: [{ id: 'pier', name: 'Pier', priceList: 'bike' }],
    ...more,
  };
}
const quote = (order: Partial<Order>, menu = menuOf()) => quoteOrder(menu, { at, lines: [], ...order }, () => at);
const context = (order: Partial<Order>, menu = menuOf()) =>
  quote(order, menu).problems.map(({ line, code }) => `${line} ${code}`);

describe('an order', () => {
  it('is the sum of its lines and of its own answers', () => {
    const lines = [{ item: 'dish', quantity: 2, picks: [{ group: 'tops', choice: 'egg', units: 3 }] }, { item: 'tea' }];
    const picks = [
      { group: 'bag', choice: 'paper', units: 2 },
      { group: 'bag', choice: 'box' },
    ];
    const {
      total,
      extra,
      lines: quotes,
      ok,
    } = quote({ lines, picks: picks.slice(0, 1), notes: { driver: 'second door' } });
    expect(quotes.map(({ price }) => price.line)).toEqual([2600, 300]);
    expect(extra).toMatchObject({ each: 5, once: 40 });
    expect({ ok, total }).toEqual({ ok: true, total: 2945 });
    expect(context({ lines, picks })).toEqual(['null too-many']);
    expect(quote({ lines, picks }).total).toBe(2900 + 40 + 50);
  });

  it('says what holds for each line that does not say otherwise', () => {
    const lines = [
      { item: 'tea' },
      { item: 'tea', location: 'pier', priceList: 'house' },
      { item: 'tea', priceList: 'bike' },
    ];
    expect(quote({ lines }).lines.map(({ price }) => price.line)).toEqual([300, 300, 350]);
    expect(quote({ lines, location: 'pier' }).lines.map(({ price }) => price.line)).toEqual([350, 300, 350]);
    const staff: Rule[] = [{ id: 'r', when: { guest: 'staff' }, then: [{ setBase: 100 }] }];
    expect(
      quote({ lines: [{ item: 'tea' }, { item: 'tea', guest: '' }], guest: 'staff' }, menuOf(staff)).lines.map(
        ({ price }) => price.line,
      ),
    ).toEqual([100, 300]);
    expect(
      context({
        lines: [
          { item: 'dish', picks: [{ group: 'tops', choice: 'egg' }] },
          { item: 'dish', picks: [{ group: 'tops', choice: 'egg' }], out: {} },
        ],
        out: { choices: ['tops/egg'] },
      }),
    ).toEqual(['0 sold-out']);
  });

  it('has its problems at their lines, its own at none', () => {
    expect(context({})).toEqual(['null empty-order']);
    expect(
      context({ lines: [{ item: 'ghost' }, { item: 'tea', quantity: 0 }], picks: [{ group: 'tops', choice: 'egg' }] }),
    ).toEqual(['0 unknown-item', '1 bad-quantity', 'null unknown-group']);
    expect(context({ lines: [{ item: 'tea' }], location: 'moon' })).toEqual(['0 unknown-location']);
    expect(context({ location: 'moon', priceList: 'moon' }).toSorted()).toEqual([
      'null empty-order',
      'null unknown-location',
      'null unknown-price-list',
    ]);
  });

  it('obeys, in its own questions, the rules that speak of no dish, and of their effects those that know an order', () => {
    const rules: Rule[] = [
      {
        id: 'all',
        when: { service: 'delivery' },
        then: [
          { hide: 'bag/box' },
          { limit: { group: 'bag', min: 1 } },
          { setChoice: { choice: 'bag/paper', add: 0 } },
          { addToPrice: 70 },
          { setBase: 1 },
          { appendCode: 'X' },
          { tell: 'Hello' },
        ],
      },
      {
        id: 'tea',
        items: ['tea'],
        when: { service: 'delivery' },
        then: [{ setChoice: { choice: 'bag/paper', add: 999 } }],
      },
    ];
    const menu = menuOf(rules);
    expect(context({ lines: [{ item: 'tea' }], service: 'delivery' }, menu)).toEqual(['null too-few']);
    expect(
      context(
        { lines: [{ item: 'tea' }], service: 'delivery', picks: [{ group: 'bag', choice: 'box' }] },
        menu,
      ).toSorted(),
    ).toEqual(['null not-offered', 'null too-few']);
    const { extra, total, lines } = quote(
      { lines: [{ item: 'tea' }], service: 'delivery', picks: [{ group: 'bag', choice: 'paper' }] },
      menu,
    );
    expect({ extra, total, tells: lines[0]?.tells }).toMatchObject({
      extra: { each: 0, once: 0 },
      total: 71,
      tells: ['Hello'],
    });
  });

  it('gathers the tickets of its lines, in order, at each station', () => {
    const lines = [{ item: 'tea' }, { item: 'dish', quantity: 2 }, { item: 'tea', quantity: 3 }];
    const { tickets } = quote({ lines, notes: { driver: 'second door' } });
    const read = tickets.map((ticket) => [
      ticket.station,
      ticket.lines.map(({ quantity, item }) => `${quantity} ${item}`).join(', '),
      ticket.notes.map(({ text }) => text).join(),
    ]);
    expect(read).toEqual([
      ['hot', '2 Dish', ''],
      ['cold', '1 Tea, 3 Tea', ''],
      ['call', '1 Tea, 2 Dish, 3 Tea', 'second door'],
    ]);
  });
});
