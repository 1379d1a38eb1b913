import type { Group, Item, Line, Menu, Rule } from '@hearty-ladle/core';

/** A large item: 12 groups of 10 choices and 15 rules, such as a build-your-own bowl in a busy house. */
export function largeMenu(items = 1): Menu {
  const groups = Array.from({ length: 12 }, (_, g): Group => ({
    id: `g${g}`, name: `Group ${g}`, prompt: `Question ${g}?`, kind: 'choices', min: g < 3 ? 1 : 0, max: g < 3 ? 1 : 4,
    ...(g > 8 && { included: 2, includedFirst: 'dearest' as const }),
    choices: Array.from({ length: 10 }, (_, c) => ({
      id: `c${c}`, name: `Choice ${g}.${c}`, calories: 10 * c, ...(c % 3 === 0 && g > 2 && { max: 2 }),
      price: { add: 10 * c + g, ...(g > 5 && c === 1 && { by: { group: 'g0', prices: { c1: 25, c2: 35 } } }) },
    })),
  }));
  const rules = Array.from({ length: 15 }, (_, r): Rule => ({
    id: `r${r}`,
    when: r % 3 === 0 ? { picked: `g${r % 3}/c${r % 10}` } : { all: [{ picked: `g${r % 3}/c${r % 10}` }, { not: { channel: 'pos' } }] },
    then: [r % 2 === 0 ? { hide: `g${3 + (r % 9)}/c${r % 10}` } : { limit: { group: `g${3 + (r % 9)}`, max: 2 } }],
  }));
  const menuItems = Array.from({ length: items }, (_, i): Item => ({
    id: `it${i}`, name: `Dish ${i}`, price: 900 + i, sections: ['s'],
    groups: groups.slice(i % 5, (i % 5) + (items === 1 ? 12 : 4)).map(({ id }) => ({ group: id })),
  }));
  return {
    format: 'hearty-ladle/menu@1', name: 'Bench', currency: 'EUR', locales: ['en'], priceLists: [{ id: 'house', name: 'House' }],
    stations: [{ id: 'hot', name: 'Hot' }], sections: [{ id: 's', name: 'All' }], groups, items: menuItems, rules,
  };
}

/** A line that answers every group of the large item. */
export const largeLine: Line = {
  item: 'it0', at: '2026-05-12T13:00',
  picks: Array.from({ length: 12 }, (_, g) => (g < 3 ? [4] : [4, 5, 7]).map((c) => ({ group: `g${g}`, choice: `c${c}` }))).flat(),
};
