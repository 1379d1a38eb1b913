import { describe, expect, it } from 'vitest';
import { apply, applyUnchecked } from '../change/change.ts';
import { quoteLine } from '../order/quote.ts';
import type { Menu } from '../menu/document.ts';
import type { Group } from '../menu/group-schema.ts';
import { KINDS } from '../menu/scope.ts';
import { brothBar, choicesGroup, quoteDish, smallMenu } from '../testing/broth-bar.ts';
import { offeredOn } from './offered-on.ts';
import { asDifference, differencesOf, withoutDifference } from './differences.ts';
import {
  attachBySection,
  attachGroups,
  chosenDishes,
  copyQuestions,
  moveGroup,
  takeOwnCopy,
  withAttachRule,
} from './attach-groups.ts';
import { keepReferences } from './references.ts';
import { onlyHere } from './only-here.ts';
import { usesOf } from './where-used.ts';

const clock = () => '2026-05-12T13:00';

describe('where something is used', () => {
  it('is left as it was when every reference is kept', () => {
    const menu = brothBar();
    for (const kind of KINDS)
      for (const thing of menu[kind] ?? []) expect(keepReferences(kind, thing as never, () => true)).toBe(thing);
  });

  it('is told by name of thing and choice, and by what it does there', () => {
    const size = choicesGroup('size', {
      min: 1,
      max: 1,
      choices: [
        { id: 's', name: 'S' },
        { id: 'l', name: 'L' },
      ],
    });
    const top = choicesGroup('top', {
      choices: [
        { id: 'egg', name: 'Egg', opens: ['dip'], price: { add: 100, by: { group: 'size', prices: { l: 150 } } } },
      ],
    });
    const dip = choicesGroup('dip', { choices: [{ id: 'soy', name: 'Soy' }] });
    const menu = smallMenu([size, top, dip], { groups: [{ group: 'size' }, { group: 'top', prices: { egg: 90 } }] }, [
      { id: 'r', when: { picked: 'size/s' }, then: [{ hide: 'top/egg' }] },
    ]);
    expect(usesOf(menu, { kind: 'groups', id: 'dip' })).toEqual([
      { kind: 'groups', id: 'top', choice: 'egg', role: 'opened' },
    ]);
    expect(
      usesOf(menu, { kind: 'choices', group: 'top', id: 'egg' }).map(({ kind, role }) => `${kind} ${role}`),
    ).toEqual(['items differs', 'rules rule']);
    expect(usesOf(menu, { kind: 'choices', group: 'size', id: 'l' })).toEqual([
      { kind: 'groups', id: 'top', choice: 'egg', role: 'priced-by' },
    ]);
  });
});

describe('the dishes that ask a group', () => {
  it('are known anew after a change of dishes, sections or openings', () => {
    const dip = choicesGroup('dip', { choices: [{ id: 'soy', name: 'Soy' }] });
    const top = choicesGroup('top', { choices: [{ id: 'egg', name: 'Egg' }] });
    const menu = smallMenu([top, dip], { tags: ['hot'], groups: [{ group: 'top' }] });
    expect([...offeredOn(menu)]).toEqual([['top', ['dish']]]);
    const opening = { ...menu, groups: [{ ...top, choices: [{ id: 'egg', name: 'Egg', opens: ['dip'] }] }, dip] };
    expect([...offeredOn(opening)]).toEqual([
      ['top', ['dish']],
      ['dip', ['dish']],
    ]);
    expect([...offeredOn({ ...menu, groups: [top, attachBySection(dip, { tags: ['hot'] })] }).keys()]).toEqual([
      'top',
      'dip',
    ]);
    expect([...offeredOn({ ...opening, items: [] })]).toEqual([]);
  });
});

