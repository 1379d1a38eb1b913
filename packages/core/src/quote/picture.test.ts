import { expect, it } from 'vitest';
import { compileMenu, type Group } from '../index.ts';
import { choicesGroup } from '../testing/broth-bar.ts';
import { menuOf, pick } from '../testing/worked-dish.ts';
import { pictureFor } from './picture.ts';

const pot = (images: readonly (string | undefined)[]): Group =>
  choicesGroup('pot', {
    min: 1,
    max: 1,
    choices: ['small', 'large'].map((id, i) => ({
      id,
      name: id,
      ...(images[i] !== undefined && { image: images[i] }),
    })),
  });

function shown(images: readonly (string | undefined)[], picked: string[], cell?: string) {
  const variants = { by: ['pot'], cells: cell === undefined ? [] : [{ pick: { pot: 'large' }, image: cell }] };
  const menu = compileMenu(menuOf([pot(images)], { image: 'own', variants }));
  const item = menu.item(menu.menu.items[0]?.id ?? '');
  return item && pictureFor(item, { picks: picked.map((id) => pick(`pot/${id}`)) });
}

it('a dish’s picture follows the combination, else a question whose choices all have one', () => {
  expect(shown([undefined, undefined], ['large'])).toBe('own');
  expect(shown(['s', 'l'], ['large'])).toBe('l');
  expect(shown(['s', 'l'], [])).toBe('own');
  // One picture among choices shows a part of the dish, not what it becomes.
  expect(shown([undefined, 'l'], ['large'])).toBe('own');
  expect(shown(['s', 'l'], ['large'], 'cell')).toBe('cell');
  expect(shown(['s', 'l'], ['small'], 'cell')).toBe('s');
});
