import fc from 'fast-check';
import { expect, it } from 'vitest';
import type { Pick } from '../api/line.ts';
import { readPicks, writePicks } from './build-link.ts';

const id = fc.stringMatching(/^[a-z0-9][a-z0-9_.-]{0,12}$/);
const picksTo = (depth: number): fc.Arbitrary<Pick[]> =>
  fc.array(
    fc
      .record({
        group: id,
        choice: id,
        units: fc.integer({ min: 1, max: 999 }),
        amount: fc.option(id),
        inner: depth === 0 ? fc.constant<Pick[]>([]) : picksTo(depth - 1),
      })
      .map(({ group, choice, units, amount, inner }) => ({
        group,
        choice,
        ...(units > 1 && { units }),
        ...(amount !== null && { amount }),
        ...(inner.length > 0 && { picks: inner }),
      })),
    { maxLength: 3 },
  );
const picks = picksTo(3).filter((some) => some.length > 0);

it('reads back every build that it writes', () => {
  fc.assert(
    fc.property(picks, (some) => {
      const written = writePicks(some);
      expect(new URL(`http://x/?with=${written}`).searchParams.get('with')).toBe(written);
      if (written.length <= 4_000) expect(readPicks(written)).toEqual(some);
    }),
    { seed: 16, numRuns: 300 },
  );
});

it.each([
  '',
  'size',
  'size/',
  'size/s,',
  'size/s(',
  'size/s(a/b',
  'size/s*0',
  'size/s) ',
  'Size/S',
  'a/b;c/d',
  'a/b'.repeat(2_000),
])('refuses %j', (text) => {
  expect(readPicks(text)).toBeUndefined();
});
