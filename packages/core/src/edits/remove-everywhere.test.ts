import { describe, expect, it } from 'vitest';
import { applyUnchecked, invert } from '../change/change.ts';
import { quoteLine } from '../order/quote.ts';
import type { Menu, Rule } from '../menu/document.ts';
import { brothBar, choicesGroup, smallMenu } from '../testing/broth-bar.ts';
import { randomLine } from '../testing/random-line.ts';
import { randomMenu } from '../testing/random-menu.ts';
import type { Target } from './references.ts';
import { removeEverywhere, type Removal } from './remove-everywhere.ts';
import { usesOf } from './where-used.ts';

const targetsOf = (menu: Menu): Target[] => [
  ...(['groups', 'items', 'ingredients', 'stations', 'sections', 'dayparts'] as const).flatMap((kind) =>
    (menu[kind] ?? []).map(({ id }) => ({ kind, id })),
  ),
  ...menu.groups.flatMap((group) =>
    group.kind === 'choices'
      ? (group.choices ?? []).map(({ id }) => ({ kind: 'choices' as const, group: group.id, id }))
      : [],
  ),
];
const menus = [
  brothBar(),
  ...Array.from({ length: 20 }, (_, seed) => randomMenu(seed, { groups: 4, choices: 3, rules: 4 })),
];
const small = choicesGroup('size', {
  min: 1,
  max: 1,
  choices: [
    { id: 's', name: 'S' },
    { id: 'm', name: 'M' },
    { id: 'l', name: 'L' },
  ],
});
const egg = choicesGroup('top', {
  choices: [
    { id: 'egg', name: 'Egg' },
    { id: 'leek', name: 'Leek' },
  ],
});
const rule = (when: Rule['when'], then: Rule['then'], more: Partial<Rule> = {}): Rule => ({
  id: 'r',
  when,
  then,
  ...more,
});
const sizeS: Target = { kind: 'choices', group: 'size', id: 's' };

function removed(menu: Menu, target: Target): { menu: Menu; removal: Extract<Removal, { allowed: true }> } {
  const removal = removeEverywhere(menu, target);
  if (!removal.allowed) throw new Error(JSON.stringify(removal.widened));
  return { menu: applyUnchecked(menu, removal.change), removal };
}