describe('hanging groups on dishes', () => {
  const menu = brothBar();
  const [dish] = menu.items;
  const group = menu.groups.find(({ id }) => !dish?.groups?.some((it) => it.group === id) && id !== '') as Group;

  it('means dishes by section or tag, but for the excepted ones', () => {
    const section = dish?.sections?.[0] ?? '';
    const all = chosenDishes(menu, { sections: [section] });
    expect(all.length).toBeGreaterThan(0);
    expect(chosenDishes(menu, { sections: [section], except: [dish?.id ?? ''] })).toEqual(
      all.filter((item) => item !== dish),
    );
  });

  it('attaches shared or own copies, and nothing twice', () => {
    const shared = applyUnchecked(menu, { edits: attachGroups(menu, [group.id], menu.items, 'shared') });
    expect(shared.items.every((item) => item.groups?.filter((it) => it.group === group.id).length === 1)).toBe(true);
    expect(attachGroups(shared, [group.id], shared.items, 'shared')).toEqual([]);
    const own = applyUnchecked(menu, { edits: attachGroups(menu, [group.id], menu.items.slice(0, 2), 'own') });
    expect(own.groups.length).toBe(menu.groups.length + 2);
  });

  it('copies a dish’s questions with its differences, added or in the place of the others', () => {
    const from = { id: 'from', name: 'From', price: 5, groups: [{ group: group.id, heading: 'Here' }] };
    const to = menu.items.slice(0, 1);
    const added = applyUnchecked(menu, { edits: copyQuestions(menu, from, to, 'add', 'shared') });
    expect(added.items[0]?.groups?.at(-1)).toEqual({ group: group.id, heading: 'Here' });
    const replaced = applyUnchecked(menu, { edits: copyQuestions(menu, from, to, 'replace', 'shared') });
    expect(replaced.items[0]?.groups).toEqual([{ group: group.id, heading: 'Here' }]);
  });

  it('an own copy answers and costs the same, also as a part of variants and when it came by section', () => {
    const size = choicesGroup('size', {
      min: 1,
      max: 1,
      attachTo: { tags: ['sized'] },
      choices: [
        { id: 's', name: 'S' },
        { id: 'l', name: 'L', price: { add: 50 } },
      ],
    });
    const table = { by: ['size'], cells: [{ pick: { size: 'l' }, price: 1400 }] };
    const before = smallMenu([size], { tags: ['sized'], groups: [], variants: table });
    const after = apply(before, { edits: takeOwnCopy(before, before.items[0] as never, 'size') });
    expect(after.ok && quoteDish(after.value, { picks: [{ group: 'size-dish', choice: 'l' }] }).price.unit).toBe(1400);
    expect(after.ok && after.value.items[0]?.groups).toEqual([{ group: 'size-dish' }]);
    expect(attachBySection(size, { except: ['x'] }).attachTo).toEqual({ tags: ['sized'], sections: [], except: ['x'] });
  });
});

