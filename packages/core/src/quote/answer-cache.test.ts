import { describe, expect, it } from 'vitest';
import { type Line, type Menu, quoteLine } from '../index.ts';
import { richLine } from '../testing/rich-line.ts';
import { richMenu } from '../testing/rich-menu.ts';

const clock = () => '2026-05-12T13:00';

/** A dish with one group of many choices. */
function wideMenu(): Menu {
  const choices = Array.from({ length: 40 }, (_, i) => ({
    id: `c${i}`,
    name: `Choice ${i}`,
    price: { add: i },
    max: 3,
  }));
  return {
    format: 'hearty-ladle/menu@1',
    name: 'Wide',
    currency: 'EUR',
    locales: ['en'],
    priceLists: [{ id: 'house', name: 'House' }],
    stations: [{ id: 'hot', name: 'Hot' }],
    sections: [],
    groups: [
      {
        id: 'g',
        name: 'G',
        prompt: 'G',
        kind: 'choices',
        max: null,
        amounts: [{ id: 'more', name: 'More', word: 'MORE', price: 15_000 }],
        choices,
      },
    ],
    items: [{ id: 'dish', name: 'Dish', price: 100, groups: [{ group: 'g' }] }],
  };
}

const picked = (...choices: number[]): Line => ({
  item: 'dish',
  picks: choices.map((i) => ({ group: 'g', choice: `c${i}` })),
});

describe('answers kept between quotes', () => {
  it('are shared: the view of an answer given before is the same object', () => {
    const menu = wideMenu();
    const [one, two, other] = [picked(3, 4), picked(3, 4), picked(4, 3)].map((line) => quoteLine(menu, line, clock));
    expect(one?.groups[0]).toBe(two?.groups[0]);
    expect(one?.groups[0]).not.toBe(other?.groups[0]);
    expect(quoteLine(wideMenu(), picked(3, 4), clock).groups[0]).not.toBe(one?.groups[0]);
  });

  it('are told apart by units, by amounts, and from picks that do not stand', () => {
    const menu = wideMenu();
    const price = (pick: object) =>
      quoteLine(menu, { item: 'dish', picks: [{ group: 'g', choice: 'c10', ...pick }] }, clock).price.each;
    const all = [
      {},
      { units: 1 },
      { units: 2 },
      { amount: 'more' },
      { units: 2, amount: 'more' },
      { units: 4 },
      { amount: 'ghost' },
      { units: 0 },
      { choice: 'c1 0' },
      { picks: [] },
    ];
    const expected = [10, 10, 20, 15, 30, 40, 0, 0, 0, 10];
    // Twice, so that the second time is answered from the cache.
    expect(all.map(price)).toEqual(expected);
    expect(all.map(price)).toEqual(expected);
  });

  it('are forgotten when there are very many, and the answers stay right', () => {
    const menu = wideMenu();
    const first = quoteLine(menu, picked(1, 2, 3), clock);
    const wrong = Array.from(
      { length: 24_000 },
      (_, n) => [n % 40, Math.floor(n / 40) % 40, Math.floor(n / 1600) % 40] as const,
    ).filter(([a, b, c]) => quoteLine(menu, picked(a, b, c), clock).price.each !== a + b + c);
    expect(wrong).toEqual([]);
    const again = quoteLine(menu, picked(1, 2, 3), clock);
    expect(again).toEqual(first);
    expect(again.groups[0]).not.toBe(first.groups[0]);
  });

  it('are told apart by the rules that decide over them, however many', () => {
    const base = wideMenu();
    const switches = Array.from({ length: 60 }, (_, i) => ({ id: `s${i}`, name: `Switch ${i}` }));
    const menu: Menu = {
      ...base,
      groups: [...base.groups, { id: 'h', name: 'H', prompt: 'H', kind: 'choices', choices: switches }],
      items: [{ id: 'dish', name: 'Dish', price: 100, groups: [{ group: 'g' }, { group: 'h' }] }],
      rules: switches.map(({ id }, i) => ({
        id,
        when: { picked: `h/${id}` },
        then: [{ setChoice: { choice: `g/c${i % 40}`, add: 1000 + i } }],
      })),
    };
    const price = (...on: number[]) =>
      quoteLine(
        menu,
        {
          item: 'dish',
          picks: [
            { group: 'g', choice: 'c0' },
            { group: 'g', choice: 'c19' },
            ...on.map((i) => ({ group: 'h', choice: `s${i}` })),
          ],
        },
        clock,
      ).price.each;
    const all = [[], [0], [40], [0, 40], [19], [59], [1], [58], [0, 59], [40, 19, 59]];
    const expected = [19, 1019, 1059, 1059, 1019, 1059, 19, 19, 2059, 2099];
    expect(all.map((on) => price(...on))).toEqual(expected);
    expect(all.map((on) => price(...on))).toEqual(expected);
  });

  it('make no difference: a menu that was asked much quotes like one that was never asked', () => {
    for (let seed = 200; seed < 230; seed++) {
      const menu = richMenu(seed);
      const lines = Array.from({ length: 12 }, (_, i) => richLine(menu, seed * 12 + i));
      for (const line of lines) quoteLine(menu, line, clock);
      for (const line of lines)
        expect(quoteLine(menu, line, clock)).toEqual(quoteLine(structuredClone(menu), line, clock));
    }
  });
});
