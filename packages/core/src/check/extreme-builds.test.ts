import { expect, it } from 'vitest';
import { analyzeItem, type Line, type Menu, quoteLine } from '../index.ts';
import { brothBar, choicesGroup, smallMenu } from '../testing/broth-bar.ts';
import { randomMenu } from '../testing/random-menu.ts';
import { extremeBuilds } from './extreme-builds.ts';
import type { Replay } from './finding.ts';

const clock = () => '2026-05-12T13:00';

/** What a replay comes to, as the analysis counts: one unit, and what is charged once. */
function priceOf(menu: Menu, item: string, { picks, given }: Replay) {
  const line: Line = { item, picks: [...picks], ...given };
  const quote = quoteLine(menu, line, clock);
  return { problems: quote.problems.map(({ code }) => code), price: quote.price.unit + quote.price.once };
}

/** Problems that say nothing about what can be built. */
const ASIDE = new Set(['price-below-zero', 'not-served-now', 'item-not-on-channel', 'item-not-at-location']);

it('the cheapest and dearest builds of every dish can be ordered, and cost what the analysis proves', () => {
  const menus = [
    brothBar(),
    ...Array.from({ length: 120 }, (_, i) => randomMenu(i + 1, { groups: 3, choices: 4, rules: 4 })),
  ];
  let compared = 0;
  for (const [seed, menu] of menus.entries()) {
    // What must be written inside a pick is left to the person who replays it.
    const asksInside = menu.groups.some(
      ({ kind, id }) => kind === 'note' && JSON.stringify(menu.groups).includes(`"opens":["${id}`),
    );
    if (asksInside) continue;
    for (const { id } of menu.items) {
      const proved = analyzeItem(menu, id, {}, clock);
      const found = extremeBuilds(menu, id, {}, clock);
      if (!proved?.exact) continue;
      expect(found !== undefined, `${seed} ${id}`).toBe(proved.builds !== '0');
      if (!found || !proved.price) continue;
      const [low, high] = [priceOf(menu, id, found.cheapest), priceOf(menu, id, found.dearest)];
      expect(
        [...low.problems, ...high.problems].filter((code) => !ASIDE.has(code)),
        `${seed} ${id}`,
      ).toEqual([]);
      expect([low.price, high.price], `${seed} ${id}`).toEqual([proved.price.min, proved.price.max]);
      compared++;
    }
  }
  expect(compared).toBeGreaterThan(80);
});

it('of what is included in the order picked, the cheapest build picks the dear ones first', () => {
  const extras = choicesGroup('top', {
    min: 2,
    max: 2,
    included: 1,
    choices: [
      { id: 'cheap', name: 'Cheap', price: { add: 50 } },
      { id: 'dear', name: 'Dear', price: { add: 200 } },
    ],
  });
  const menu = smallMenu([extras]);
  const found = extremeBuilds(menu, 'dish', {}, clock);
  expect(found?.cheapest.picks.map(({ choice }) => choice)).toEqual(['dear', 'cheap']);
  expect(found?.dearest.picks.map(({ choice }) => choice)).toEqual(['cheap', 'dear']);
});
