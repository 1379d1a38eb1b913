import { describe, expect, it } from 'vitest';
import { apply } from '../change/change.ts';
import type { Menu } from '../index.ts';
import { brothBar } from '../testing/broth-bar.ts';
import { richMenu } from '../testing/rich-menu.ts';
import { keepReferences } from './references.ts';
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

  it('brings theirs in beside ours, and what comes refers to theirs', () => {
    const source = brothBar();
    const { menu } = carry(house(), source, [{ kind: 'items', id: 'ember' }]);
    const ours = {
      ...menu,
      groups: menu.groups.map((group) => (group.id === 'size' ? { ...group, help: 'Ours' } : group)),
    };
    const carried = withNeeded(source, [{ kind: 'items', id: 'ember' }]);
    const ways = new Map([
      ['groups size', 'another'],
      ['items ember', 'another'],
    ] as const);
    const things = carriedInto(ours, source, carried, ways);
    const applied = apply(ours, { edits: bringInEdits(things) });
    expect(applied.ok).toBe(true);
    const value = applied.ok ? applied.value : ours;
    expect(value.groups.find(({ id }) => id === 'size')).toMatchObject({ help: 'Ours' });
    expect(value.groups.find(({ id }) => id === 'size-2')?.name).toBe(`Bowl size (${source.name})`);
    const attached = (id: string) =>
      value.items.find((item) => item.id === id)?.groups?.map(({ group }) => group) ?? [];
    expect(attached('ember')).toContain('size');
    expect(attached('ember-2')).toContain('size-2');
    expect(attached('ember-2')).not.toContain('size');
    expect(attached('ember-2')).toHaveLength(attached('ember').length);
  });

  it('knows ours by name, and lets what comes refer to it', () => {
    const source = brothBar();
    const { menu } = carry(house(), source, [{ kind: 'groups', id: 'size' }]);
    const ours = { ...menu, groups: menu.groups.map((group) => ({ ...group, id: 'tamano', help: 'Ours' })) };
    const carried = withNeeded(source, [{ kind: 'items', id: 'ember' }]);
    const things = carriedInto(ours, source, carried);
    expect(things.find(({ ref }) => ref.id === 'size')).toMatchObject({
      isByName: true,
      there: 'differs',
      comes: false,
    });
    const applied = apply(ours, { edits: bringInEdits(things) });
    const value = applied.ok ? applied.value : ours;
    const ember = value.items.find(({ id }) => id === 'ember');
    expect(ember?.groups?.map(({ group }) => group)).toContain('tamano');
    expect(value.groups.map(({ id }) => id)).not.toContain('size');
    // Theirs beside it has its own id, and a name by which both are told apart.
    const beside = carriedInto(ours, source, carried, new Map([['groups size', 'another']]));
    expect(beside.find(({ ref }) => ref.id === 'size')?.thing).toMatchObject({
      id: 'size',
      name: `Bowl size (${source.name})`,
    });
    // What is another thing there is not taken for ours, whatever it is called.
    const taken = { ...source, groups: [...source.groups, { ...source.groups[0], id: 'tamano', name: 'Other' }] };
    const found = carriedInto(ours, taken as Menu, [{ kind: 'groups', id: 'size' }]);
    expect(found[0]).toMatchObject({ isByName: false, there: 'new' });
  });

  it('beside ours makes a sound menu of whatever is chosen of any menu, and changes nothing of ours', () => {
    let carried = 0;
    for (let seed = 1; seed <= 60; seed++) {
      const source = richMenu(seed);
      const all = withNeeded(source, [...source.groups.map(({ id }) => ({ kind: 'groups', id }) as const)]);
      const ways = new Map(all.map(({ kind, id }) => [`${kind} ${id}`, 'another'] as const));
      const things = carriedInto(source, source, all, ways);
      const applied = apply(source, { edits: bringInEdits(things) });
      if (!applied.ok) throw new Error(`${seed}: ${JSON.stringify(applied.faults)}`);
      expect(applied.value.groups.slice(0, source.groups.length)).toEqual(source.groups);
      // Nothing that came refers to ours.
      const old = new Set(all.map(({ kind, id }) => `${kind} ${id}`));
      for (const { ref, thing } of things)
        keepReferences(ref.kind, thing as never, ({ target }) => {
          const owner = target.kind === 'choices' ? `groups ${target.group}` : `${target.kind} ${target.id}`;
          expect({ seed, in: ref, old: old.has(owner) && owner }).toEqual({ seed, in: ref, old: false });
          return true;
        });
      carried += things.length;
    }
    expect(carried).toBeGreaterThan(200);
  });
});