describe('differences', () => {
  const shared = choicesGroup('top', {
    min: 0,
    max: 3,
    included: 1,
    choices: [
      { id: 'a', name: 'A', price: { add: 100 } },
      { id: 'b', name: 'B', default: 1 },
      { id: 'c', name: 'C' },
    ],
  });
  const attachment = {
    group: 'top',
    heading: 'Here',
    min: 1,
    max: null,
    only: ['a', 'b'],
    defaults: { a: 1 },
    prices: { a: 80 },
    priceList: 'bike',
  };

  it('are told one by one, and each can be dropped until nothing differs', () => {
    const found = differencesOf(shared, attachment);
    expect(found.map(({ field }) => field)).toEqual([
      'heading',
      'min',
      'max',
      'default',
      'price',
      'default',
      'left-out',
      'priceList',
    ]);
    let left: typeof attachment | { group: string } = attachment;
    for (let next = differencesOf(shared, left)[0]; next; next = differencesOf(shared, left)[0])
      left = withoutDifference(shared, left, next);
    expect(left).toEqual({ group: 'top' });
  });

  it('keep a change of the shared group for one dish, which then costs what it would have cost', () => {
    const changed: Group = {
      ...shared,
      min: 1,
      included: 0,
      choices: [
        { id: 'a', name: 'A', price: { add: 140 } },
        { id: 'c', name: 'C', default: 1 },
      ],
    };
    const here = asDifference(shared, changed, { group: 'top' });
    expect(here).toEqual({
      group: 'top',
      min: 1,
      included: 0,
      only: ['a', 'c'],
      defaults: { c: 1 },
      prices: { a: 140 },
    });
    const picks = [
      { group: 'top', choice: 'a' },
      { group: 'top', choice: 'c' },
    ];
    const asShared = quoteLine(smallMenu([changed]), { item: 'dish', picks }, clock);
    expect(quoteLine(smallMenu([shared], { groups: [here ?? { group: '' }] }), { item: 'dish', picks }, clock)).toEqual(
      asShared,
    );
  });

  it('a change kept for one dish alone reaches no other, whether a difference says it or a copy', () => {
    const before = smallMenu([shared]);
    const two = {
      ...before,
      items: [...before.items, { id: 'other', name: 'Other', price: 1000, groups: [{ group: 'top' }] }],
    };
    const changes: Group[] = [
      { ...shared, min: 1 },
      {
        ...shared,
        choices: [
          ...(shared.kind === 'choices' ? (shared.choices ?? []) : []),
          { id: 'd', name: 'D', price: { add: 70 } },
        ],
      },
    ];
    for (const changed of changes) {
      const kept = apply(two, { edits: onlyHere(two, [changed], 'dish') });
      if (!kept.ok) throw new Error('refused');
      const everywhere = applyUnchecked(two, { edits: [{ type: 'put', kind: 'groups', thing: changed }] });
      const shapes = (menu: Menu, item: string) =>
        quoteLine(menu, { item }, clock).groups.map(({ group: _, ...view }) => view);
      expect(shapes(kept.value, 'dish')).toEqual(shapes(everywhere, 'dish'));
      expect(shapes(kept.value, 'other')).toEqual(shapes(two, 'other'));
    }
  });

  it('can’t say that an answer was renamed, added, or priced in another way', () => {
    const [a, ...others] = shared.kind === 'choices' ? (shared.choices ?? []) : [];
    for (const choices of [
      [{ ...a, name: 'Ah' }, ...others],
      [a, ...others, { id: 'd', name: 'D' }],
      [{ ...a, price: { percent: 500 } }, ...others],
    ]) {
      expect(asDifference(shared, { ...shared, choices } as Group, { group: 'top' })).toBeUndefined();
    }
  });
});

describe('groups that come by section or tag', () => {
  const own = choicesGroup('own', {});
  const [first, second] = ['first', 'second'].map((id) => ({ ...choicesGroup(id, {}), attachTo: { tags: ['hot'] } }));
  const menu = smallMenu([own, first, second] as Group[], { groups: [{ group: 'own' }], tags: ['hot'] });
  const item = menu.items[0];
  if (!item) throw new Error('no dish');

  it('are moved among a dish’s own, which attaches those that now come first', () => {
    const offered = (groups: ReturnType<typeof moveGroup>) =>
      [...offeredOn({ ...menu, items: [groups] }).keys()].join(' ');
    const up = moveGroup(menu, item, 'second', 0);
    expect([up.groups, offered(up)]).toEqual([[{ group: 'second' }, { group: 'own' }], 'second own first']);
    const down = moveGroup(menu, item, 'own', 2);
    expect([down.groups?.length, offered(down)]).toEqual([3, 'first second own']);
    expect(moveGroup(menu, item, 'own', 3)).toBe(item);
  });

  it('count as used by them, and their sections, tags and exceptions can be changed and dropped', () => {
    expect(usesOf(menu, { kind: 'groups', id: 'first' })).toEqual([{ kind: 'tags', id: 'hot', role: 'brings' }]);
    const group = menu.groups[1];
    if (!group) throw new Error('no group');
    const wider = withAttachRule(group, { sections: ['a'], except: ['x'] });
    expect(wider.attachTo).toEqual({ sections: ['a'], tags: ['hot'], except: ['x'] });
    expect(withAttachRule(wider, { sections: [], tags: [] })).not.toHaveProperty('attachTo');
  });
});
