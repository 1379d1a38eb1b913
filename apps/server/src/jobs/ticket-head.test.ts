import { expect, it } from 'vitest';
import { headOf } from './ticket-head.ts';

const placed = {
  number: 7,
  placedAt: new Date('2026-05-12T18:30:00Z'),
  name: 'Ilse',
  place: null,
  request: { lines: [] },
};

it.each([
  ['Europe/Berlin', '20:30'],
  ['America/New_York', '14:30'],
  ['Asia/Kolkata', '00:00'],
])('a ticket has the time of the clock on the wall in %s', (timeZone, time) =>
  expect(headOf(placed, timeZone).time).toBe(time),
);

it('says how the food leaves, for whom and where to, as far as it is known', () => {
  expect(headOf(placed, 'UTC')).toEqual({ number: 7, time: '18:30', words: ['eats here', 'Ilse'] });
  expect(
    headOf({ ...placed, name: '', place: 'window', request: { service: 'delivery', lines: [] } }, 'UTC').words,
  ).toEqual(['is delivered', 'window']);
  expect(
    headOf({ ...placed, name: null, request: { lines: [{ item: 'tea', service: 'takeaway' }] } }, 'UTC').words,
  ).toEqual(['takes away']);
});
