import { accepted, refused, type Result } from '../result.ts';
import type { Menu } from './document.ts';
import type { Fault } from './fault.ts';
import { prune } from './prune.ts';
import { faultsOfMeaning } from './validate.ts';

/** Reports what is wrong with the shape of a value; made from a schema by the validator. */
export type ShapeCheck = (value: unknown) => Fault[];

/**
 * A menu document, or every fault that was found in it. Where the shape is wrong the rest is judged all the same,
 * but for references into the parts that were wrong.
 */
export function parseMenu(value: unknown, shapeCheck: ShapeCheck): Result<Menu, Fault> {
  const shapeFaults = shapeCheck(value);
  if (shapeFaults.length === 0) {
    const menu = value as Menu;
    const faults = faultsOfMeaning(menu);
    return faults.length === 0 ? accepted(menu) : refused(faults);
  }
  // What is too deep for the stack can't be taken apart either.
  const rest = shapeFaults.some(({ code }) => code === 'too-deep') ? undefined : prune(value, shapeFaults, shapeCheck);
  if (!rest) return refused(shapeFaults);
  const lost = (id: string) => rest.lostIds.has(id) || rest.lostIds.has(id.slice(id.indexOf('/') + 1));
  const more = faultsOfMeaning(rest.value as Menu, (kind, id) => rest.lostLists.has(kind) || lost(id)).map((fault) => ({
    ...fault,
    path: rest.originalPath(fault.path),
  }));
  const told = new Set(shapeFaults.map(({ path }) => path));
  return refused([...shapeFaults, ...more.filter(({ path }) => !told.has(path))]);
}
