/** One day of something counted: how much of it was used, and what was on hand at its end. */
export interface DayOfStock {
  readonly day: string;
  readonly used: number;
  readonly onHand: number;
}

/** The days that a pace is read from. */
const RECENT_DAYS = 7;

/**
 * How many days what is on hand lasts at the pace of the last week, counted from the first of these days that something is
 * known of; undefined if nothing was used.
 */
export function daysLeft(days: readonly DayOfStock[], onHand: number): number | undefined {
  const recent = days.slice(-RECENT_DAYS);
  const used = recent.reduce((sum, day) => sum + day.used, 0);
  return used > 0 ? (Math.max(0, onHand) * recent.length) / used : undefined;
}
