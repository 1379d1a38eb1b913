import type { Choice } from '@hearty-ladle/core';
import { describe, expect, it } from 'vitest';
import { cellsOf, columnOf, type Field, GRID_COLUMNS, pasteBlock } from './grid-columns.ts';

const words = {
  locale: 'en',
  firstLocale: 'en',
  digits: 2,
  lists: ['house', 'courier'],
  stations: [
    { id: 'cold', name: 'Cold side' },
    { id: 'tea', name: 'Tea bar' },
  ],
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
  ])('%s does not take “%s”', (field, text) => {
    expect(typed(field, text)).toBeUndefined();
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
