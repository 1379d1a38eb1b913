import { apply, type Edit, type Item, type Menu } from '@hearty-ladle/core';
import { expect, it } from 'vitest';
import { plainMenu } from '../testing/plain-menu.ts';
import { menuPost, PostedMenus } from './menu-post.ts';

const dish = (id: string, name = id): Item => ({ id, name, price: 500 });
const first: Menu = { ...plainMenu, items: ['a', 'b', 'c', 'd'].map((id) => dish(id)) };

function changed(menu: Menu, edit: Edit): Menu {
  const result = apply(menu, { edits: [edit] });
  if (!result.ok) throw new Error('the edit was refused');
  return result.value;
}

it('posts only the dishes that a worker does not have, and puts the menu together there', () => {
  const edits: Edit[] = [
    { type: 'put', kind: 'items', thing: dish('b', 'Broth') },
    { type: 'put', kind: 'items', thing: dish('new'), index: 1 },
    { type: 'move', kind: 'items', id: 'd', index: 0 },
    { type: 'remove', kind: 'items', id: 'a' },
    { type: 'put', kind: 'sections', thing: { id: 'soups', name: 'Soups' } },
    { type: 'put', kind: 'items', thing: dish('a', 'Back again') },
  ];
  const posted = new PostedMenus();
  const send = (menu: Menu, before?: Menu) => structuredClone(menuPost(menu, before));
  const whole = send(first);
  expect(whole.dishes).toHaveLength(4);
  expect(posted.menuOf(whole)).toEqual(first);
  let before = first;
  const dishes: string[][] = [];
  for (const edit of edits) {
    const menu = changed(before, edit);
    const post = send(menu, before);
    dishes.push(post.dishes.map(({ id }) => id));
    expect(posted.menuOf(post)).toEqual(menu);
    before = menu;
  }
  expect(dishes).toEqual([['b'], ['new'], [], [], [], ['a']]);
});
