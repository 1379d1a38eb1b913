import { type Clock, localMinute } from '@hearty-ladle/core';

/** This machine's clock. */
export const clock: Clock = (timeZone) => localMinute(new Date(), timeZone);
