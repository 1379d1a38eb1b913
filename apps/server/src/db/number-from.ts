const LARGEST = 2_147_483_647;

/** Parses a non-negative integer from a URL, at most PostgreSQL's largest; otherwise undefined. */
export function numberFrom(text: unknown): number | undefined {
  const number = typeof text === 'string' && /^\d{1,10}$/.test(text) ? Number(text) : NaN;
  return Number.isSafeInteger(number) && number <= LARGEST ? number : undefined;
}
