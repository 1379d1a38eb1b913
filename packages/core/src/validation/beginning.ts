/**
 * Fields of an object that are examined; no valid request has nearly as many, except maps, whose fields are all alike.
 */
const MAX_FIELDS = 1_000;

/**
 * The beginning of a value: the same objects, with lists cut once `parts` parts have been visited. Every list keeps its
 * first entry, so that no required entry goes missing. `isWhole`: nothing was cut.
 */
export function beginningOf(value: unknown, parts: number): { readonly value: unknown; readonly isWhole: boolean } {
  let left = parts;
  let isWhole = true;
  const copy = (part: unknown): unknown => {
    left--;
    if (typeof part !== 'object' || part === null) return part;
    if (Array.isArray(part)) {
      const copied: unknown[] = [];
      for (const entry of part) {
        if (left <= 0 && copied.length > 0) break;
        copied.push(copy(entry));
      }
      if (copied.length < part.length) isWhole = false;
      return copied;
    }
    const fields = Object.entries(part);
    if (fields.length > MAX_FIELDS) isWhole = false;
    return Object.fromEntries(fields.slice(0, MAX_FIELDS).map(([key, inner]) => [key, copy(inner)]));
  };
  return { value: copy(value), isWhole };
}
