import type { Daypart } from '../menu/document.ts';

/**
 * Local wall-clock time as text: `YYYY-MM-DDTHH:MM`. Daylight saving needs no handling, since only local time matters.
 */

const DAY = 86_400_000;

/** Whether the text is a date `YYYY-MM-DD` of the Gregorian calendar (ISO 8601). */
export function isCalendarDate(text: string): boolean {
  const [, year, month, day] = /^(\d{4})-(\d{2})-(\d{2})$/.exec(text) ?? [];
  if (year === undefined) return false;
  const date = new Date(0);
  date.setUTCFullYear(Number(year), Number(month) - 1, Number(day));
  return date.toISOString().slice(0, 10) === text;
}

/** Days from 1970-01-01 to a date. */
export function dayNumber(date: string): number {
  return Date.parse(`${date}T00:00Z`) / DAY;
}

export function dateOfDay(day: number): string {
  return new Date(day * DAY).toISOString().slice(0, 10);
}

/** ISO 8601 weekday of a day number, 1 = Monday. 1970-01-01 was a Thursday. */
export function weekday(day: number): number {
  return ((((day + 3) % 7) + 7) % 7) + 1;
}

/** Whether a daypart applies; one that runs past midnight belongs to the day it began. */
export function isOn(daypart: Daypart, at: string): boolean {
  const today = dayNumber(at.slice(0, 10));
  const time = at.slice(11);
  const beginsOn = (day: number) => daypart.days.includes(weekday(day));
  if (daypart.from < daypart.to) return beginsOn(today) && time >= daypart.from && time < daypart.to;
  return (beginsOn(today) && time >= daypart.from) || (beginsOn(today - 1) && time < daypart.to);
}

/** Whether a text is a moment as local wall-clock time: `YYYY-MM-DDTHH:MM`. */
export function isLocalMinute(text: string): boolean {
  return /^.{10}T([01]\d|2[0-3]):[0-5]\d$/.test(text) && isCalendarDate(text.slice(0, 10));
}

/** Returns the local minute (`YYYY-MM-DDTHH:MM`) in a time zone; the core has no clock of its own. */
export type Clock = (timeZone: string | undefined) => string;

/** An instant as local time in a time zone, or in the host's if none is given. */
export function localMinute(instant: Date, timeZone: string | undefined): string {
  return minuteIn(formatIn(timeZone), instant);
}

/** A clock that reads the moments of `now`. It keeps a formatter per time zone, as creating one is expensive. */
export function clockOf(now: () => Date): Clock {
  const formats = new Map<string | undefined, Intl.DateTimeFormat>();
  return (timeZone) => {
    let format = formats.get(timeZone);
    if (!format) formats.set(timeZone, (format = formatIn(timeZone)));
    return minuteIn(format, now());
  };
}

function formatIn(timeZone: string | undefined): Intl.DateTimeFormat {
  return new Intl.DateTimeFormat('en-CA', {
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
    ...(timeZone !== undefined && { timeZone }),
  });
}

function minuteIn(format: Intl.DateTimeFormat, instant: Date): string {
  const part = Object.fromEntries(format.formatToParts(instant).map(({ type, value }) => [type, value]));
  return `${part['year']}-${part['month']}-${part['day']}T${part['hour']}:${part['minute']}`;
}
