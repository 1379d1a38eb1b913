import type { Menu } from '../menu/document.ts';
import type { Fault } from '../menu/fault.ts';
import { faultsOfMeaning } from '../menu/validate.ts';
import { accepted, refused, type Result } from '../result.ts';
import { type Edit, idOf, type ThingRef } from './edit.ts';
import { MenuDraft } from './menu-draft.ts';

/** A change of a menu: a value that can be applied, inverted, stored and sent. */
export interface Change {
  readonly edits: readonly Edit[];
}

/** Applies a change; returns the new menu, or the faults it would have. Checks meaning, not shape. */
export function apply<M extends Menu>(menu: M, change: Change): Result<M, Fault> {
  const changed = applyUnchecked(menu, change);
  const faults = faultsOfMeaning(changed);
  return faults.length === 0 ? accepted(changed) : refused(faults);
}

/** Applies a change that is known to be valid, or whose faults are shown elsewhere. */
export function applyUnchecked<M extends Menu>(menu: M, change: Change): M {
  const draft = new MenuDraft(menu);
  for (const edit of change.edits) draft.apply(edit);
  return draft.menu() as M;
}

/** The inverse of a change, based on the menu before it. */
export function invert(menu: Menu, change: Change): Change {
  const draft = new MenuDraft(menu);
  const back: Edit[][] = [];
  for (const edit of change.edits) {
    back.push(draft.inverseOf(edit));
    draft.apply(edit);
  }
  return { edits: back.reverse().flat() };
}

/** The objects that a change touches, each once. */
export function touchedBy(change: Change): ThingRef[] {
  const touched = new Map<string, ThingRef>();
  for (const edit of change.edits) {
    const ref = { kind: edit.kind, id: idOf(edit) };
    touched.set(`${ref.kind} ${ref.id}`, ref);
  }
  return [...touched.values()];
}

/** Whether a touched object is gone after the change. */
export function isRemovedBy({ edits }: Change, { kind, id }: ThingRef): boolean {
  return edits.findLast((edit) => edit.kind === kind && idOf(edit) === id)?.type === 'remove';
}
