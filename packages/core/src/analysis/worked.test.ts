import { describe, expect, it } from 'vitest';
import { analyzeItem, type Choice, type Context, type Group, type Item, type Menu, type Rule } from '../index.ts';
import { choicesGroup, smallMenu } from '../testing/broth-bar.ts';

// Counts and spans worked by hand; every dish costs 1000.
const context: Context = { at: '2026-05-12T13:00' };
const analyzed = (menu: Menu, more: Context = {}) => analyzeItem(menu, 'dish', { ...context, ...more }, () => '');
const found = (groups: readonly Group[], item: Partial<Item> = {}, rules: readonly Rule[] = [], more: Context = {}) => {
  const { builds, price, calories } = analyzed(smallMenu(groups, item, rules), more) ?? {};
  return [builds, price && [price.min, price.max], calories && [calories.min, calories.max]];
};
const choices = (count: number, of: (i: number) => Partial<Choice> = () => ({})) =>
  Array.from({ length: count }, (_, i) => ({ id: `c${i}`, name: `C${i}`, ...of(i) }));
const costing = (i: number) => ({ price: { add: 10 * (i + 1) } });

describe('the number of builds', () => {
  it.each<[string, Partial<Group>, string]>([
    ['any of five: 2^5', { choices: choices(5) }, '32'],
    ['one of five', { min: 1, max: 1, choices: choices(5) }, '5'],
    ['two or three of five: 10 + 10', { min: 2, max: 3, choices: choices(5) }, '20'],
    ['up to two of ten: 1 + 10 + 45', { max: 2, choices: choices(10) }, '56'],
    ['up to three units of each of two: 4 × 4', { choices: choices(2, () => ({ max: 3 })) }, '16'],
    [
      'exactly three units of two with up to three each: 3+0, 2+1, 1+2, 0+3',
      { min: 3, max: 3, choices: choices(2, () => ({ max: 3 })) },
      '4',
    ],
    [
      'any of two, each plain or in one of two amounts: 4 × 4',
      {
        choices: choices(2),
        amounts: [
          { id: 'a', name: 'A', word: 'A' },
          { id: 'b', name: 'B', word: 'B' },
        ],
      },
      '16',
    ],
    ['any of three beside one that goes alone: 2^3 + 1', { choices: choices(4, (i) => ({ alone: i === 3 })) }, '9'],
    [
      'at least one of three beside one that goes alone: 7 + 1',
      { min: 1, choices: choices(4, (i) => ({ alone: i === 3 })) },
      '8',
    ],
    ['nothing to pick', { choices: [] }, '1'],
    ['more asked than there is', { min: 2, choices: choices(1) }, '0'],
  ])('%s', (_, group, builds) => expect(found([choicesGroup('g', group as never)])[0]).toBe(builds));

  it('multiplies what one group opens in another: none, or a pick with one of three, or two units with one answer for both', () => {
    const inner = choicesGroup('in', { min: 1, max: 1, choices: choices(3) });
    const outer = choicesGroup('out', { choices: [{ id: 'o', name: 'O', max: 2, opens: ['in'] }] });
    expect(found([outer, inner], { groups: [{ group: 'out' }] })[0]).toBe(String(1 + 3 + 3));
  });

  it('leaves out combinations that are not sold, and those that are 86’d now', () => {
    const [a, b] = ['a', 'b'].map((id) => choicesGroup(id, { min: 1, max: 1, choices: choices(3) }));
    const variants = {
      by: ['a', 'b'],
      cells: [
        { pick: { a: 'c0', b: 'c0' }, sold: false },
        { pick: { a: 'c0', b: 'c1' }, price: 700 },
      ],
    };
    expect(found([a as Group, b as Group], { variants })).toEqual(['8', [700, 1000], [0, 0]]);
    const out = { variants: [{ item: 'dish', pick: { a: 'c0', b: 'c1' } }], choices: ['b/c2'] };
    expect(found([a as Group, b as Group], { variants }, [], { out })).toEqual(['4', [1000, 1000], [0, 0]]);
  });

  it('counts a hidden group as answered in one way, and follows rules from group to group', () => {
    const [a, b, c] = ['a', 'b', 'c'].map((id) => choicesGroup(id, { choices: choices(2) })) as [Group, Group, Group];
    const rules: Rule[] = [
      { id: 'r', when: { picked: 'a/c0' }, then: [{ hide: 'b' }] },
      { id: 's', when: { units: { of: 'b', atLeast: 2 } }, then: [{ limit: { group: 'c', min: 2 } }] },
    ];
    // With a/c0 (2 ways) b is empty and c free: 2 × 1 × 4. Without (2 ways): three answers to b with c free,
    // one with c full: 2 × (3 × 4 + 1).
    expect(found([a, b, c], {}, rules)[0]).toBe(String(8 + 26));
    // At the till nothing is hidden.
    const online = rules.map((rule) =>
      rule.id === 'r' ? { ...rule, when: { all: [rule.when, { channel: 'online' as const }] } } : rule,
    );
    expect(found([a, b, c], {}, online, { channel: 'pos' })[0]).toBe(String(4 * (3 * 4 + 1)));
  });

  it('is none where no answer is valid, and then nothing else is told', () => {
    const stuck = choicesGroup('g', { min: 1, choices: choices(2) });
    expect(
      found([stuck], {}, [{ id: 'r', when: { channel: 'online' }, then: [{ limit: { group: 'g', max: 0 } }] }]),
    ).toEqual(['0', null, null]);
  });

  it('does not grow with notes, dates, amounts, consents and notices', () => {
    const plain = (['note', 'date', 'amount', 'consent', 'notice'] as const).map((kind) => ({
      id: kind,
      name: kind,
      prompt: kind,
      kind,
    })) as Group[];
    expect(found(plain)).toEqual(['1', [1000, 1000], [0, 0]]);
  });
});

