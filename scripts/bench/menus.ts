import type { Condition, Group, Item, Line, Menu, Rule } from '@hearty-ladle/core';
import { Random } from '../../packages/core/src/testing/random.ts';

/** A large item: 12 groups of 10 choices and 15 rules, such as a build-your-own bowl in a busy restaurant. */
export function largeMenu(items = 1, conditionOf = shortCondition): Menu {
  const groups = Array.from({ length: 12 }, (_, g): Group => ({
    id: `g${g}`,
    name: `Group ${g}`,
    prompt: `Question ${g}?`,
    kind: 'choices',
    min: g < 3 ? 1 : 0,
    max: g < 3 ? 1 : 4,
    ...(g > 8 && { included: 2, includedFirst: 'dearest' as const }),
    choices: Array.from({ length: 10 }, (_, c) => ({
      id: `c${c}`,
      name: `Choice ${g}.${c}`,
      calories: 10 * c,
      ...(c % 3 === 0 && g > 2 && { max: 2 }),
      price: { add: 10 * c + g, ...(g > 5 && c === 1 && { by: { group: 'g0', prices: { c1: 25, c2: 35 } } }) },
    })),
  }));
  const rules = Array.from({ length: 15 }, (_, r): Rule => ({
    id: `r${r}`,
    when: conditionOf(r),
    then: [r % 2 === 0 ? { hide: `g${3 + (r % 9)}/c${r % 10}` } : { limit: { group: `g${3 + (r % 9)}`, max: 2 } }],
  }));
  const menuItems = Array.from({ length: items }, (_, i): Item => ({
    id: `it${i}`,
    name: `Dish ${i}`,
    price: 900 + i,
    sections: ['s'],
    groups: groups.slice(i % 5, (i % 5) + (items === 1 ? 12 : 4)).map(({ id }) => ({ group: id })),
  }));
  return {
    format: 'hearty-ladle/menu@1',
    name: 'Bench',
    currency: 'EUR',
    locales: ['en'],
    priceLists: [{ id: 'house', name: 'House' }],
    dayparts: [{ id: 'noon', name: 'Noon', days: [1, 2, 3, 4, 5, 6, 7], from: '11:00', to: '15:00' }],
    guests: [{ id: 'staff', name: 'Staff' }],
    locations: [{ id: 'hall', name: 'Hall' }],
    stations: [{ id: 'hot', name: 'Hot' }],
    sections: [{ id: 's', name: 'All' }],
    groups,
    items: menuItems,
    rules,
  };
}

/** The condition of the r-th rule: a choice, and for most the channel. */
export function shortCondition(r: number): Condition {
  const picked: Condition = { picked: `g${r % 3}/c${r % 10}` };
  return r % 3 === 0 ? picked : { all: [picked, { not: { channel: 'pos' } }] };
}

/** The condition of the r-th rule, with every kind of condition in it. */
export function wholeCondition(r: number): Condition {
  return {
    all: [
      { any: [{ picked: `g${r % 3}/c${r % 10}` }, { units: { of: `g${(r + 1) % 3}`, atLeast: 1, atMost: 3 } }] },
      { not: { channel: 'pos' } },
      { any: [{ service: 'delivery' }, { daypart: 'noon' }, { guest: 'staff' }] },
      { any: [{ quantity: { atMost: 4 } }, { priceList: 'house' }, { location: 'hall' }] },
    ],
  };
}

/** Lines that answer every group of the large item, all different. */
export function largeLines(count: number): Line[] {
  return Array.from({ length: count }, (_, n): Line => ({
    item: 'it0',
    at: '2026-05-12T13:00',
    quantity: 1 + (n % 3),
    picks: Array.from({ length: 12 }, (_, g) =>
      (g < 3 ? [n + g] : [n + g, n + g + 1 + (n % 4), n + g + 6]).map((c) => ({
        group: `g${g}`,
        choice: `c${c % 10}`,
      })),
    ).flat(),
  }));
}

/** Lines with random answers to every group of the large item, hardly two alike. */
export function unheardLines(count: number): Line[] {
  const random = new Random(count);
  return Array.from({ length: count }, (): Line => ({
    item: 'it0',
    at: '2026-05-12T13:00',
    quantity: 1,
    picks: Array.from({ length: 12 }, (_, g) => {
      const [one, more, most] = [random.int(0, 9), random.int(1, 4), random.int(5, 9)];
      return (g < 3 ? [one] : [one, one + more, one + most]).map((c) => ({ group: `g${g}`, choice: `c${c % 10}` }));
    }).flat(),
  }));
}
