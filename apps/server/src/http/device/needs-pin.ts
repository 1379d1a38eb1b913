import { problem } from '../reply.ts';

/** Only a device on which the PIN was entered once may do this. */
export const NEEDS_PIN = problem(403, 'needs-pin', 'Enter the PIN once on this device.');