describe('removing something everywhere', () => {
  it('is one change that leaves no reference and can be undone', () => {
    let allowed = 0;
    for (const menu of menus) {
      for (const target of targetsOf(menu)) {
        const removal = removeEverywhere(menu, target);
        if (!removal.allowed) continue;
        allowed++;
        const changed = applyUnchecked(menu, removal.change);
        expect(usesOf(changed, target)).toEqual([]);
        expect(applyUnchecked(changed, invert(menu, removal.change))).toEqual(menu);
      }
    }
    expect(allowed).toBeGreaterThan(200);
  });

  it('never makes a line orderable that was not, but for what a detached group had asked', () => {
    let compared = 0;
    for (const [seed, menu] of menus.entries()) {
      for (const target of targetsOf(menu).filter(({ kind }) => kind === 'choices' || kind === 'dayparts')) {
        const removal = removeEverywhere(menu, target);
        if (!removal.allowed) continue;
        const after = applyUnchecked(menu, removal.change);
        const detached = new Set(removal.detached.map(({ group }) => group));
        for (let i = 0; i < 40; i++) {
          const line = randomLine(after, seed * 1000 + i);
          if (!quoteLine(after, line, () => '2026-05-12T13:00').ok) continue;
          compared++;
          const problems = quoteLine(menu, line, () => '2026-05-12T13:00').problems.filter(
            ({ group }) => group === undefined || !detached.has(group),
          );
          expect({ seed, target, line, problems }).toEqual({ seed, target, line, problems: [] });
        }
      }
    }
    expect(compared).toBeGreaterThan(300);
  });

  it('takes a group off the dish of whose offered choices it was the last, also one that comes by section or tag', () => {
    const menu = smallMenu([{ ...small, attachTo: { tags: ['sized'] } }], {
      tags: ['sized'],
      groups: [{ group: 'size', only: ['s'] }],
    });
    const { menu: after, removal } = removed(menu, sizeS);
    expect(removal.detached).toEqual([{ item: 'dish', group: 'size' }]);
    expect(quoteLine(after, { item: 'dish' }, () => '').groups).toEqual([]);
    expect(
      removed(smallMenu([small], { groups: [{ group: 'size', only: ['s', 'm'] }] }), sizeS).menu.items[0]?.groups,
    ).toEqual([{ group: 'size', only: ['m'] }]);
  });

  it('refuses to delete the last hours of a dish, by name of the dish', () => {
    const menu = {
      ...smallMenu([], { dayparts: ['early'] }),
      dayparts: [{ id: 'early', name: 'Early', days: [1], from: '07:00', to: '11:00' }],
    };
    expect(removeEverywhere(menu, { kind: 'dayparts', id: 'early' })).toEqual({
      allowed: false,
      widened: [{ kind: 'sold-all-day', item: 'dish' }],
    });
  });

  it('keeps emptied defaults, as they replace those of the group', () => {
    const menu = smallMenu(
      [
        choicesGroup('top', {
          choices: [
            { id: 'egg', name: 'Egg', default: 1 },
            { id: 'leek', name: 'Leek' },
          ],
        }),
      ],
      { groups: [{ group: 'top', defaults: { leek: 1 } }] },
    );
    expect(removed(menu, { kind: 'choices', group: 'top', id: 'leek' }).menu.items[0]?.groups).toEqual([
      { group: 'top', defaults: {} },
    ]);
  });

  it.each<[string, Rule, Rule | undefined]>([
    ['a rule that can never hold goes', rule({ picked: 'size/s' }, [{ hide: 'top/egg' }]), undefined],
    [
      'a rule that now always holds stays and always holds',
      rule({ not: { picked: 'size/s' } }, [{ hide: 'top/egg' }]),
      rule({ quantity: { atLeast: 0 } }, [{ hide: 'top/egg' }]),
    ],
    [
      'a test that is false falls out of any',
      rule({ any: [{ picked: 'size/s' }, { picked: 'size/m' }] }, [{ hide: 'top/egg' }]),
      rule({ any: [{ picked: 'size/m' }] }, [{ hide: 'top/egg' }]),
    ],
    [
      'at most so many of nothing is true',
      rule({ all: [{ units: { of: 'size/s', atMost: 2 } }, { channel: 'pos' }] }, [{ hide: 'top/egg' }]),
      rule({ all: [{ channel: 'pos' }] }, [{ hide: 'top/egg' }]),
    ],
    [
      'a rule loses only the effect on it',
      rule({ channel: 'pos' }, [{ hide: 'size/s' }, { hide: 'top/egg' }]),
      rule({ channel: 'pos' }, [{ hide: 'top/egg' }]),
    ],
  ])('%s', (_, before, after) => {
    expect(removed({ ...smallMenu([small, egg]), rules: [before] }, sizeS).menu.rules).toEqual(after ? [after] : []);
  });

  it('refuses where a lost rule is all that hides a choice until it holds', () => {
    const menu = { ...smallMenu([small, egg]), rules: [rule({ picked: 'size/s' }, [{ show: 'top/egg' }])] };
    expect(removeEverywhere(menu, sizeS)).toEqual({
      allowed: false,
      widened: [{ kind: 'always-shown', rule: 'r', path: 'top/egg' }],
    });
    const other = rule({ channel: 'pos' }, [{ show: 'top/egg' }], { id: 'other' });
    expect(removed({ ...menu, rules: [...menu.rules, other] }, sizeS).menu.rules).toEqual([other]);
  });

  it('lets a rule for a dish and a section go on for the section', () => {
    const menu = {
      ...smallMenu([small, egg]),
      sections: [{ id: 'bowls', name: 'Bowls' }],
      rules: [rule({ channel: 'pos' }, [{ hide: 'top/egg' }], { items: ['dish'], sections: ['bowls'] })],
    };
    expect(removed(menu, { kind: 'items', id: 'dish' }).menu.rules).toEqual([
      rule({ channel: 'pos' }, [{ hide: 'top/egg' }], { sections: ['bowls'] }),
    ]);
    expect(
      removed({ ...menu, rules: [{ ...(menu.rules[0] as Rule), sections: [] }] }, { kind: 'items', id: 'dish' }).menu
        .rules,
    ).toEqual([]);
  });
});