describe('the span of the price', () => {
  const three = { min: 2, max: 3, choices: choices(4, costing) };
  it.each<[string, Partial<Group>, number, number]>([
    ['cheapest two to dearest three', three, 1000 + 10 + 20, 1000 + 20 + 30 + 40],
    [
      'with one included, the cheapest: two picks pay the dearer',
      { ...three, included: 1, includedFirst: 'cheapest' },
      1000 + 20,
      1000 + 30 + 40,
    ],
    [
      'with one included, the dearest: two picks pay the cheaper',
      { ...three, included: 1, includedFirst: 'dearest' },
      1000 + 10,
      1000 + 20 + 30,
    ],
    [
      'with one included as picked: the kindest order, then the unkindest',
      { ...three, included: 1, includedFirst: 'picked' },
      1000 + 10,
      1000 + 30 + 40,
    ],
    ['with more included than may be picked', { ...three, included: 9 }, 1000, 1000],
    [
      'of a tier that three units reach',
      { max: 3, choices: choices(1, () => ({ max: 3, price: { add: 100, tiers: [{ from: 3, add: 20 }] } })) },
      1000,
      1200,
    ],
    [
      'of half and of extra',
      {
        min: 1,
        max: 1,
        choices: choices(1, () => ({ price: { add: 101 } })),
        amounts: [
          { id: 'h', name: 'H', word: 'H', price: 5000 },
          { id: 'x', name: 'X', word: 'X', price: 15_000 },
        ],
      },
      1051,
      1152,
    ],
    [
      'of a share of the price',
      { choices: choices(2, (i) => ({ price: { percent: i === 0 ? -1500 : 2500 } })) },
      850,
      1250,
    ],
    [
      'of what becomes the price and what multiplies it',
      {
        choices: [
          { id: 'b', name: 'B', price: { base: 600 } },
          { id: 't', name: 'T', price: { times: 22_500 } },
        ],
      },
      600,
      2250,
    ],
  ])('%s', (_, group, min, max) => expect(found([choicesGroup('g', group as never)])[1]).toEqual([min, max]));

  it('has what rules do to the price, each where it holds', () => {
    const size = choicesGroup('size', { min: 1, max: 1, choices: choices(3) });
    const rules: Rule[] = [
      { id: 'a', when: { picked: 'size/c0' }, then: [{ setBase: 500 }, { addToPrice: 7 }] },
      { id: 'b', when: { not: { picked: 'size/c1' } }, then: [{ basePercent: 1000 }] },
      { id: 'c', when: { channel: 'pos' }, then: [{ addToPrice: -100 }] },
    ];
    // c0: 500 + 10 % + 7; c1: 1000; c2: 1000 + 10 %.
    expect(found([size], {}, rules)[1]).toEqual([557, 1100]);
    expect(found([size], {}, rules, { channel: 'pos' })[1]).toEqual([457, 1000]);
  });

  it('has prices by another answer, of the list that is asked', () => {
    const size = choicesGroup('size', { min: 1, max: 1, choices: choices(2) });
    const egg = choicesGroup('egg', {
      min: 1,
      max: 1,
      choices: [
        { id: 'e', name: 'E', price: { add: 50, by: { group: 'size', prices: { c1: { house: 80, bike: 90 } } } } },
      ],
    });
    expect(found([size, egg])[1]).toEqual([1050, 1080]);
    expect(found([size, egg], {}, [], { priceList: 'bike' })[1]).toEqual([1050, 1090]);
  });

  it('has required notes at their price and required amounts at their least, optional ones not at all', () => {
    const note = (id: string, required: boolean): Group => ({
      id,
      name: id,
      prompt: id,
      kind: 'note',
      note: { required, price: 30 },
    });
    const amount = (id: string, required: boolean): Group => ({
      id,
      name: id,
      prompt: id,
      kind: 'amount',
      amount: { required, min: 400 },
    });
    expect(found([note('n', true), note('o', false), amount('a', true), amount('b', false)])[1]).toEqual([1430, 1430]);
    const rules: Rule[] = [{ id: 'r', when: { picked: 'g/c0' }, then: [{ hide: 'n' }] }];
    expect(found([choicesGroup('g', { choices: choices(1) }), note('n', true)], {}, rules)[1]).toEqual([1000, 1030]);
  });
});

describe('the span of the calories', () => {
  it('has the dish’s own, units and portions, and what is opened', () => {
    const inner = choicesGroup('in', { max: 1, choices: choices(1, () => ({ calories: 7 })) });
    const outer = choicesGroup('out', {
      min: 1,
      max: 2,
      choices: [{ id: 'o', name: 'O', max: 2, calories: 75, opens: ['in'] }],
      amounts: [{ id: 'h', name: 'H', word: 'H', portion: 5000 }],
    });
    // One at half portion: 38. Two whole ones, each with 7 inside.
    expect(found([outer, inner], { calories: 400, groups: [{ group: 'out' }] })[2]).toEqual([438, 400 + 2 * (75 + 7)]);
  });
});
