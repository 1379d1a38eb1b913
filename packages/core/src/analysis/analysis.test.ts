import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { compileMenu } from '../compile/compile-menu.ts';
import { analyzeItem, type Context, type Effect, type Menu } from '../index.ts';
import { circumstancesOf } from '../quote/circumstances.ts';
import { ProblemList } from '../quote/problem.ts';
import { tryEveryBuild } from '../testing/brute-force.ts';
import { randomMenu } from '../testing/random-menu.ts';
import { richLine } from '../testing/rich-line.ts';
import { richMenu } from '../testing/rich-menu.ts';
import { Budget } from './budget.ts';
import { canBeAChain, chainOf } from './chain.ts';
import { eliminateAllBut } from './eliminate.ts';
import { commonFactors, wholeFactor } from './factors.ts';
import { newModel, sizesOf } from './model.ts';

const clock = () => '2026-03-10T08:15';
const context: Context = { at: '2026-03-10T08:15' };
interface Case {
  name: string;
  menu: Menu;
  context: Context;
  expect: { item: string };
}
const { cases } = JSON.parse(readFileSync(new URL('../../cases/analyze.cases.json', import.meta.url), 'utf8')) as {
  cases: Case[];
};

/** The circumstances of a random line, without its dish, answers and unknown fields. */
function richContext(menu: Menu, seed: number): Context {
  const { channel, service, location, priceList, guest, at, out } = richLine(menu, seed);
  const known = {
    channel,
    service,
    location: location === 'moon' ? undefined : location,
    priceList: priceList === 'moon' ? undefined : priceList,
    guest,
    at,
    out,
  };
  return JSON.parse(JSON.stringify(known)) as Context;
}

describe('the analysis', () => {
  it.each(cases)('agrees with the worked case: $name', ({ menu, context: at, expect: expected }) => {
    expect(analyzeItem(menu, expected.item, at, clock)).toMatchObject(expected);
  });

  it('agrees with trying every build of small random items', () => {
    let tried = 0;
    for (let seed = 1; seed <= Number(process.env['SEEDS'] ?? 60); seed++) {
      const menu = randomMenu(seed, { groups: 4, choices: 3, rules: 4 });
      for (const priceList of ['house', 'bike']) {
        const truth = tryEveryBuild(menu, { ...context, priceList }, 1500);
        if (!truth) continue;
        tried++;
        const found = analyzeItem(menu, 'it0', { ...context, priceList }, clock);
        expect({ seed, priceList, ...found }).toEqual({
          seed,
          priceList,
          item: 'it0',
          exact: true,
          price: truth.price,
          calories: truth.calories,
          builds: String(truth.builds),
        });
      }
    }
    expect(tried).toBeGreaterThan(40);
  });

  it('agrees with it too where everything the contract has is on the menu, whatever the circumstances', () => {
    let tried = 0;
    for (let seed = 0; seed < 120; seed++) {
      const menu = richMenu(seed);
      for (const at of [richContext(menu, seed * 2), richContext(menu, seed * 2 + 1)]) {
        const truth = tryEveryBuild(menu, at, 500);
        if (!truth) continue;
        tried++;
        const found = analyzeItem(menu, 'it0', at, clock);
        expect({ seed, at, ...found }).toEqual({
          seed,
          at,
          item: 'it0',
          exact: true,
          price: truth.price,
          calories: truth.calories,
          builds: String(truth.builds),
        });
      }
    }
    expect(tried).toBeGreaterThan(50);
  });

  it('is the same by choice after choice as by the group as a whole', () => {
    const met = { groups: 0, looked: 0 };
    for (let seed = 1; seed <= 150; seed++) {
      const menu = seed % 2 ? randomMenu(seed, { groups: 4, choices: 6, rules: 12 }) : richMenu(seed);
      const compiled = compileMenu(menu);
      const item = compiled.item('it0');
      if (!item) continue;
      const model = newModel(compiled, item, circumstancesOf(compiled, context, clock, new ProblemList()));
      const budget = new Budget(Infinity);
      // The base prices that percentages refer to are computed with the base.
      commonFactors(model, budget);
      for (const group of model.groups.filter(canBeAChain)) {
        const whole = wholeFactor(model, group, budget);
        const chain = eliminateAllBut(whole.scope, chainOf(model, group, budget), sizesOf(model), budget);
        expect({ seed, scope: chain.scope, table: chain.table }).toEqual({
          seed,
          scope: whole.scope,
          table: whole.table,
        });
        met.groups++;
        met.looked += whole.scope.length;
      }
    }
    expect(met.groups).toBeGreaterThan(100);
    expect(met.looked).toBeGreaterThan(200);
  });

  // Worked by hand. A pick of the one group hides its twin in the other: of each pair neither, the one or the other is
  // picked, 3^24 builds. A pick that only adds to the price leaves all 4^24; the dearest has everything.
  it.each<[string, (c: number) => Effect, bigint, number, number]>([
    ['hides another', (c) => ({ hide: `g1/c${c}` }), 3n ** 24n, 500, 500 + 24 * 10 + 276],
    ['adds to the price', (c) => ({ addToPrice: c }), 4n ** 24n, 500, 500 + 2 * (24 * 10 + 276) + 276],
  ])('is exact where each of 24 picks %s', (_, effect, builds, min, max) => {
    const numbers = Array.from({ length: 24 }, (_, c) => c);
    const group = (id: string) => ({
      id,
      name: id,
      prompt: id,
      kind: 'choices' as const,
      choices: numbers.map((c) => ({ id: `c${c}`, name: `${id} ${c}`, price: { add: 10 + c } })),
    });
    const menu: Menu = {
      ...randomMenu(1, { groups: 2, choices: 1, rules: 0 }),
      groups: [group('g0'), group('g1')],
      items: [{ id: 'it0', name: 'It', price: 500, groups: [{ group: 'g0' }, { group: 'g1' }] }],
      rules: numbers.map((c) => ({ id: `r${c}`, when: { picked: `g0/c${c}` }, then: [effect(c)] })),
    };
    expect(analyzeItem(menu, 'it0', context, clock)).toEqual({
      item: 'it0',
      exact: true,
      builds: String(builds),
      price: { min, max },
      calories: { min: 0, max: 0 },
    });
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
