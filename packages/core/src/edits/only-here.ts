import type { Edit } from '../change/edit.ts';
import type { Id, Item, Menu } from '../menu/document.ts';
import type { Group } from '../menu/group-schema.ts';
import { asDifference } from './differences.ts';
import { takeOwnCopy } from './attach-groups.ts';

/**
 * Expresses a change of shared groups for one dish only: as a difference if possible, else as a copy of the group. The
 * edits apply to `before`, the menu without the change.
 */
export function onlyHere(before: Menu, changed: readonly Group[], dish: Id): Edit[] {
  const edits: Edit[] = [];
  let item = before.items.find(({ id }) => id === dish);
  for (const after of changed) {
    const group = before.groups.find(({ id }) => id === after.id);
    if (!item || !group) continue;
    const attachment = item.groups?.find((it) => it.group === group.id) ?? { group: group.id };
    const difference = asDifference(group, after, attachment);
    if (difference) {
      const attached = item.groups ?? [];
      const groups = attached.some((it) => it.group === group.id)
        ? attached.map((it) => (it.group === group.id ? difference : it))
        : [...attached, difference];
      item = { ...item, groups };
      edits.push({ type: 'put', kind: 'items', thing: item });
      continue;
    }
    const own = takeOwnCopy(before, item, group.id).map((edit) => withContent(edit, after));
    edits.push(...own);
    item =
      (own.findLast((edit) => edit.type === 'put' && edit.kind === 'items') as { thing: Item } | undefined)?.thing ??
      item;
  }
  return edits;
}

/** The copy takes the content of the changed group, with its own id and name. */
function withContent(edit: Edit, after: Group): Edit {
  if (edit.type !== 'put' || edit.kind !== 'groups' || !('id' in edit.thing) || edit.thing.id === after.id) return edit;
  const { attachTo: _, ...content } = after;
  const copy = edit.thing as Group;
  return { ...edit, thing: { ...content, id: copy.id, name: copy.name } };
}
