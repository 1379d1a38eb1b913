import type { Workbook } from '@hearty-ladle/core';
import { expect, it } from 'vitest';
import { changedValues, describeChange } from './changes.ts';
import { pathText } from './value-text.ts';

const milk = {
  id: 'milk',
  name: 'Milk',
  prompt: 'Which?',
  kind: 'choices' as const,
  choices: [
    { id: 'oat', name: { en: 'Oat', es: 'Avena' }, price: { add: 50 } },
    { id: 'soy', name: 'Soy' },
  ],
};
const menu: Workbook = {
  format: 'hearty-ladle/menu@1',
  name: 'House',
  currency: 'EUR',
  locales: ['en', 'es'],
  priceLists: [
    { id: 'house', name: 'House' },
    { id: 'courier', name: 'Courier' },
  ],
  stations: [{ id: 'bar', name: 'Tea bar' }],
  sections: [],
  items: [],
  groups: [milk],
};

it('says what a change did in names, value by value, before and after', () => {
  const after = { ...milk, name: 'Milks', choices: [{ ...milk.choices[0], price: { add: 70 } }] };
  const put = (thing: object) => ({
    edits: [{ type: 'put' as const, kind: 'groups' as const, thing: thing as never }],
  });
  expect(describeChange(menu, put(after), put(milk))).toEqual([
    {
      kind: 'Group',
      name: 'Milks',
      what: 'changed',
      values: [
        { field: 'Name', before: '“Milk”', after: '“Milks”' },
        { field: 'Oat · Price', before: '0.50', after: '0.70' },
        { field: 'Soy', before: 'Soy', after: '–' },
      ],
    },
  ]);
  const { edits } = put(after);
  expect(
    describeChange(
      menu,
      { edits: [...edits, { type: 'remove', kind: 'items', id: 'x' }] },
      { edits: [{ type: 'remove', kind: 'groups', id: 'milk' }] },
    ).map(({ what }) => what),
  ).toEqual(['new', 'gone']);
});

it('says a rule as a sentence', () => {
  const rule = (choice: string) => ({ id: 'r', when: { picked: 'milk/oat' }, then: [{ hide: `milk/${choice}` }] });
  const put = (thing: object) => ({ edits: [{ type: 'put' as const, kind: 'rules' as const, thing: thing as never }] });
  expect(describeChange(menu, put(rule('soy')), put(rule('oat')))[0]?.values).toEqual([
    { field: 'Rule', before: 'when Milk is Oat, then hide Oat', after: 'when Milk is Oat, then hide Soy' },
  ]);
});

it('tells a new order of the same things apart from a change of them', () => {
  const { choices } = milk;
  expect(changedValues(menu, milk, { ...milk, choices: choices.toReversed() })).toEqual([
    { field: 'Choices', before: 'in another order', after: 'in this order' },
  ]);
});

it.each([
  [{ price: { house: 110, courier: 130 } }, { price: 140 }, 'Price', '1.10 / 1.30', '1.40'],
  [
    { choices: [{ id: 'oat', name: 'Oat', price: { percent: -1000 } }] },
    { choices: [{ id: 'oat', name: 'Oat', price: { percent: 500 } }] },
    'Oat · Price',
    '-10%',
    '5%',
  ],
  [{ min: 0 }, { min: 2 }, 'At least', '0', '2'],
  [{ max: null }, { max: 2 }, 'Max', 'no limit', '2'],
  [{ amount: { min: 100 } }, { amount: { min: 250 } }, 'Named amount · At least', '1.00', '2.50'],
  [
    { amounts: [{ id: 'x', name: 'Extra', price: 10_000 }] },
    { amounts: [{ id: 'x', name: 'Extra', price: 15_000 }] },
    'Extra · Price',
    '10000',
    '15000',
  ],
  [{ station: 'bar' }, {}, 'Station', 'Tea bar', '–'],
  [{ allergens: ['milk'] }, { allergens: ['milk', 'eggs'] }, 'Allergens', 'Milk', 'Milk, Eggs'],
  [
    { groups: [{ group: 'milk', defaults: { oat: 1 } }] },
    { groups: [{ group: 'milk', defaults: { oat: 2 } }] },
    'Milk · Preselected · Oat',
    '1',
    '2',
  ],
])('money is said as money, ids as names, counts and shares as they are', (before, after, field, was, is) => {
  const values = changedValues(menu, before, after);
  expect(values[0]).toMatchObject({ field, before: was, after: is });
});

it('names the way to a value, in any language', () => {
  expect(pathText({ menu, things: [milk] }, ['choices', 'oat', 'name', 'es'])).toBe('Oat · Name · Español');
});
