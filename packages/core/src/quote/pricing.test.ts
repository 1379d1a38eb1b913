import { describe, expect, it } from 'vitest';
import type { Choice, Menu } from '../index.ts';
import { choicesGroup, quoteDish, smallMenu } from '../testing/broth-bar.ts';

const size = choicesGroup('size', {
  choices: [
    { id: 's', name: 'S' },
    { id: 'l', name: 'L', price: { add: 200 } },
  ],
});
const egg = (price: Choice['price'], more: Partial<Choice> = {}): Choice => ({
  id: 'egg',
  name: 'Egg',
  max: 5,
  ...(price && { price }),
  ...more,
});
const tops = (...choices: Choice[]) => choicesGroup('tops', { choices });
const eggs = (units = 1) => ({ group: 'tops', choice: 'egg', units });
const each = (menu: Menu, ...picks: { group: string; choice: string; units?: number; amount?: string }[]) =>
  quoteDish(menu, { picks }).price.each;

describe('a unit costs the first that applies of', () => {
  const price = {
    add: 100,
    by: { group: 'size', prices: { l: 150 } },
    tiers: [
      { from: 2, add: 80 },
      { from: 4, add: 60 },
    ],
  };
  it('its own price, its tier, the price by another answer', () => {
    const menu = smallMenu([size, tops(egg(price))]);
    expect(each(menu, eggs(1))).toBe(100);
    expect(each(menu, eggs(3))).toBe(240);
    expect(each(menu, eggs(5))).toBe(300);
    expect(each(menu, { group: 'size', choice: 'l' }, eggs(4))).toBe(200 + 600);
    expect(each(menu, { group: 'size', choice: 's' }, eggs(2))).toBe(160);
  });

  it('the dish’s price, which sets the others aside, and a rule’s, which sets that aside', () => {
    const attached = { groups: [{ group: 'size' }, { group: 'tops', prices: { egg: 90 } }] };
    expect(each(smallMenu([size, tops(egg(price))], attached), { group: 'size', choice: 'l' }, eggs(2))).toBe(
      200 + 180,
    );
    const rules = [
      { id: 'a', when: { picked: 'size/l' }, then: [{ setChoice: { choice: 'tops/egg', add: 10 } }] },
      { id: 'b', when: { picked: 'size/l' }, then: [{ setChoice: { choice: 'tops/egg', add: 20 } }] },
    ];
    const ruled = smallMenu([size, tops(egg(price))], attached, rules);
    expect(each(ruled, { group: 'size', choice: 'l' }, eggs(2))).toBe(200 + 40);
    expect(each(ruled, eggs(2))).toBe(180);
  });

  it('nothing, where it has no price at all, unless the dish gives it one', () => {
    expect(each(smallMenu([tops(egg(undefined))]), eggs(3))).toBe(0);
    expect(each(smallMenu([tops(egg(undefined))], { groups: [{ group: 'tops', prices: { egg: 15 } }] }), eggs(3))).toBe(
      45,
    );
  });

  it('a share of the base after everything that made it, which neither dish nor rule replaces', () => {
    const half = choicesGroup('half', { choices: [{ id: 'half', name: 'Half', price: { times: 5000 } }] });
    const rules = [
      {
        id: 'r',
        when: { channel: 'online' as const },
        then: [{ addToPrice: 11 }, { setChoice: { choice: 'tops/egg', add: 1 } }],
      },
    ];
    const menu = smallMenu(
      [half, tops(egg({ percent: 1000 }))],
      { groups: [{ group: 'half' }, { group: 'tops', prices: { egg: 1 } }] },
      rules,
    );
    expect(quoteDish(menu, { picks: [{ group: 'half', choice: 'half' }, eggs(3)] }).price).toMatchObject({
      base: 511,
      each: 153,
    });
  });
});

describe('the base', () => {
  const sizes = choicesGroup('a', {
    choices: [
      { id: 'b', name: 'B', price: { base: 700 } },
      { id: 't', name: 'T', price: { times: 15_000 } },
    ],
  });
  const other = choicesGroup('z', {
    choices: [
      { id: 'b', name: 'B', price: { base: 333 } },
      { id: 't', name: 'T', price: { times: 5_000 } },
    ],
  });
  const base = (menu: Menu, ...picks: string[]) =>
    quoteDish(menu, { picks: picks.map((path) => ({ group: path[0] ?? '', choice: path[1] ?? '' })) }).price;

  it('is the last choice that becomes it, then multiplied in offered order, rounded each time', () => {
    const menu = smallMenu([sizes, other]);
    expect(base(menu, 'zb', 'ab').base).toBe(333);
    expect(base(menu, 'zb', 'at', 'zt').base).toBe(250);
    expect(base(menu, 'zt', 'at', 'zb').parts.map(({ value }) => value)).toEqual([333, 167, -250]);
  });

  it('is set by the last rule, raised by percentages of that, none on another, and then by amounts', () => {
    const rules = [
      { id: 'p', when: { quantity: { atLeast: 1 } }, then: [{ basePercent: 1000 }, { addToPrice: 7 }] },
      { id: 's', when: { channel: 'online' as const }, then: [{ setBase: 500 }] },
      { id: 'q', when: { service: 'dine-in' as const }, then: [{ setBase: 400 }, { basePercent: -500 }] },
    ];
    expect(base(smallMenu([], {}, rules)).parts.map(({ value, rule }) => [value, rule])).toEqual([
      [400, 'q'],
      [40, 'p'],
      [-20, 'q'],
      [7, 'p'],
    ]);
  });

  it('is a cell’s price where the combination has one: no sale touches it, and its picks add nothing themselves', () => {
    const by = choicesGroup('by', {
      min: 1,
      max: 1,
      choices: [
        { id: 'x', name: 'X', price: { add: 50 }, opens: ['in'] },
        { id: 'y', name: 'Y', price: { base: 1 } },
      ],
    });
    const inner = choicesGroup('in', { choices: [{ id: 'i', name: 'I', price: { add: 30 } }] });
    const menu = smallMenu([by, inner], {
      groups: [{ group: 'by' }],
      sale: { price: 1, from: '2026-05-01', until: '2026-05-31' },
      variants: {
        by: ['by'],
        cells: [
          { pick: { by: 'x' }, price: 600 },
          { pick: { by: 'y' }, price: 610 },
        ],
      },
    });
    expect(
      quoteDish(menu, { picks: [{ group: 'by', choice: 'x', picks: [{ group: 'in', choice: 'i' }] }] }).price,
    ).toMatchObject({ base: 600, each: 30 });
    expect(quoteDish(menu, { picks: [{ group: 'by', choice: 'y' }] }).price).toMatchObject({ base: 610, each: 0 });
  });
});

