import { applyUnchecked } from '../change/change.ts';
import type { Edit } from '../change/edit.ts';
import { faultsOfMeaning } from '../menu/validate.ts';
import type { Workbook } from '../menu/workbook.ts';
import { expect, it } from 'vitest';
import { firstAnswersOf, questionEdits, houseEdits, sectionEdits, typedDishes } from './first-steps.ts';

const EMPTY = {
  format: 'hearty-ladle/menu@1',
  name: '',
  currency: 'EUR',
  locales: ['en'],
  priceLists: [{ id: 'house', name: 'House' }],
  stations: [{ id: 'kitchen', name: 'Kitchen' }],
  sections: [],
  groups: [],
  items: [],
} as Workbook;
const after = (menu: Workbook, edits: readonly Edit[]) => applyUnchecked(menu, { edits });

it('leads from an empty house to one that sells, each step on top of the last', () => {
  const answers = {
    name: 'Reed House',
    currency: 'SEK',
    locales: ['sv', 'en'],
    location: 'At the Mill',
    station: 'Stove',
  };
  const named = after(EMPTY, houseEdits(EMPTY, answers));
  expect(firstAnswersOf(named)).toEqual(answers);
  expect(named.stations).toEqual([{ id: 'kitchen', name: 'Stove' }]);
  // Done again, it changes what is there.
  expect(after(named, houseEdits(named, { ...answers, location: 'Mill' })).locations).toEqual([
    { id: 'at-the-mill', name: 'Mill' },
  ]);

  const { dishes, left } = typedDishes(named, 'Pea soup 89\nPea soup 95.50\nBread\n\n?? 12\nRye 20%\nRefund -5');
  expect(dishes).toEqual([
    { name: 'Pea soup', price: 8_900 },
    { name: 'Pea soup', price: 9_550 },
    { name: '??', price: 1_200 },
  ]);
  // What is left keeps all that was typed.
  expect(left).toEqual(['Bread', 'Rye 20%', 'Refund -5']);
  const filled = after(named, sectionEdits(named, 'Soups', dishes.slice(0, 2)));
  expect(filled.sections).toEqual([{ id: 'soups', name: 'Soups', station: 'kitchen' }]);
  expect(filled.items.map(({ id }) => id)).toEqual(['pea-soup', 'pea-soup-2']);
  expect(after(filled, sectionEdits(filled, 'Soups', dishes.slice(2))).sections).toHaveLength(1);

  const size = {
    question: 'Which size?',
    choices: [{ name: 'Small', price: undefined }],
    pickOne: true,
    dishes: ['pea-soup'],
  };
  const asked = after(filled, questionEdits(filled, size));
  expect(asked.groups).toMatchObject([{ id: 'which-size', min: 1, max: 1, choices: [{ id: 'small', name: 'Small' }] }]);
  expect(asked.items.map(({ groups }) => groups)).toEqual([[{ group: 'which-size' }], undefined]);
  expect(faultsOfMeaning(asked)).toEqual([]);
});
