import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { shapeCheck } from '../validation/index.ts';
import { Line, type Problem, quoteLine } from '../index.ts';
import { randomLine } from '../testing/random-line.ts';
import { randomMenu } from '../testing/random-menu.ts';
import { isOn, localMinute } from './calendar.ts';

const clock = () => '2026-05-12T13:00';
const cases = Array.from({ length: 300 }, (_, seed) => {
  const menu = randomMenu(seed % 60, { groups: 5, choices: 4, rules: 4 });
  return { menu, line: randomLine(menu, seed) };
});

describe('a quote', () => {
  it('has parts that make up its price', () => {
    for (const { menu, line } of cases) {
      const { price } = quoteLine(menu, line, clock);
      const sum = (wanted: (part: (typeof price.parts)[number]) => boolean) =>
        price.parts.filter(wanted).reduce((total, { value }) => total + value, 0);
      expect(sum(({ kind }) => kind === 'base')).toBe(price.base);
      expect(sum(({ kind, charge }) => kind !== 'base' && charge === 'each')).toBe(price.each);
      expect(sum(({ charge }) => charge === 'once')).toBe(price.once);
      expect(price.unit).toBe(price.base + price.each);
    }
  });

  it('is the same without the picks that did not stand, but for their problems', () => {
    const ofPicks = new Set([
      'unknown-group',
      'unknown-choice',
      'unknown-amount',
      'bad-units',
      'not-offered',
      'sold-out',
    ]);
    for (const { menu, line } of cases) {
      const whole = quoteLine(menu, line, clock);
      const fallen = new Set(
        whole.problems
          .filter(({ code, at }) => at === undefined && ofPicks.has(code))
          .map(({ group, choice }) => `${group}/${choice}`),
      );
      if (whole.problems.some(({ code, choice, at }) => at !== undefined && choice !== undefined && ofPicks.has(code)))
        continue;
      // A choice picked twice may be rejected once, so only choices with every pick rejected are removed.
      const accepted = new Set(
        whole.price.parts.flatMap(({ group, choice }) => (choice === undefined ? [] : [`${group}/${choice}`])),
      );
      const picks = (line.picks ?? []).filter(
        ({ group, choice }) => !fallen.has(`${group}/${choice}`) || accepted.has(`${group}/${choice}`),
      );
      const kept = quoteLine(menu, { ...line, picks }, clock);
      expect(kept.price.line).toBe(whole.price.line);
      expect(kept.tickets).toEqual(whole.tickets);
      const others = (problems: readonly Problem[]) =>
        problems.filter(({ code }) => !ofPicks.has(code)).map(({ code, group }) => `${code} ${group}`);
      expect(others(kept.problems)).toEqual(others(whole.problems));
    }
  });

  it('never throws on any JSON of the right shape, and validation refuses the rest', () => {
    const check = shapeCheck(Line);
    const [{ menu } = cases[0] as never] = cases;
    const near = fc.record(
      {
        item: fc.constantFrom('it0', 'constructor', ''),
        quantity: fc.double(),
        picks: fc.array(
          fc.record({
            group: fc.constantFrom('g0', 'g1', '__proto__'),
            choice: fc.constantFrom('c0', 'toString'),
            units: fc.double(),
          }),
        ),
        notes: fc.dictionary(fc.string(), fc.string()),
        dates: fc.dictionary(fc.string(), fc.string()),
        amounts: fc.dictionary(fc.string(), fc.double()),
      },
      { requiredKeys: ['item'] },
    );
    const value = fc.oneof(fc.jsonValue(), near).map((it) => JSON.parse(JSON.stringify(it)) as unknown);
    fc.assert(
      fc.property(value, (any) => {
        if (check(any).length === 0) quoteLine(menu, any as Line, clock);
      }),
      { seed: 7, numRuns: 2000 },
    );
  });
});

/** Worked by hand. */
describe('a daypart', () => {
  const late = { id: 'late', name: 'Late', days: [5, 6], from: '22:00', to: '02:00' };
  it.each([
    ['2026-05-15T21:59', false],
    ['2026-05-15T22:00', true],
    ['2026-05-16T01:59', true],
    ['2026-05-16T02:00', false],
    ['2026-05-17T01:00', true],
    ['2026-05-17T22:00', false],
    ['2026-05-15T01:00', false],
  ])('that runs past midnight: %s is %s', (at, on) => expect(isOn(late, at)).toBe(on));

  it('follows the clock on the wall when summer time begins and ends (Europe/Berlin 2026: 29 March, 25 October)', () => {
    expect(localMinute(new Date('2026-03-29T00:59:00Z'), 'Europe/Berlin')).toBe('2026-03-29T01:59');
    expect(localMinute(new Date('2026-03-29T01:00:00Z'), 'Europe/Berlin')).toBe('2026-03-29T03:00');
    expect(localMinute(new Date('2026-10-25T00:59:00Z'), 'Europe/Berlin')).toBe('2026-10-25T02:59');
    expect(localMinute(new Date('2026-10-25T01:00:00Z'), 'Europe/Berlin')).toBe('2026-10-25T02:00');
    const breakfast = { id: 'b', name: 'B', days: [7], from: '01:30', to: '03:00' };
    expect(isOn(breakfast, localMinute(new Date('2026-03-29T01:00:00Z'), 'Europe/Berlin'))).toBe(false);
    expect(isOn(breakfast, localMinute(new Date('2026-10-25T01:30:00Z'), 'Europe/Berlin'))).toBe(true);
  });
});
