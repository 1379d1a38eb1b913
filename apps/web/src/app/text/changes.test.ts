import { expect, it } from 'vitest';
import { changedValues, describeChange } from './changes.ts';

it('says what a change did, value by value, before and after', () => {
  const before = {
    id: 'milk',
    name: 'Milk',
    prompt: 'Which?',
    kind: 'choices' as const,
    choices: [
      { id: 'oat', name: 'Oat', price: { add: 50 } },
      { id: 'soy', name: 'Soy' },
    ],
  };
  const after = { ...before, name: 'Milks', choices: [{ id: 'oat', name: 'Oat', price: { add: 70 } }] };
  const said = describeChange(
    { edits: [{ type: 'put', kind: 'groups', thing: after }] },
    { edits: [{ type: 'put', kind: 'groups', thing: before }] },
    2,
  );
  expect(said).toEqual([
    {
      kind: 'Group',
      name: 'Milks',
      what: 'changed',
      values: [
        { field: 'name', before: '“Milk”', after: '“Milks”' },
        { field: 'choices · oat · price · add', before: '0.50', after: '0.70' },
        { field: 'choices · soy · id', before: '“soy”', after: '–' },
        { field: 'choices · soy · name', before: '“Soy”', after: '–' },
      ],
    },
  ]);
  expect(
    describeChange(
      {
        edits: [
          { type: 'put', kind: 'groups', thing: after },
          { type: 'remove', kind: 'items', id: 'x' },
        ],
      },
      { edits: [{ type: 'remove', kind: 'groups', id: 'milk' }] },
      2,
    ).map(({ what }) => what),
  ).toEqual(['new', 'gone']);
});

it('tells a new order of the same things apart from a change of them', () => {
  expect(changedValues({ list: [{ id: 'a' }, { id: 'b' }] }, { list: [{ id: 'b' }, { id: 'a' }] }, 2)).toEqual([
    { field: 'list', before: 'in another order', after: 'in this order' },
  ]);
});

it.each([
  [{ price: { house: 110, courier: 130 } }, { price: 140 }, 'price', 'house 1.10, courier 1.30', '1.40'],
  [
    { choices: [{ id: 'a', price: { percent: -1000 } }] },
    { choices: [{ id: 'a', price: { percent: 500 } }] },
    'choices · a · price · percent',
    '-1000',
    '500',
  ],
  [{ min: 0 }, { min: 2 }, 'min', '0', '2'],
  [{ amount: { min: 100 } }, { amount: { min: 250 } }, 'amount · min', '1.00', '2.50'],
  [
    { amounts: [{ id: 'x', price: 10_000 }] },
    { amounts: [{ id: 'x', price: 15_000 }] },
    'amounts · x · price',
    '10000',
    '15000',
  ],
])('money is said as money, counts and shares are not', (before, after, field, was, is) => {
  expect(changedValues(before, after, 2)).toEqual([{ field, before: was, after: is }]);
});
