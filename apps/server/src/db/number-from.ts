const LARGEST = 2_147_483_647;

/** A number as it stands in an address: whole, not negative, no larger than the database counts; else undefined. */
export function numberFrom(text: unknown): number | undefined {
  const number = typeof text === 'string' && /^\d{1,10}$/.test(text) ? Number(text) : NaN;
  return Number.isSafeInteger(number) && number <= LARGEST ? number : undefined;
}
