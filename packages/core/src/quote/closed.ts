import type { Problem, ProblemCode } from '../api/quote.ts';

const CLOSED: ReadonlySet<ProblemCode> = new Set([
  'item-not-on-channel',
  'item-not-at-location',
  'not-served-now',
  'item-sold-out',
]);

/** Whether a problem keeps a dish from being ordered whatever is picked: it is not on sale here and now. */
export function isClosed({ code }: Pick<Problem, 'code'>): boolean {
  return CLOSED.has(code);
}
