import * as highsModule from 'highs';
import { describe, expect, it } from 'vitest';
import { analyzeItem } from '../index.ts';
import { plainMenu, priceModel } from '../testing/price-model.ts';
import { randomMenu } from '../testing/random-menu.ts';

/** HiGHS, an open mixed-integer solver, on the same random items without rules. */
describe('the price span', () => {
  it('is what a mixed-integer program finds', async () => {
    // Its types say that the loader is the module; at run time it is the default export.
    const highs = await (highsModule.default as unknown as typeof highsModule.default.default)();
    let solved = 0;
    for (let seed = 1; seed <= 60; seed++) {
      const menu = plainMenu(randomMenu(seed, { groups: 7, choices: 6, rules: 0 }));
      const found = analyzeItem(menu, 'it0', { at: '2026-03-10T08:15' }, () => '');
      const hasIncluded = menu.items[0]?.groups?.some((at) => {
        const group = menu.groups.find(({ id }) => id === at.group);
        return group?.kind === 'choices' && (at.included ?? group.included ?? 0) > 0;
      });
      const best = (side: 'Minimize' | 'Maximize') => {
        const { lp, constant } = priceModel(menu, side);
        const solution = highs.solve(lp);
        return solution.Status === 'Optimal' ? Math.round(solution.ObjectiveValue) + constant : null;
      };
      expect({ seed, min: found?.price?.min ?? null }).toEqual({ seed, min: best('Minimize') });
      // With included units the guest's order matters, and the highest price is not a plain maximum.
      if (!hasIncluded) expect({ seed, max: found?.price?.max ?? null }).toEqual({ seed, max: best('Maximize') });
      solved++;
    }
    expect(solved).toBe(60);
  });
});
