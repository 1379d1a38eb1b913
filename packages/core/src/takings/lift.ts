/** How often two things were in one order, each by itself, and how many orders there were. */
export interface Together {
  readonly both: number;
  readonly one: number;
  readonly other: number;
  readonly orders: number;
}

/**
 * How many times as often two things go together as they would if neither had to do with the other: the share of both,
 * divided by the product of the shares of each (Tan, Steinbach, Kumar: Introduction to Data Mining, section 6.7).
 */
export function lift({ both, one, other, orders }: Together): number {
  return one === 0 || other === 0 ? 0 : (both * orders) / (one * other);
}

/** Expected counts below this are too small to compare with (Cochran 1954). */
const LEAST_EXPECTED = 5;
/** 95 of 100 times, chance alone stays within so many standard deviations. */
const SURE = 1.96;

/**
 * Whether there is enough to say that two things go together, or keep apart: both are expected often enough, and how often
 * they were together is further from that than chance would explain (a test for independence by the normal approximation).
 */
export function isTelling({ both, one, other, orders }: Together): boolean {
  if (orders === 0) return false;
  const expected = (one * other) / orders;
  if (expected < LEAST_EXPECTED) return false;
  const spread = Math.sqrt(expected * (1 - one / orders) * (1 - other / orders));
  return spread > 0 && Math.abs(both - expected) > SURE * spread;
}
