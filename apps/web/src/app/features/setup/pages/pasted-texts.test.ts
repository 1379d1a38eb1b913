import { expect, it } from 'vitest';
import { pastedTexts } from './pasted-texts.ts';

const rows = ['Tea', 'Soup of\nthe day', 'Bread', 'Tea'].map((original, i) => ({ path: `/${i}`, original }));
const paste = (block: string, from = '/0') => {
  const pasted = pastedTexts(block, rows, from);
  return pasted && { words: [...pasted.words], strays: pasted.strays };
};

it('leaves a single line to the box', () => expect(paste('Té')).toBeUndefined());

it('fills the rows below, keeps those with an empty line, and counts what is too much', () => {
  expect(paste('Sopa\r\n\r\nTé\r\nMás\r\n', '/1')).toEqual({
    words: [
      ['/1', 'Sopa'],
      ['/3', 'Té'],
    ],
    strays: 1,
  });
});

it('finds rows by their original in two columns, in any order', () => {
  expect(paste('Soup of the day\tSopa del día\nTea\tTé\nCake\tPastel')).toEqual({
    words: [
      ['/1', 'Sopa del día'],
      ['/0', 'Té'],
      ['/3', 'Té'],
    ],
    strays: 1,
  });
});
