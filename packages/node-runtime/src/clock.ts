import { clockOf } from '@hearty-ladle/core';

/** The current moment. The only place on this side that asks the machine's clock. */
export function now(): Date {
  // eslint-disable-next-line no-restricted-syntax -- the one place
  return new Date();
}

/** This machine's clock as the core takes it. */
export const clock = clockOf(now);
