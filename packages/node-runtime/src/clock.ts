import { type Clock, localMinute } from '@hearty-ladle/core';

/** The clock of this machine. */
export const clock: Clock = (timeZone) => localMinute(new Date(), timeZone);
