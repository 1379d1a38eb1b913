import { describe, expect, it } from 'vitest';
import { choicePriceText, parseChoicePrice, parseMoney, parsePrice, priceText } from './price-text.ts';
import { copyOfGroup, newId, parseTypedList } from './typed-list.ts';

const lists = ['house', 'courier'];

describe('prices as they are typed', () => {
  it.each([
    ['1.75', 175],
    ['1,75', 175],
    ['+2', 200],
    ['-0.50', -50],
    ['2', 200],
    ['0.5', 50],
    ['€1.50', 150],
    ['1.50 €', 150],
    ['-€0.50', -50],
    ['€-0.50', -50],
    ['+ US$2', 200],
    ['EUR 3', 300],
    ['free', 0],
    ['-€-2', undefined],
    ['€ € 2', undefined],
    ['1.755', undefined],
    ['', undefined],
    ['abc', undefined],
  ])('%s', (text, minor) => {
    expect(parseMoney(text, 2)).toBe(minor);
  });

  it('follow the currency’s minor unit', () => {
    expect([parseMoney('350', 0), parseMoney('3.5', 0), parseMoney('1.234', 3)]).toEqual([350, undefined, 1234]);
  });

  it('are one for all lists, or one for each', () => {
    expect(parsePrice('1.80 / 2.20', 2, lists)).toEqual({ house: 180, courier: 220 });
    expect(parsePrice('1.80 / 1.80', 2, lists)).toBe(180);
    expect(parsePrice('1 / 2 / 3', 2, lists)).toBeUndefined();
    expect(priceText({ house: 180, courier: 220 }, 2, lists)).toBe('1.80 / 2.20');
  });

  it('are written back as they can be typed again', () => {
    for (const price of [
      { add: 175 },
      { add: { house: 5, courier: -20 } },
      { percent: -1000 },
      { percent: 1250 },
      { add: 300, charge: 'once' as const },
      { percent: 500, charge: 'once' as const },
      { base: { house: 890, courier: 990 } },
      { times: 15_000 },
      { times: 0 },
    ]) {
      expect(parseChoicePrice(choicePriceText(price, 2, lists), 2, lists)).toEqual(price);
    }
  });
});

describe('what a choice does to the price', () => {
  it.each(['= -2', '× -1', '= 8 once', 'once', '=', '1.2.3', '10 %%'])('“%s” is not understood', (text) => {
    expect(parseChoicePrice(text, 2, lists)).toBeUndefined();
  });
});

describe('a typed list', () => {
  it.each([
    ['Ham €1.50', 'Ham', { add: 150 }],
    ['Cheese 1.50 €', 'Cheese', { add: 150 }],
    ['Pear = 3.00', 'Pear', { base: 300 }],
    ['Sesame 1.80 / 2.20', 'Sesame', { add: { house: 180, courier: 220 } }],
    ['Large × 1.5', 'Large', { times: 15_000 }],
    ['Candle 2 once', 'Candle', { add: 200, charge: 'once' }],
    ['Dip 12 1.60', 'Dip 12', { add: 160 }],
    ['Plum – 2.40', 'Plum', { add: 240 }],
    ['Sugar free', 'Sugar free', undefined],
    ['7 spice', '7 spice', undefined],
  ])('reads the price of “%s”', (line, name, price) => {
    expect(parseTypedList(line, 2, lists)).toEqual({ choices: [{ name, price }], left: [] });
  });

  it.each(['Odd 1.2.3', 'Odd €1.2.3', 'Tea 1.80 / 2.20 / 2.60', 'Prawns x 2', '1.50', '€ 2'])(
    'leaves “%s”, whose price is not sure',
    (line) => expect(parseTypedList(line, 2, lists)).toEqual({ choices: [], left: [line] }),
  );

  it('becomes choices, with the price at the end of the line; what is not understood is left', () => {
    const { choices, left } = parseTypedList(
      'Soft egg 1.75\nLarge +2\nNo noodle -10%\n\nGreens\n7 spice\nOdd 1.2.3',
      2,
      lists,
    );
    expect(choices).toEqual([
      { name: 'Soft egg', price: { add: 175 } },
      { name: 'Large', price: { add: 200 } },
      { name: 'No noodle', price: { percent: -1000 } },
      { name: 'Greens', price: undefined },
      { name: '7 spice', price: undefined },
    ]);
    expect(left).toEqual(['Odd 1.2.3']);
  });

  it('gives each name an id of its own', () => {
    expect(newId('Crème brûlée!', [])).toBe('creme-brulee');
    expect(newId('Soft egg', ['soft-egg', 'soft-egg-2'])).toBe('soft-egg-3');
    expect(newId('麺', ['new'])).toBe('new-2');
  });
});

it('a copy of a group has an id of its own, and is asked nowhere until somebody attaches it', () => {
  const group = {
    id: 'milk',
    name: 'Milk',
    prompt: 'Milk?',
    kind: 'choices' as const,
    attachTo: { tags: ['hot'] },
    choices: [],
  };
  expect(copyOfGroup(group, ['milk', 'milk-2'])).toEqual({
    id: 'milk-3',
    name: 'Milk, copied',
    prompt: 'Milk?',
    kind: 'choices',
    choices: [],
  });
});
