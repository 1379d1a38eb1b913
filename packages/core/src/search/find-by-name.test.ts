import { expect, it } from 'vitest';
import { choicesGroup, smallMenu } from '../testing/broth-bar.ts';
import { findByName } from './find-by-name.ts';

const menu = {
  ...smallMenu(
    [
      choicesGroup('milk', {
        name: 'Milk',
        choices: [{ id: 'oat', name: { en: 'Oat milk', es: 'Leche de avena' }, kitchenName: 'OAT' }],
      }),
    ],
    { name: { en: 'Milk tea', es: 'Té con leche' } },
  ),
  locales: ['en', 'es'],
  ingredients: [{ id: 'oat', name: 'Oat milk', unit: 'ml' }],
};
const found = (typed: string) => findByName(menu, typed).map(({ kind, id }) => `${kind}/${id}`);

it('finds things by any part of any of their names in any language, those that begin with it first', () => {
  expect(found('milk')).toEqual(['items/dish', 'groups/milk', 'choices/oat', 'ingredients/oat']);
  expect(found('te LECHE')).toEqual(['items/dish']);
  expect(found('avena')).toEqual(['choices/oat']);
  expect(found('té')).toEqual(['items/dish']);
  expect([found(''), found('pear')]).toEqual([[], []]);
});
