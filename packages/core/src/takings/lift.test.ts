import { describe, expect, it } from 'vitest';
import { isTelling, lift } from './lift.ts';

describe('lift', () => {
  it('is as in the worked example of tea and coffee (Tan, Steinbach, Kumar: Introduction to Data Mining, table 6.8, from memory)', () => {
    // Of 1,000 people 200 drink tea, 800 coffee, and 150 both; the book has 0.9375.
    expect(lift({ both: 150, one: 200, other: 800, orders: 1_000 })).toBeCloseTo(0.9375, 10);
  });

  it('is 1 where neither has to do with the other, the same both ways round, and 0 where one was never sold', () => {
    expect(lift({ both: 20, one: 100, other: 200, orders: 1_000 })).toBe(1);
    expect(lift({ both: 7, one: 30, other: 40, orders: 90 })).toBe(lift({ both: 7, one: 40, other: 30, orders: 90 }));
    expect(lift({ both: 0, one: 0, other: 40, orders: 90 })).toBe(0);
  });
});

describe('whether there is enough to say so', () => {
  it('needs five of it by chance, and more than chance explains', () => {
    expect(isTelling({ both: 4, one: 10, other: 400, orders: 1_000 })).toBe(false);
    expect(isTelling({ both: 20, one: 100, other: 200, orders: 1_000 })).toBe(false);
    expect(isTelling({ both: 40, one: 100, other: 200, orders: 1_000 })).toBe(true);
    expect(isTelling({ both: 5, one: 100, other: 200, orders: 1_000 })).toBe(true);
    expect(isTelling({ both: 0, one: 0, other: 0, orders: 0 })).toBe(false);
  });

  it('follows chi-square’s critical value for one degree of freedom, 3.841 (NIST/SEMATECH e-Handbook, 1.3.6.7.4, from memory)', () => {
    // With n(ad − bc)² ÷ (product of the margins) as the statistic, just above and just below the value.
    const chiSquare = (both: number) => {
      const [a, b, c] = [both, 300 - both, 250 - both];
      const d = 1_000 - a - b - c;
      return (1_000 * (a * d - b * c) ** 2) / (300 * 700 * 250 * 750);
    };
    for (let both = 30; both <= 130; both++)
      expect([both, isTelling({ both, one: 300, other: 250, orders: 1_000 })]).toEqual([
        both,
        chiSquare(both) > 3.8416,
      ]);
  });
});
