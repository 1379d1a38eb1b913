import { between, type Random, weighted } from '../random.ts';
import { HOURS, WEEKDAYS } from './habits.ts';

const MINUTE_MS = 60_000;
export const DAY_MS = 86_400_000;
/** Before the demo opens, the pass always has a rush behind it, whatever the hour. */
const RUSH = { orders: 11, minutes: 26 };

/** The moments of orders up to `now`, in order: `days` days of habit, then the rush that is on the pass. */
export function momentsOf(random: Random, now: Date, days: number, count: number): Date[] {
  const starts = Array.from({ length: days }, (_, i) => startOfDay(new Date(now.getTime() - (days - 1 - i) * DAY_MS)));
  const hours = Object.keys(HOURS).map(Number);
  const moments = Array.from({ length: count - RUSH.orders }, () => {
    const day = weighted(random, starts, (start) => WEEKDAYS[(start.getDay() + 6) % 7] ?? 1) as Date;
    const hour = weighted(random, hours, (one) => HOURS[one] ?? 0) ?? 12;
    return new Date(day.getTime() + (hour * 60 + between(random, 0, 59)) * MINUTE_MS + between(random, 0, 59) * 1000);
  }).filter((moment) => moment.getTime() < now.getTime() - RUSH.minutes * MINUTE_MS);
  const rush = Array.from(
    { length: RUSH.orders },
    (_, i) => new Date(now.getTime() - ((i + random()) * RUSH.minutes * MINUTE_MS) / RUSH.orders),
  );
  return [...moments, ...rush].sort((a, b) => a.getTime() - b.getTime());
}

function startOfDay(moment: Date): Date {
  const start = new Date(moment);
  start.setHours(0, 0, 0, 0);
  return start;
}

/** 0 before half past ten, 1 at midday, 2 in the afternoon, 3 in the evening. */
export function partOfDay(moment: Date): 0 | 1 | 2 | 3 {
  const minutes = moment.getHours() * 60 + moment.getMinutes();
  if (minutes < 630) return 0;
  if (minutes < 870) return 1;
  return minutes < 1020 ? 2 : 3;
}