describe('included units', () => {
  const list = (includedFirst: 'picked' | 'cheapest' | 'dearest') =>
    choicesGroup('tops', {
      included: 2,
      includedFirst,
      amounts: [{ id: 'big', name: 'Big', word: 'BIG', price: 30_000 }],
      choices: [
        egg({ add: 100 }),
        { id: 'pea', name: 'Pea', price: { add: 40 }, max: 2 },
        { id: 'ham', name: 'Ham', price: { add: 250 } },
      ],
    });
  const picks = [
    { group: 'tops', choice: 'pea', units: 2 },
    { group: 'tops', choice: 'ham' },
    { group: 'tops', choice: 'egg', amount: 'big' },
  ];
  it.each([
    ['picked', 250 + 300],
    ['cheapest', 250 + 300],
    ['dearest', 80],
  ] as const)('%s first', (first, paid) => {
    expect(each(smallMenu([list(first)]), ...picks)).toBe(paid);
  });

  it('are compared after their amounts, and split a pick’s units', () => {
    expect(each(smallMenu([list('dearest')]), { group: 'tops', choice: 'egg', units: 3 })).toBe(100);
    expect(each(smallMenu([list('picked')]), ...picks.toReversed())).toBe(80);
  });
});

describe('charges', () => {
  it('once are not multiplied by the quantity, inner ones are by the units of what opened them', () => {
    const roll = choicesGroup('roll', {
      choices: [{ id: 'r', name: 'Roll', max: 3, price: { add: 100, charge: 'once' }, opens: ['spread'] }],
    });
    const spread = choicesGroup('spread', { choices: [{ id: 'b', name: 'Butter', max: 2, price: { add: 20 } }] });
    const note = { id: 'note', name: 'Note', prompt: 'Note', kind: 'note' as const, note: { price: 5 } };
    const menu = smallMenu([roll, spread, note], { groups: [{ group: 'roll' }, { group: 'note' }] });
    const picks = [{ group: 'roll', choice: 'r', units: 2, picks: [{ group: 'spread', choice: 'b', units: 2 }] }];
    expect(quoteDish(menu, { quantity: 3, picks, notes: { note: 'hm' } }).price).toMatchObject({
      each: 85,
      once: 200,
      unit: 1085,
      line: 3455,
    });
  });

  it('are read from the price list of the attachment, but not what its choices open', () => {
    const roll = choicesGroup('roll', {
      choices: [{ id: 'r', name: 'Roll', price: { add: { house: 100, bike: 170 } }, opens: ['spread'] }],
    });
    const spread = choicesGroup('spread', {
      choices: [{ id: 'b', name: 'Butter', price: { add: { house: 20, bike: 90 } } }],
    });
    const gift = {
      id: 'gift',
      name: 'Gift',
      prompt: 'Gift',
      kind: 'amount' as const,
      amount: { min: { house: 10, bike: 60 } },
    };
    const menu = smallMenu([roll, spread, gift], {
      groups: [
        { group: 'roll', priceList: 'bike' },
        { group: 'gift', priceList: 'bike' },
      ],
    });
    const quote = quoteDish(menu, {
      picks: [{ group: 'roll', choice: 'r', picks: [{ group: 'spread', choice: 'b' }] }],
      amounts: { gift: 50 },
    });
    expect(quote.price).toMatchObject({ each: 190, once: 0 });
    expect(quote.problems).toEqual([{ code: 'amount-out-of-range', group: 'gift', need: 60, limit: null, have: 50 }]);
  });

  it('may not bring the price below nothing', () => {
    const menu = smallMenu([tops(egg({ add: -600 }))]);
    expect(quoteDish(menu, { picks: [eggs(2)] })).toMatchObject({
      ok: false,
      problems: [{ code: 'price-below-zero' }],
      price: { unit: -200 },
    });
  });
});
