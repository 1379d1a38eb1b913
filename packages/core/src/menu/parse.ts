import { accepted, refused, type Result } from '../result.ts';
import type { Menu } from './document.ts';
import type { Fault } from './fault.ts';
import { prune } from './prune.ts';
import { faultsOfMeaning } from './validate.ts';

/** Validates the shape of a value; generated from a schema. */
export type ShapeCheck = (value: unknown) => Fault[];

/**
 * Parses a menu document, or returns every fault found. If parts have the wrong shape, the rest is still checked,
 * except references into those parts.
 */
export function parseMenu(value: unknown, shapeCheck: ShapeCheck): Result<Menu, Fault> {
  const shapeFaults = shapeCheck(value);
  if (shapeFaults.length === 0) {
    const menu = value as Menu;
    const faults = faultsOfMeaning(menu);
    return faults.length === 0 ? accepted(menu) : refused(faults);
  }
  // A value too deep for the stack can't be pruned either.
  const rest = shapeFaults.some(({ code }) => code === 'too-deep') ? undefined : prune(value, shapeFaults, shapeCheck);
  if (!rest) return refused(shapeFaults);
  const lost = (id: string) => rest.lostIds.has(id) || rest.lostIds.has(id.slice(id.indexOf('/') + 1));
  const more = faultsOfMeaning(rest.value as Menu, (kind, id) => rest.lostLists.has(kind) || lost(id)).map((fault) => ({
    ...fault,
    path: rest.originalPath(fault.path),
  }));
  const reported = new Set(shapeFaults.map(({ path }) => path));
  return refused([...shapeFaults, ...more.filter(({ path }) => !reported.has(path))]);
}
