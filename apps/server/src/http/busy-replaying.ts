import { problem } from './reply.ts';

/** As many checks or replays run as may run at once. */
export const BUSY_REPLAYING = problem(
  503,
  'busy-checking',
  'Others are checking or replaying; please try again in a moment.',
  {},
  { 'Retry-After': '2' },
);
