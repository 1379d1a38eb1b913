import { problem } from './reply.ts';

export const BUSY_WITH_TABLES = problem(
  503,
  'busy-with-tables',
  'Others are reading or writing tables; please try again in a moment.',
  {},
  { 'Retry-After': '2' },
);
