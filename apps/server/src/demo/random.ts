/** A generator of numbers from 0 up to 1 that gives the same ones for the same seed (mulberry32, public domain). */
export type Random = () => number;

export function newRandom(seed: string | number): Random {
  let state = typeof seed === 'number' ? seed >>> 0 : hashOf(seed);
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296;
  };
}

/** FNV-1a. */
function hashOf(text: string): number {
  let hash = 0x811c9dc5;
  for (const letter of text) hash = Math.imul(hash ^ (letter.codePointAt(0) ?? 0), 0x01000193);
  return hash >>> 0;
}

/** A whole number from `low` to `high`, both included. */
export const between = (random: Random, low: number, high: number): number =>
  low + Math.floor(random() * (high - low + 1));

/** One of several by weight; undefined where none has any. */
export function weighted<T>(random: Random, of: readonly T[], weight: (one: T) => number): T | undefined {
  let left = random() * of.reduce((sum, one) => sum + weight(one), 0);
  return of.find((one) => (left -= weight(one)) < 0);
}
