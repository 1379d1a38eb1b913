import { expect, it } from 'vitest';
import { compileMenu } from '../compile/compile-menu.ts';
import type { Menu } from '../menu/document.ts';
import { quoteLine } from '../order/quote.ts';
import { answersTo } from '../testing/brute-force.ts';
import { cross } from '../testing/combinations.ts';
import { randomMenu } from '../testing/random-menu.ts';
import { occasionsOf } from './contexts.ts';
import { ruleDishCounts, ruleImpact } from './rule-impact.ts';

const clock = () => '2026-05-12T13:00';
const MARK = 'FIRES';
const MOST_BUILDS = 3_000;
/** Problems that do not make a build invalid for the analysis, and answers that are written rather than picked. */
const ASIDE = new Set([
  'price-below-zero',
  'item-not-on-channel',
  'item-not-at-location',
  'not-served-now',
  'item-sold-out',
  'note-required',
  'consent-required',
  'date-required',
  'amount-required',
]);

/** Tries every build on every occasion: the most valid builds whose code carries the rule's mark. */
function tryEveryBuild(menu: Menu): number | undefined {
  const item = compileMenu(menu).item(menu.items[0]?.id ?? '');
  if (!item) return undefined;
  const answers = item.groups.map((group) => answersTo(group));
  if (answers.reduce((product, list) => product * list.length, 1) > MOST_BUILDS) return undefined;
  const counts = occasionsOf(menu, item, { at: clock() }).map(
    ({ context, quantity }) =>
      [...cross(answers)].filter((build) => {
        const { problems, code } = quoteLine(
          menu,
          { ...context, quantity, item: item.item.id, picks: build.flat() },
          clock,
        );
        return problems.every((problem) => ASIDE.has(problem.code)) && code.includes(MARK);
      }).length,
  );
  return Math.max(...counts);
}

it('counts the builds for which a rule is true as trying them all does, and replays one of them', () => {
  let compared = 0;
  for (let seed = 0; seed < 60; seed++) {
    const random = randomMenu(seed, { groups: 3, choices: 3, rules: 2 });
    const [first, ...rest] = random.rules ?? [];
    if (!first) continue;
    const marked = { ...first, then: [...first.then, { appendCode: MARK }] };
    const menu: Menu = { ...random, items: random.items.slice(0, 1), rules: [marked, ...rest] };
    const tried = tryEveryBuild(menu);
    if (tried === undefined) continue;
    const [found] = ruleImpact(menu, first.id, clock);
    expect(Number(found?.builds ?? 0), `seed ${seed}`).toBe(tried);
    if (!found) continue;
    expect(ruleDishCounts(menu, clock).get(first.id)).toBe(1);
    compared++;
    const { picks = [], occasion = {} } = found.replay ?? {};
    const quote = quoteLine(menu, { ...occasion, item: menu.items[0]?.id ?? '', picks: [...picks] }, clock);
    expect(quote.code, `seed ${seed}`).toContain(MARK);
  }
  expect(compared).toBeGreaterThan(15);
});
