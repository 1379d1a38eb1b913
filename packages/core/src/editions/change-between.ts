import equal from 'fast-deep-equal';
import type { Change } from '../change/change.ts';
import { type Edit, LIST_KINDS, listOf, settingsOf, thingFinder, type ThingRef } from '../change/edit.ts';
import type { Workbook } from '../menu/workbook.ts';

/**
 * The change that gives one menu the objects of another; where they stand in their lists is left aside. With `only`, just
 * of those objects: so one thing of an earlier edition is brought back into a draft.
 */
export function changeBetween(
  before: Workbook,
  after: Workbook,
  only: (ref: ThingRef) => boolean = () => true,
): Change {
  const find = thingFinder(before);
  const edits: Edit[] = [];
  for (const kind of LIST_KINDS) {
    const kept = new Set<string>();
    for (const thing of listOf(after, kind)) {
      const { id } = thing;
      kept.add(id);
      if (only({ kind, id }) && !equal(find({ kind, id }), thing)) edits.push({ type: 'put', kind, thing });
    }
    for (const { id } of listOf(before, kind))
      if (!kept.has(id) && only({ kind, id })) edits.push({ type: 'remove', kind, id });
  }
  const settings = settingsOf(after);
  if (only({ kind: 'settings', id: 'menu' }) && !equal(settingsOf(before), settings))
    edits.push({ type: 'put', kind: 'settings', thing: settings });
  return { edits };
}
