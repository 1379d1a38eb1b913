import { describe, expect, it } from 'vitest';
import { compileMenu, quoteLine } from '../index.ts';
import { choicesGroup } from '../testing/broth-bar.ts';
import { cross } from '../testing/combinations.ts';
import { randomMenu } from '../testing/random-menu.ts';
import { menuOf, pick } from '../testing/worked-dish.ts';
import { pricesAhead } from './price-ahead.ts';

const clock = () => '2026-05-12T13:00';

const pot = choicesGroup('pot', {
  min: 1,
  max: 1,
  choices: [
    { id: 'small', name: 'Small pot', price: { base: 400 } },
    { id: 'large', name: 'Large pot', price: { base: 650 } },
  ],
});
const top = choicesGroup('top', {
  choices: [
    { id: 'egg', name: 'Egg', price: { add: 100, by: { group: 'pot', prices: { large: 180 } } } },
    { id: 'leek', name: 'Leek', price: { add: 60 } },
  ],
});

describe('prices before everything is chosen', () => {
  it('a dish goes from the cheapest to the dearest answer, and a topping says what it depends on', () => {
    const menu = compileMenu(menuOf([pot, top], { price: 500 }));
    const item = menu.menu.items[0]?.id ?? '';
    const ahead = pricesAhead(menu, { item, picks: [pick('top/leek')] }, clock);
    expect(ahead.line).toEqual({ min: 460, max: 710 });
    expect([...ahead.choices]).toEqual([['top/egg', { min: 100, max: 180, dependsOn: 'pot' }]]);
    expect(pricesAhead(menu, { item, picks: [pick('pot/large')] }, clock)).toEqual({
      line: undefined,
      choices: new Map(),
      lineWith: new Map([
        ['pot/small', { min: 400, max: 400 }],
        ['pot/large', { min: 650, max: 650 }],
      ]),
    });
  });

  it('what is not sold together does not count', () => {
    const by = ['pot'];
    const menu = compileMenu(
      menuOf(
        [
          {
            ...pot,
            choices: [
              { id: 'small', name: 'S' },
              { id: 'large', name: 'L' },
            ],
          } as never,
        ],
        {
          price: 500,
          variants: {
            by,
            cells: [
              { pick: { pot: 'small' }, price: 300 },
              { pick: { pot: 'large' }, price: 900, sold: false },
            ],
          },
        },
      ),
    );
    expect(pricesAhead(menu, { item: menu.menu.items[0]?.id ?? '' }, clock).line).toEqual({ min: 300, max: 300 });
  });

  it('on random menus the range is that of every way to answer what is open', () => {
    let compared = 0;
    for (let seed = 1; seed <= 600; seed++) {
      const menu = randomMenu(seed, { groups: 4, choices: 3, rules: 2 });
      const item = menu.items[0]?.id ?? '';
      const { groups } = quoteLine(menu, { item }, clock);
      const open = groups.filter(({ min, max }) => min === 1 && max === 1);
      const ways = cross(
        open.map(({ group, choices }) =>
          choices.flatMap(({ choice, state }) => (state === 'open' ? [{ group, choice }] : [])),
        ),
      );
      // Choices that open questions bring what is preselected there.
      if (open.length === 0 || JSON.stringify(menu.groups).includes('"opens"')) continue;
      const prices = ways
        .map((picks) => quoteLine(menu, { item, picks }, clock))
        .filter(({ problems }) => !problems.some(({ code }) => /^(combination|not-offered|sold-out)/.test(code)))
        .map(({ price }) => price.line);
      const expected = prices.length > 0 ? { min: Math.min(...prices), max: Math.max(...prices) } : undefined;
      expect(pricesAhead(compileMenu(menu), { item }, clock).line, `${seed}`).toEqual(expected);
      compared++;
    }
    expect(compared).toBeGreaterThan(15);
  });
});
