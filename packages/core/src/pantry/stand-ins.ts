import type { Off } from './pantry.ts';
import { isOn } from './standing.ts';

/** Something off, and the choices (`group/choice`) that are offered in its place while it lasts. */
export type OffWithStandIns = Off & { readonly standIns?: readonly string[] };

/** The choices that stand in for something at a location and a local minute, each once, sorted. */
export function standInsAt(offs: readonly OffWithStandIns[], location: string | undefined, at: string): string[] {
  return [...new Set(offs.filter((off) => isOn(off, location, at)).flatMap(({ standIns = [] }) => standIns))].sort();
}
