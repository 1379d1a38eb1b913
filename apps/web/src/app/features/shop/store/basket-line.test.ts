import { type Choice, compileMenu, type Menu } from '@hearty-ladle/core';
import { expect, it } from 'vitest';
import { changesOf, namesOf } from './basket-line.ts';

const menu = (dish: string, choices: readonly Choice[], items = ['bowl']) =>
  compileMenu({
    format: 'hearty-ladle/menu@1',
    name: 'House',
    currency: 'EUR',
    locales: ['en', 'es'],
    priceLists: [{ id: 'p', name: 'P' }],
    stations: [{ id: 's', name: 'S' }],
    sections: [],
    groups: [{ id: 'top', name: 'Top', prompt: 'Top?', kind: 'choices', choices }],
    items: items.map((id) => ({ id, name: dish, price: 500, groups: [{ group: 'top' }] })),
  } as unknown as Menu);
const egg = { id: 'egg', name: { en: 'Egg', es: 'Huevo' } };
const pork = { id: 'pork', name: { en: 'Slow pork', es: 'Cerdo' } };
const line = {
  item: 'bowl',
  picks: [
    { group: 'top', choice: 'egg' },
    { group: 'top', choice: 'pork' },
  ],
};
const before = menu('Bowl', [egg, pork]);
const inBasket = { line, seen: 500, names: namesOf(before, line) };

it('says by name, in the guest’s language, what the menu took from a line, and keeps the rest', () => {
  expect(changesOf(menu('Bowl', [egg]), inBasket, 'es')).toEqual({
    isDishGone: false,
    gone: ['Cerdo'],
    renamed: [],
    repaired: { ...line, picks: [{ group: 'top', choice: 'egg' }] },
  });
  expect(changesOf(menu('Other', [egg, pork], ['other']), inBasket, 'en').isDishGone).toBe(true);
});

it('says what is called otherwise now, also at the same price', () => {
  const now = menu('Big bowl', [egg, { ...pork, name: 'Pulled pork' }]);
  expect(changesOf(now, inBasket, 'en').renamed).toEqual([
    { before: 'Bowl', now: 'Big bowl' },
    { before: 'Slow pork', now: 'Pulled pork' },
  ]);
  expect(changesOf(before, inBasket, 'en')).toMatchObject({ gone: [], renamed: [], repaired: line });
});
