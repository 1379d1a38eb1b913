import { clockOf } from '@hearty-ladle/core/guest';

/** The current moment. The only place in the pages that asks the machine's clock. */
export function now(): Date {
  // eslint-disable-next-line no-restricted-syntax -- the one place
  return new Date();
}

/** The browser's clock as the core takes it. */
export const clock = clockOf(now);
