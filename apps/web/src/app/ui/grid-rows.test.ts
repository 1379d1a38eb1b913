import { signal } from '@angular/core';
import type { Choice, Workbook } from '@hearty-ladle/core';
import { expect, it } from 'vitest';
import { columnOf } from './grid-columns.ts';
import { GridRows } from './grid-rows.ts';

it('gives a choice that is named in another language the same name in the first, letter by letter', () => {
  const choices = signal<readonly Choice[]>([]);
  const words = signal({ locale: 'es', firstLocale: 'en', digits: 2, lists: [], menu: {} as Workbook });
  const grid = new GridRows(choices, signal('spread'), words, (next) => choices.set(next));
  grid.insert([{ name: '', price: undefined }], 0);
  const type = (text: string) => {
    const row = grid.rows()[0] as Choice;
    grid.replace(row.id, columnOf('name').write(grid.toWrite(row, 'name'), text, words()) as Choice, 'name');
  };
  type('Q');
  type('Queso');
  expect(choices()[0]?.name).toEqual({ en: 'Queso', es: 'Queso' });
  words.set({ ...words(), locale: 'en' });
  type('Cheese');
  words.set({ ...words(), locale: 'es' });
  type('Queso fresco');
  expect(choices()[0]?.name).toEqual({ en: 'Cheese', es: 'Queso fresco' });
});
