const formats = new Map<string, Intl.DateTimeFormat>();

/** A day as people say it: “Mon, 30 Nov 2026”. What is no ISO date stays as it is. */
export function formatDay(iso: string, locale: string): string {
  return dayIn(iso, locale, { weekday: 'short', day: 'numeric', month: 'short', year: 'numeric' });
}

/** A day without its year: “30 Nov”. What is no ISO date stays as it is. */
export function formatShortDay(iso: string, locale: string): string {
  return dayIn(iso, locale, { day: 'numeric', month: 'short' });
}

function dayIn(iso: string, locale: string, parts: Intl.DateTimeFormatOptions): string {
  const day = new Date(`${iso}T00:00:00Z`);
  if (!/^\d{4}-\d{2}-\d{2}$/.test(iso) || Number.isNaN(day.getTime())) return iso;
  const key = `${locale} ${Object.keys(parts).join(' ')}`;
  let format = formats.get(key);
  if (!format) {
    format = new Intl.DateTimeFormat(locale, { ...parts, timeZone: 'UTC' });
    formats.set(key, format);
  }
  return format.format(day);
}

/** The short name of an ISO weekday, 1 = Monday. */
export function weekdayName(day: number, locale: string): string {
  // The first of January 2024 was a Monday.
  return new Intl.DateTimeFormat(locale, { weekday: 'short', timeZone: 'UTC' }).format(Date.UTC(2024, 0, day));
}

/** The time of day of a point in time (ISO 8601), by the clock of a time zone. */
export function formatTime(at: string, locale: string, timeZone: string | undefined): string {
  return new Intl.DateTimeFormat(locale, { hour: '2-digit', minute: '2-digit', hour12: false, timeZone }).format(
    new Date(at),
  );
}

/** A day and a time of day, as short as can be: “28 Nov, 14:05”. */
export function formatMoment(at: string): string {
  return new Intl.DateTimeFormat('en-GB', {
    day: 'numeric',
    month: 'short',
    hour: '2-digit',
    minute: '2-digit',
    hour12: false,
  }).format(new Date(at));
}
