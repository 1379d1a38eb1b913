import { expect, it } from 'vitest';
import type { Menu } from '../index.ts';
import { neighbour } from '../testing/neighbour.ts';
import { Random } from '../testing/random.ts';
import { richMenu } from '../testing/rich-menu.ts';
import { applyUnchecked, touchedBy } from '../change/change.ts';
import { faultsOfMeaning } from '../menu/validate.ts';
import { changeBetween } from './change-between.ts';
import { editionDifferences } from './differences.ts';
import { neededWith } from './needed-with.ts';
import { takeChanges } from './take-changes.ts';

const plain = <T>(value: T) => JSON.parse(JSON.stringify(value)) as T;
const wheres = (changes: readonly { readonly where: string }[]) => changes.map(({ where }) => where).sort();

it('takes all of the changes, none of them, or some and leaves the others', () => {
  for (let seed = 1; seed <= 300; seed++) {
    const random = new Random(seed);
    const before = plain(richMenu(seed));
    const after = neighbour(before, richMenu(seed + 500), random);
    const changes = editionDifferences(before, after);
    expect(takeChanges(before, after, changes), `${seed}`).toEqual(after);
    expect(takeChanges(before, after, []), `${seed}`).toEqual(before);
    // Choices that leave the order alone are told again one by one; a move depends on what else is there.
    const chosen = changes.filter(({ from, to }) => from === undefined && to === undefined && random.chance(0.5));
    const some = plain(takeChanges(before, after, chosen));
    const [done, left] = [editionDifferences(before, some), editionDifferences(some, after)];
    // A list that comes or goes shows only together with its parts.
    expect(new Set(wheres(chosen)), `${seed}`).toEqual(new Set([...wheres(chosen), ...wheres(done)]));
    expect(done.length, `${seed}`).toBeGreaterThanOrEqual(chosen.filter(({ where }) => where !== 'menu').length - 1);
    expect(new Set([...wheres(done), ...wheres(left)]), `${seed}`).toEqual(new Set(wheres(changes)));
  }
});

it('takes what is needed along, so that every part of the changes gives a valid edition', () => {
  let needed = 0;
  let all = 0;
  for (let seed = 1; seed <= 300; seed++) {
    const random = new Random(seed);
    const before = plain(richMenu(seed));
    const after = plain(richMenu(seed + 500));
    const changes = editionDifferences(before, after);
    const chosen = new Set(wheres(changes.filter(() => random.chance(0.3))));
    const found = neededWith(before, after, changes, chosen);
    expect(faultsOfMeaning(found.edition), `${seed}`).toEqual([]);
    expect(wheres(found.taken)).toEqual([...new Set([...chosen, ...wheres(found.needed)])].sort());
    expect(plain(takeChanges(before, after, found.taken))).toEqual(plain(found.edition));
    needed += found.needed.length;
    all += chosen.size > 0 && found.taken.length === changes.length ? 1 : 0;
  }
  expect(needed).toBeGreaterThan(100);
  expect(all).toBeLessThan(40);
});

it('brings a new group with the dish that asks it, and the dish with the group that goes', () => {
  const base: Menu = {
    format: 'hearty-ladle/1',
    name: 'Small',
    currency: 'EUR',
    locales: ['en'],
    priceLists: [{ id: 'base', name: 'Base' }],
    stations: [],
    sections: [],
    groups: [{ id: 'old', kind: 'choices', prompt: 'Old?', choices: [{ id: 'a', name: 'A' }] }],
    items: [{ id: 'bowl', name: 'Bowl', price: 500, groups: [{ group: 'old' }] }],
  } as never;
  const after = {
    ...base,
    groups: [{ id: 'new', kind: 'choices', prompt: 'New?', choices: [{ id: 'b', name: 'B' }] }],
    items: [{ id: 'bowl', name: 'Bowl', price: 550, groups: [{ group: 'new' }] }],
  } as never as Menu;
  const changes = editionDifferences(base, after);
  const of = (...chosen: string[]) => wheres(neededWith(base, after, changes, new Set(chosen)).taken);
  expect(of('items/bowl')).toEqual(['items/bowl']);
  expect(of('items/bowl/groups/new')).toEqual(['groups/new', 'items/bowl/groups/new']);
  expect(of('groups/old')).toEqual(['groups/old', 'items/bowl/groups/old']);
  expect(of('groups/new')).toEqual(['groups/new']);
});

it('is a change of the objects that differ, and of no others', () => {
  const sorted = (menu: object) =>
    Object.fromEntries(
      Object.entries(menu).map(([list, things]) => [
        list,
        Array.isArray(things) ? things.map((thing) => JSON.stringify(thing)).sort() : (things as unknown),
      ]),
    );
  for (let seed = 1; seed <= 100; seed++) {
    const before = plain(richMenu(seed));
    const after = plain(richMenu(seed + 500));
    const change = changeBetween(before, after);
    expect(changeBetween(applyUnchecked(before, change), after).edits).toEqual([]);
    expect(sorted(plain(applyUnchecked(before, change)))).toEqual(sorted({ ...before, ...after }));
    const [first] = touchedBy(change);
    const one = changeBetween(before, after, ({ kind, id }) => kind === first?.kind && id === first.id);
    expect(touchedBy(one)).toEqual(first ? [first] : []);
  }
});
