import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { analyzeItem, type Context, type Menu } from '../index.ts';
import { randomMenu } from '../testing/random-menu.ts';
import { tryEveryBuild } from '../testing/brute-force.ts';

const clock = () => '2026-03-10T08:15';
const context: Context = { at: '2026-03-10T08:15' };
interface Case { name: string; menu: Menu; context: Context; expect: { item: string } }
const { cases } = JSON.parse(readFileSync(new URL('../../cases/analyze.cases.json', import.meta.url), 'utf8')) as { cases: Case[] };

describe('the analysis', () => {
  it.each(cases)('agrees with the worked case: $name', ({ menu, context: at, expect: expected }) => {
    expect(analyzeItem(menu, expected.item, at, clock)).toMatchObject(expected);
  });

  it('agrees with trying every build of small random items', { timeout: 120_000 }, () => {
    let tried = 0;
    for (let seed = 1; seed <= Number(process.env['SEEDS'] ?? 60); seed++) {
      const menu = randomMenu(seed, { groups: 4, choices: 3, rules: 4 });
      for (const priceList of ['house', 'bike']) {
        const truth = tryEveryBuild(menu, { ...context, priceList }, 1500);
        if (!truth) continue;
        tried++;
        const found = analyzeItem(menu, 'it0', { ...context, priceList }, clock);
        expect({ seed, priceList, ...found }).toEqual({ seed, priceList, item: 'it0', exact: true, price: truth.price, calories: truth.calories, builds: String(truth.builds) });
      }
    }
    expect(tried).toBeGreaterThan(40);
  });

  it('gives true bounds, and says so, when it may not take the steps', () => {
    for (let seed = 1; seed <= 80; seed++) {
      const menu = randomMenu(seed, { groups: 4, choices: 4, rules: 5 });
      const exact = analyzeItem(menu, 'it0', context, clock);
      const loose = analyzeItem(menu, 'it0', context, clock, { steps: 0 });
      expect(loose?.exact).toBe(false);
      if (!exact?.price || !loose?.price || !exact.calories || !loose.calories) continue;
      expect(BigInt(loose.builds)).toBeGreaterThanOrEqual(BigInt(exact.builds));
      expect(loose.price.min).toBeLessThanOrEqual(exact.price.min);
      expect(loose.price.max).toBeGreaterThanOrEqual(exact.price.max);
      expect(loose.calories.min).toBeLessThanOrEqual(exact.calories.min);
      expect(loose.calories.max).toBeGreaterThanOrEqual(exact.calories.max);
    }
  });

  it('tells of its progress, and can be stopped', () => {
    const menu = randomMenu(3, { groups: 4, choices: 4, rules: 5 });
    const taken: number[] = [];
    expect(analyzeItem(menu, 'it0', context, clock, { watch: (steps) => taken.push(steps) > 0 })?.exact).toBe(true);
    expect(taken.length).toBeGreaterThan(3);
    expect(taken).toEqual(taken.toSorted((a, b) => a - b));
    expect(analyzeItem(menu, 'it0', context, clock, { watch: () => false })?.exact).toBe(false);
  });
});
