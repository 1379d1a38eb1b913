import { expect, it } from 'vitest';
import { apply, applyUnchecked } from '../change/change.ts';
import type { Menu } from '../index.ts';
import { Random } from '../testing/random.ts';
import { richMenu } from '../testing/rich-menu.ts';
import { removeEverywhere } from './remove-everywhere.ts';
import { isSoldAt, soldAtEdits } from './sold-where.ts';

const locations = ['hatch', 'hall', 'yard'].map((id) => ({ id, name: id }));
const dishes = (menu: Menu, location: string) =>
  menu.items.filter((item) => isSoldAt(item, { list: 'locations', id: location })).map(({ id }) => id);

it('sells dishes at one location or not there, and leaves every other as it was', () => {
  for (let seed = 1; seed <= 60; seed++) {
    const random = new Random(seed);
    let menu: Menu = { ...richMenu(seed), locations };
    for (let step = 0; step < 12; step++) {
      const { id: location } = random.pick(locations);
      const isSold = random.chance(0.4);
      const chosen = new Set(menu.items.filter(() => random.chance(0.5)).map(({ id }) => id));
      const before = menu;
      menu = applyUnchecked(menu, { edits: soldAtEdits(menu, chosen, { list: 'locations', id: location }, isSold) });
      for (const { id: place } of locations) {
        const isLast = (id: string) =>
          locations.every((one) => one.id === location || !dishes(before, one.id).includes(id));
        const expected = menu.items
          .filter(({ id }) => {
            const was = dishes(before, place).includes(id);
            return place === location && chosen.has(id) && !(!isSold && isLast(id)) ? isSold : was;
          })
          .map(({ id }) => id);
        expect(dishes(menu, place)).toEqual(expected);
      }
      for (const { locations: named } of menu.items) expect(named?.length ?? 1).toBeGreaterThan(0);
      expect(menu.items.some(({ locations: named }) => named?.length === locations.length)).toBe(false);
    }
  }
});

it('sells a dish on a channel or not there, but not on none', () => {
  const item = { id: 'tea', name: 'Tea', price: 300 };
  const menu: Menu = { ...richMenu(1), items: [item] };
  const sell = (from: Menu, id: 'online' | 'pos', isSold: boolean) =>
    applyUnchecked(from, { edits: soldAtEdits(from, new Set(['tea']), { list: 'channels', id }, isSold) });
  const atTill = sell(menu, 'online', false);
  expect(atTill.items).toEqual([{ ...item, channels: ['pos'] }]);
  expect(sell(atTill, 'pos', false)).toEqual(atTill);
  expect(sell(atTill, 'online', true).items).toEqual([item]);
});

it('deletes a location with what names it, but not the last one of a dish', () => {
  const menu: Menu = { ...richMenu(3), locations };
  const [first] = menu.items;
  const only = (...where: string[]): Menu => ({
    ...menu,
    items: menu.items.map((item) => (item.id === first?.id ? { ...item, locations: where } : item)),
  });
  const target = { kind: 'locations', id: 'yard' } as const;
  const both = only('hall', 'yard');
  const removal = removeEverywhere(both, target);
  if (!removal.allowed) throw new Error('not allowed');
  const left = apply(both, removal.change);
  expect(left.ok && dishes(left.value, 'hall')).toContain(first?.id);
  expect(removeEverywhere(only('yard'), target)).toEqual({
    allowed: false,
    widened: [{ kind: 'sold-everywhere', item: first?.id }],
  });
});
