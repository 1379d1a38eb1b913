import type { Location } from '../menu/document.ts';
import { dateOfDay, dayNumber } from '../quote/calendar.ts';

const USUAL_END = '04:00';

/** When the business day of a location ends that is on at a local minute; both `YYYY-MM-DDTHH:MM` in its own time. */
export function businessDayEnd({ dayEnds = USUAL_END }: Pick<Location, 'dayEnds'>, at: string): string {
  const today = at.slice(0, 10);
  return `${at.slice(11) < dayEnds ? today : dateOfDay(dayNumber(today) + 1)}T${dayEnds}`;
}

/** Some minutes later by the clock on the wall. */
export function minutesLater(at: string, minutes: number): string {
  return new Date(Date.parse(`${at}:00Z`) + minutes * 60_000).toISOString().slice(0, 16);
}

/** The business day that a local minute belongs to, as `YYYY-MM-DD`: until the day ends, the night belongs to the day before. */
export function businessDay({ dayEnds = USUAL_END }: Pick<Location, 'dayEnds'>, at: string): string {
  const today = at.slice(0, 10);
  return at.slice(11) < dayEnds ? dateOfDay(dayNumber(today) - 1) : today;
}
