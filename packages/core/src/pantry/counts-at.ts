import type { Count, Pantry } from './pantry.ts';
import { keyOfWhat } from '../menu/what-key.ts';

/** The counts that hold at a location, by what they count: its own, else the general one. */
export function countsAt({ counts = [] }: Pantry, location: string | undefined): Map<string, Count> {
  const held = new Map<string, Count>();
  for (const count of counts) {
    const key = keyOfWhat(count.what);
    const isOwn = count.location !== undefined && count.location === location;
    if (isOwn || (count.location === undefined && !held.has(key))) held.set(key, count);
  }
  return held;
}
