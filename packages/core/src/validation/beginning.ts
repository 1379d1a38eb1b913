/** Fields of an object that are looked at; no request has nearly as many but maps, whose fields are all alike. */
const MOST_FIELDS = 1_000;

/**
 * The beginning of a value: the same objects, with lists cut once so many parts have been seen. Every list keeps its
 * first entry, so that nothing is missing that was there. `isWhole`: nothing was cut.
 */
export function beginningOf(value: unknown, parts: number): { readonly value: unknown; readonly isWhole: boolean } {
  let left = parts;
  let isWhole = true;
  const copy = (part: unknown): unknown => {
    left--;
    if (typeof part !== 'object' || part === null) return part;
    if (Array.isArray(part)) {
      const kept: unknown[] = [];
      for (const entry of part) {
        if (left <= 0 && kept.length > 0) break;
        kept.push(copy(entry));
      }
      if (kept.length < part.length) isWhole = false;
      return kept;
    }
    const fields = Object.entries(part);
    if (fields.length > MOST_FIELDS) isWhole = false;
    return Object.fromEntries(fields.slice(0, MOST_FIELDS).map(([key, inner]) => [key, copy(inner)]));
  };
  return { value: copy(value), isWhole };
}
