import { analyzeItem, type Item, type Menu } from '@hearty-ladle/core';
import { expect, it } from 'vitest';
import { plainMenu } from '../testing/plain-menu.ts';
import { KeptAnalyses } from './kept-analyses.ts';

const clock = () => '2026-12-02T12:00';
const dish = (id: string, price: number): Item => ({ id, name: id, price, groups: [{ group: 'side' }] });
const first: Menu = {
  ...plainMenu,
  groups: [
    {
      id: 'side',
      name: 'Side',
      prompt: 'Side?',
      kind: 'choices',
      min: 1,
      choices: [{ id: 'salad', name: 'Salad', item: 'salad', price: { add: 250 } }],
    },
  ],
  items: [dish('a', 500), dish('b', 700), { id: 'salad', name: 'Salad', price: 300 }],
};
const pricedAt = (menu: Menu, id: string, price: number): Menu => ({
  ...menu,
  items: menu.items.map((item) => (item.id === id ? { ...item, price } : item)),
});

it('analyses again only what an edit can have changed', () => {
  const kept = new KeptAnalyses();
  const analyse = (menu: Menu) => menu.items.map(kept.of(menu, {}, clock));
  const afresh = (menu: Menu) => menu.items.map(({ id }) => analyzeItem(menu, id, {}, clock));
  const found = analyse(first);
  expect(found).toEqual(afresh(first));

  const dearer = pricedAt(first, 'a', 900);
  const again = analyse(dearer);
  expect(again).toEqual(afresh(dearer));
  expect(again.map((analysis, i) => analysis === found[i])).toEqual([false, true, true]);

  // A dish that is a choice of others, and what is no dish, concern all.
  const saladDearer = pricedAt(dearer, 'salad', 450);
  const all = analyse(saladDearer);
  expect(all).toEqual(afresh(saladDearer));
  expect(all.map((analysis, i) => analysis === again[i])).toEqual([false, false, false]);
  const optional: Menu = { ...saladDearer, groups: saladDearer.groups.map((group) => ({ ...group, min: 0 })) };
  expect(analyse(optional)).toEqual(afresh(optional));
  expect(analyse(optional)).not.toEqual(all);
});
