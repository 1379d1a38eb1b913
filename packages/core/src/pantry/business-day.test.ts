import { expect, it } from 'vitest';
import { businessDayEnd, minutesLater } from './business-day.ts';

it.each([
  ['2026-05-12T18:40', undefined, '2026-05-13T04:00'],
  ['2026-05-13T03:59', undefined, '2026-05-13T04:00'],
  ['2026-05-13T04:00', undefined, '2026-05-14T04:00'],
  ['2026-12-31T23:10', '02:30', '2027-01-01T02:30'],
  // The night in which clocks change is like any other: only the clock on the wall counts.
  ['2026-03-29T01:30', '02:30', '2026-03-29T02:30'],
])('the business day at %s (ends %s) ends at %s', (at, dayEnds, end) => {
  expect(businessDayEnd(dayEnds === undefined ? {} : { dayEnds }, at)).toBe(end);
});

it('an hour later may be tomorrow', () => {
  expect(minutesLater('2026-02-28T23:20', 60)).toBe('2026-03-01T00:20');
});
