import { describe, expect, it } from 'vitest';
import { analyzeItem } from '../analysis/analyze.ts';
import type { Menu } from '../menu/document.ts';
import { choicesGroup, smallMenu } from '../testing/broth-bar.ts';
import { Random } from '../testing/random.ts';
import { randomMenu } from '../testing/random-menu.ts';
import { reachOf, touchedDishes } from './reach.ts';

const clock = () => '2026-05-12T13:00';
const top = choicesGroup('top', {
  max: 1,
  choices: [
    { id: 'a', name: 'A', price: { add: 100 } },
    { id: 'b', name: 'B', price: { add: 300 } },
  ],
});
const withGroup = (menu: Menu, group: Menu['groups'][number]): Menu => ({
  ...menu,
  groups: menu.groups.map((it) => (it.id === group.id ? group : it)),
});

describe('the reach of a change', () => {
  it('names the dishes with their lowest and highest price before and after', () => {
    const before = smallMenu([top]);
    const reach = reachOf(
      before,
      withGroup(before, {
        ...top,
        choices: [
          { id: 'a', name: 'A', price: { add: 100 } },
          { id: 'b', name: 'B', price: { add: 450 } },
        ],
      }),
      clock,
    );
    expect(reach?.dishes).toEqual([
      {
        item: 'dish',
        isPricedAnew: true,
        spans: ['house', 'bike'].map((list) => ({
          list,
          before: { min: 1000, max: 1300 },
          after: { min: 1000, max: 1450 },
        })),
      },
    ]);
    expect(reach?.changesPrices).toBe(true);
  });

  it('notices a price in the middle that moves neither end, and that a new name moves nothing', () => {
    const before = smallMenu([top]);
    const priced = reachOf(
      before,
      withGroup(before, {
        ...top,
        choices: [
          { id: 'a', name: 'A', price: { add: 200 } },
          { id: 'b', name: 'B', price: { add: 300 } },
        ],
      }),
      clock,
    );
    expect([priced?.dishes[0]?.isPricedAnew, priced?.changesPrices]).toEqual([false, true]);
    const named = reachOf(before, withGroup(before, { ...top, name: 'Tops' }), clock);
    expect([named?.dishes.length, named?.changesPrices, named?.findings]).toEqual([1, false, []]);
  });

  it('tells what would break, why it can’t be kept at all, and can be stopped', () => {
    const before = smallMenu([top]);
    expect(
      reachOf(before, withGroup(before, { ...top, min: 1, choices: [] }), clock)?.findings.map(({ code }) => code),
    ).toContain('cannot-order');
    expect(reachOf(before, withGroup(before, { ...top, min: 2 }), clock)?.faults.map(({ code }) => code)).toEqual([
      'min-above-max',
    ]);
    expect(reachOf(before, withGroup(before, { ...top, name: 'Tops' }), clock, () => false)).toBeUndefined();
  });

  it('misses no dish whose prices a change of one group or rule moves', () => {
    for (let seed = 0; seed < 40; seed++) {
      const before = randomMenu(seed, { groups: 3, choices: 3, rules: 3 });
      const random = new Random(seed);
      const group = random.pick(before.groups);
      const after =
        random.int(0, 1) && before.rules?.length
          ? { ...before, rules: before.rules.slice(1) }
          : withGroup(before, {
              ...group,
              ...(group.kind === 'choices' && { choices: (group.choices ?? []).slice(1) }),
            });
      const touched = new Set(touchedDishes(before, after));
      for (const { id } of before.items) {
        if (touched.has(id)) continue;
        expect(analyzeItem(after, id, {}, clock)).toEqual(analyzeItem(before, id, {}, clock));
      }
    }
  });
});
