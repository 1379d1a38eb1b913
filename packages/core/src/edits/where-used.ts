import type { Id, Menu } from '../menu/document.ts';
import { type Kind, KINDS } from '../menu/scope.ts';
import { keepInAttachments, keepReferences, type Reference, type ReferenceRole, type Target } from './references.ts';

/**
 * A place that refers to something: an object of the menu, perhaps one of its choices, or the order's own questions.
 */
export interface UsePlace {
  /** `tags`: all dishes with that tag, `id` being the tag. */
  readonly kind: Kind | 'order' | 'tags';
  readonly id: Id;
  readonly choice?: Id;
  readonly role: ReferenceRole;
}

/** Every place of a menu that refers to something, each once, in document order. */
export function usesOf(menu: Menu, target: Target): UsePlace[] {
  return indexOf(menu).get(keyOf(target)) ?? [];
}

const indexes = new WeakMap<Menu, ReadonlyMap<string, UsePlace[]>>();

function indexOf(menu: Menu): ReadonlyMap<string, UsePlace[]> {
  const known = indexes.get(menu);
  if (known) return known;
  const index = new Map<string, UsePlace[]>();
  const seen = new Set<string>();
  const note =
    (kind: UsePlace['kind'], id: Id) =>
    ({ target, role, choice }: Reference) => {
      const place: UsePlace = { kind, id, role, ...(choice !== undefined && { choice }) };
      const key = `${keyOf(target)} ${kind} ${id} ${choice ?? ''} ${role}`;
      if (!seen.has(key)) index.set(keyOf(target), [...(index.get(keyOf(target)) ?? []), place]);
      seen.add(key);
      return true;
    };
  for (const kind of KINDS)
    for (const thing of menu[kind] ?? []) keepReferences(kind, thing as never, note(kind, thing.id));
  keepInAttachments(menu.orderGroups ?? [], note('order', ''));
  for (const { id, attachTo } of menu.groups) {
    const target: Target = { kind: 'groups', id };
    for (const section of attachTo?.sections ?? []) note('sections', section)({ target, role: 'brings' });
    for (const tag of attachTo?.tags ?? []) note('tags', tag)({ target, role: 'brings' });
  }
  indexes.set(menu, index);
  return index;
}

export function keyOf(target: Target): string {
  return target.kind === 'choices' ? `choices ${target.group}/${target.id}` : `${target.kind} ${target.id}`;
}
