import { describe, expect, it } from 'vitest';
import { applyUnchecked, daysLeft, hideChoices, quoteLine, standInsAt, withStandIns } from '../index.ts';
import { brothBar as readBrothBar } from '../testing/broth-bar.ts';

const brothBar = readBrothBar();
const clock = () => '2026-05-12T13:00';

describe('stand-ins', () => {
  const offs = [
    { what: { item: 'a' }, locations: ['here'], until: '2026-05-12T14:00', standIns: ['g/c', 'g/b'] },
    { what: { item: 'b' }, standIns: ['g/c'] },
  ];

  it('are those of what is off at a location and a minute, each once', () => {
    expect(standInsAt(offs, 'here', '2026-05-12T13:59')).toEqual(['g/b', 'g/c']);
    expect(standInsAt(offs, 'here', '2026-05-12T14:00')).toEqual(['g/c']);
    expect(standInsAt(offs, 'there', '2026-05-12T13:00')).toEqual(['g/c']);
  });

  it('are offered although they are hidden, at their own price; what else is hidden stays so', () => {
    const hidden = applyUnchecked(brothBar, { edits: hideChoices(brothBar, 'toppings', ['egg', 'corn'], true) });
    const served = withStandIns(hidden, ['toppings/egg']);
    expect(withStandIns(hidden, ['toppings/egg'])).toBe(served);
    expect(withStandIns(hidden, [])).toBe(hidden);
    const codes = (menu: typeof brothBar, choice: string) => {
      const { groups, problems } = quoteLine(menu, { item: 'ember', picks: [{ group: 'toppings', choice }] }, clock);
      return {
        isOffered: groups.some(({ choices }) => choices.some((one) => one.choice === choice)),
        isRefused: problems.some(({ code }) => code === 'not-offered'),
      };
    };
    expect(codes(served, 'egg')).toEqual(codes(brothBar, 'egg'));
    expect(codes(served, 'corn')).toEqual(codes(hidden, 'corn'));
    expect(codes(hidden, 'egg').isRefused).toBe(true);
  });
});

describe('the pace of what is counted', () => {
  it('is the last week’s, from the first day that something is known of; nothing used lasts for ever', () => {
    const day = (used: number) => ({ day: '', used, onHand: 0 });
    expect(daysLeft([day(3), day(1)], 6)).toBe(3);
    expect(daysLeft([day(100), ...Array.from({ length: 7 }, () => day(2))], 6)).toBe(3);
    expect(daysLeft([day(0)], 6)).toBeUndefined();
    expect(daysLeft([day(2)], -1)).toBe(0);
  });
});
