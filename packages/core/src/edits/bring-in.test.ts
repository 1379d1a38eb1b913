import { describe, expect, it } from 'vitest';
import { apply } from '../change/change.ts';
import type { Menu } from '../index.ts';
import { brothBar } from '../testing/broth-bar.ts';
import { richMenu } from '../testing/rich-menu.ts';
import { bringInEdits, CARRIED_KINDS, carriedInto, withNeeded } from './bring-in.ts';

const house = (more: Partial<Menu> = {}): Menu => ({
  format: 'hearty-ladle/menu@1',
  name: 'Second house',
  currency: 'EUR',
  locales: ['es'],
  priceLists: [{ id: 'sala', name: 'Sala' }],
  stations: [{ id: 'fuego', name: 'Fuego' }],
  sections: [],
  groups: [],
  items: [],
  ...more,
});
const carry = (menu: Menu, source: Menu, chosen: Parameters<typeof withNeeded>[1]) => {
  const things = carriedInto(menu, source, withNeeded(source, chosen));
  const applied = apply(menu, { edits: bringInEdits(things) });
  if (!applied.ok) throw new Error(JSON.stringify(applied.faults));
  return { things, menu: applied.value };
};

describe('carrying things into another house', () => {
  it('makes a sound menu of whatever is chosen of any menu', () => {
    let carried = 0;
    for (let seed = 1; seed <= 60; seed++) {
      const source = richMenu(seed);
      for (const kind of CARRIED_KINDS)
        for (const { id } of source[kind] ?? []) carried += carry(house(), source, [{ kind, id }]).things.length;
    }
    expect(carried).toBeGreaterThan(500);
  });

  it('brings what is needed along, and again changes nothing', () => {
    const source = brothBar();
    const first = carry(house(), source, [{ kind: 'items', id: 'ember' }]);
    expect(first.things.map(({ ref: { kind } }) => kind)).toEqual(
      expect.arrayContaining(['groups', 'stations', 'items']),
    );
    expect(first.things.every(({ there }) => there === 'new')).toBe(true);
    const ember = first.menu.items.find(({ id }) => id === 'ember');
    expect(ember).toMatchObject({ name: 'Caldo brasa', price: 895 });
    const again = carry(first.menu, source, [{ kind: 'items', id: 'ember' }]);
    expect(again.things.every(({ there }) => there === 'same')).toBe(true);
    expect(again.menu).toEqual(first.menu);
  });

  it('says what is there with differences', () => {
    const source = brothBar();
    const { menu } = carry(house(), source, [{ kind: 'groups', id: 'size' }]);
    const changed = { ...menu, groups: menu.groups.map((group) => ({ ...group, name: 'Tamaño' })) };
    const things = carriedInto(changed, source, withNeeded(source, [{ kind: 'groups', id: 'size' }]));
    expect(things.find(({ ref: { kind } }) => kind === 'groups')?.there).toBe('differs');
  });
});
