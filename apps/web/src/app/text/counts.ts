const MANY_DIGITS = 12;

/** Formats a count that may have hundreds of digits: its first digits and its magnitude. */
export function formatCount(count: string): string {
  if (count.length <= MANY_DIGITS) return BigInt(count).toLocaleString('en');
  return `${count[0]}.${count.slice(1, 3)} × 10^${count.length - 1}`;
}
