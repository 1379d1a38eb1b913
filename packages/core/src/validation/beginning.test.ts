import { describe, expect, it } from 'vitest';
import { beginningOf } from './beginning.ts';

describe('the beginning of a value', () => {
  it('is the whole of a small one', () => {
    const value = { a: [1, { b: null }, []], c: 'x' };
    expect(beginningOf(value, 100)).toEqual({ value, isWhole: true });
  });

  it('ends lists where enough was seen, leaving each its first entry, and objects whole', () => {
    const value = { first: Array.from({ length: 50 }, (_, i) => i), then: [[1, 2], [3]], last: { name: 'x' } };
    expect(beginningOf(value, 10)).toEqual({
      value: { first: [0, 1, 2, 3, 4, 5, 6, 7], then: [[1]], last: { name: 'x' } },
      isWhole: false,
    });
  });

  it('is small of whatever is large', () => {
    const count = (part: unknown): number =>
      typeof part === 'object' && part !== null
        ? Object.values(part).reduce<number>((sum, inner) => sum + count(inner), 1)
        : 1;
    const wide = Array.from({ length: 5_000 }, () => ({ picks: Array.from({ length: 20 }, () => ({})) }));
    const map = Object.fromEntries(Array.from({ length: 50_000 }, (_, i) => [`k${i}`, i]));
    expect([count(beginningOf(wide, 4_000).value) < 4_100, count(beginningOf({ map }, 4_000).value)]).toEqual([
      true,
      1_002,
    ]);
  });
});
