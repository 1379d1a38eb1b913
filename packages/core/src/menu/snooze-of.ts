import type { Snooze } from './snooze.ts';

/** The snooze that holds for a finding on a day (`YYYY-MM-DD`). */
export function snoozeOf(snoozes: readonly Snooze[] | undefined, finding: string, today: string): Snooze | undefined {
  return snoozes?.find((one) => one.finding === finding && (one.until === undefined || today <= one.until));
}
