import type { Choice, Workbook } from '@hearty-ladle/core';
import { describe, expect, it } from 'vitest';
import { CellTexts } from './cell-texts.ts';
import { cellsOf, columnOf, columnsFor, GRID_COLUMNS, pasteBlock } from './grid-columns.ts';
import type { Field } from './grid-column.ts';

const words = {
  locale: 'en',
  firstLocale: 'en',
  digits: 2,
  lists: ['house', 'courier'],
  menu: {
    stations: [
      { id: 'cold', name: 'Cold side' },
      { id: 'tea', name: 'Tea bar' },
    ],
    ingredients: [{ id: 'noodle', name: 'Rice noodle', unit: 'g' }],
    groups: [
      { id: 'size', name: 'Bowl size', kind: 'choices' },
      { id: 'dip', name: 'Dip', kind: 'choices' },
    ],
    items: [{ id: 'tea', name: { en: 'Toast tea', es: 'Té' } }],
  } as unknown as Workbook,
};
const egg: Choice = {
  id: 'egg',
  name: { en: 'Egg', es: 'Huevo' },
  price: { add: 100, tiers: [{ from: 2, add: 80 }] },
  max: 3,
};
const typed = (field: Field, text: string, choice = egg) => columnOf(field).write(choice, text, words);

describe('a cell of the grid', () => {
  it('writes what was typed and keeps what it does not show', () => {
    expect(typed('name', 'Soft egg')).toMatchObject({ name: { en: 'Soft egg', es: 'Huevo' } });
    expect(typed('price', '1.50 / 1.80 once')).toMatchObject({
      price: { add: { house: 150, courier: 180 }, tiers: [{ from: 2, add: 80 }], charge: 'once' },
    });
    expect(typed('price', '= 8.90')?.price).toEqual({ base: 890 });
    expect(typed('price', '')).not.toHaveProperty('price');
    expect(typed('station', 'cold')?.station).toBe('cold');
  });

  it.each<[Field, string]>([
    ['price', 'a lot'],
    ['max', '0'],
    ['max', '100'],
    ['default', '4'],
    ['station', 'roof'],
    ['color', 'teal'],
    ['calories', '-1'],
    ['allergens', 'milk, moonlight'],
    ['uses', 'Rice noodle 0'],
    ['opens', 'Nothing'],
    ['item', 'Soup'],
    ['alone', 'maybe'],
  ])('%s does not take “%s”', (field, text) => {
    expect(typed(field, text)).toBeUndefined();
  });

  it('names things of the menu, each once', () => {
    expect(typed('allergens', 'eggs, Milk, milk')?.allergens).toEqual(['eggs', 'milk']);
    expect(typed('allergens', 'None')?.allergens).toEqual([]);
    expect(typed('allergens', '')?.allergens).toBeUndefined();
    expect(typed('uses', 'rice 120.5')?.uses).toEqual([{ ingredient: 'noodle', quantity: 120.5 }]);
    expect(typed('opens', 'dip')?.opens).toEqual(['dip']);
    expect(typed('item', 'toast')?.item).toBe('tea');
    expect(typed('alone', 'yes')?.alone).toBe(true);
    expect(typed('name', ' ')).toBeUndefined();
  });

  it('marks a price that depends on something else', () => {
    const { mark } = columnOf('price');
    expect(mark?.(egg, words)).toBe('by quantity');
    expect(mark?.({ ...egg, price: { add: 1, by: { group: 'size', prices: {} } } }, words)).toBe('by Bowl size');
    expect(mark?.({ id: 'a', name: 'A' }, words)).toBeUndefined();
  });

  it('reads back what it wrote', () => {
    for (const column of GRID_COLUMNS) {
      const text = column.read(
        { ...egg, kitchenName: 'EGG', code: 'E', station: 'tea', calories: 70, color: '#aabbcc', default: 1 },
        words,
      );
      expect(column.read(column.write(egg, text, words) ?? egg, words)).toBe(text);
    }
  });
});

it.each([
  ['Ham\t€1.50\nPear\t= 3.00', ['name', 'price']],
  ['Ham\tHAM\nPear\tPEAR', ['name', 'kitchenName', 'price', 'max', 'default']],
  ['Ham\t1.50\t2\nPear\t3\t1', ['name', 'kitchenName', 'price', 'max', 'default']],
])('a block of names and prices fills those columns: %j', (text, fields) => {
  const usual = GRID_COLUMNS.filter((column) => column.usual);
  expect(columnsFor(cellsOf(text), usual, 'name', words).map(({ field }) => field)).toEqual(fields);
});

it('what can’t be read stays in its cell, marked, until it is mended', () => {
  const texts = new CellTexts<Field>();
  texts.typed('egg', 'price', '1.2.3', false);
  texts.left();
  texts.typed('corn', 'price', '2', true);
  expect([texts.textOf('egg', 'price'), texts.isWrong('egg', 'price'), texts.wrong()?.row]).toEqual([
    '1.2.3',
    true,
    'egg',
  ]);
  texts.typed('egg', 'price', '1.23', true);
  texts.left();
  expect([texts.textOf('egg', 'price'), texts.wrong()]).toEqual([undefined, undefined]);
});

it('a block from a spreadsheet fills rows and makes those that are missing', () => {
  const columns = GRID_COLUMNS.filter(({ field }) => ['name', 'price', 'max'].includes(field));
  const made = (name: string) => ({ id: name.toLowerCase() || 'new', name });
  const { choices, notUnderstood } = pasteBlock(
    [egg],
    0,
    columns,
    cellsOf('Egg\t1.20\t2\nCorn\tlots\t4\r\n'),
    words,
    made,
  );
  expect(choices).toMatchObject([
    { id: 'egg', price: { add: 120 }, max: 2 },
    { id: 'corn', name: 'Corn', max: 4 },
  ]);
  expect(notUnderstood).toBe(1);
});
