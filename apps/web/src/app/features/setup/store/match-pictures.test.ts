import type { Menu } from '@hearty-ladle/core';
import { expect, it } from 'vitest';
import { pictureTargets, targetOf } from './match-pictures.ts';

const menu = {
  locales: ['en', 'es'],
  items: [
    { id: 'ember', name: { en: 'Ember broth', es: 'Caldo brasa' }, price: 890 },
    { id: 'egg-rye', name: 'Soft egg on rye', price: 610 },
  ],
  groups: [
    {
      id: 'toppings',
      name: 'Toppings',
      prompt: 'Top?',
      kind: 'choices',
      choices: [{ id: 'egg', name: { en: 'Soft egg', es: 'Huevo blando' } }],
    },
    { id: 'note', name: 'Note', prompt: 'Note?', kind: 'note' },
  ],
  sections: [],
  stations: [],
} as unknown as Menu;
const targets = pictureTargets(menu);

it.each([
  ['Ember broth.jpg', 'ember'],
  ['ember_broth-2.PNG', 'ember'],
  ['caldo brasa.webp', 'ember'],
  // The whole name wins over a longer one that has it in it.
  ['soft-egg.jpg', 'toppings/egg'],
  ['HUEVO.BLANDO (1).jpeg', 'toppings/egg'],
  ['rye.png', 'egg-rye'],
  ['IMG_2041.jpg', undefined],
  ['.jpg', undefined],
])('%s is of %s', (file, key) => {
  expect(targetOf(menu, targets, file)?.key).toBe(key);
});
