import type { Change, Edit } from '../change/change.ts';
import { settingsOf } from '../change/change.ts';
import type { Id, Menu } from '../menu/document.ts';
import { type Kind, KINDS } from '../menu/scope.ts';
import { keepInAttachments, keepReferences, type Reference, type Role, type Target } from './references.ts';

/** A place that speaks of something: a thing of the menu, perhaps one of its choices, or the order's own questions. */
export interface UsePlace {
  readonly kind: Kind | 'order';
  readonly id: Id;
  readonly choice?: Id;
  readonly role: Role;
}

/** Every place of a menu that speaks of something, each once, in document order. */
export function usesOf(menu: Menu, target: Target): UsePlace[] {
  return indexOf(menu).get(keyOf(target)) ?? [];
}

const indexes = new WeakMap<Menu, ReadonlyMap<string, UsePlace[]>>();

function indexOf(menu: Menu): ReadonlyMap<string, UsePlace[]> {
  const known = indexes.get(menu);
  if (known) return known;
  const index = new Map<string, UsePlace[]>();
  const seen = new Set<string>();
  const note = (kind: UsePlace['kind'], id: Id) => ({ target, role, choice }: Reference) => {
    const place: UsePlace = { kind, id, role, ...(choice !== undefined && { choice }) };
    const key = `${keyOf(target)} ${kind} ${id} ${choice ?? ''} ${role}`;
    if (!seen.has(key)) index.set(keyOf(target), [...(index.get(keyOf(target)) ?? []), place]);
    seen.add(key);
    return true;
  };
  for (const kind of KINDS) for (const thing of menu[kind] ?? []) keepReferences(kind, thing as never, note(kind, thing.id));
  keepInAttachments(menu.orderGroups ?? [], note('order', ''));
  indexes.set(menu, index);
  return index;
}

function keyOf(target: Target): string {
  return target.kind === 'choices' ? `choices ${target.group}/${target.id}` : `${target.kind} ${target.id}`;
}

function isAbout(target: Target, removed: Target): boolean {
  if (keyOf(target) === keyOf(removed)) return true;
  return removed.kind === 'groups' && target.kind === 'choices' && target.group === removed.id;
}

/**
 * The change that takes something away everywhere: every place that speaks of it lets go of it, then the thing
 * itself goes. A rule that looks at it goes with it.
 */
export function removeEverywhere(menu: Menu, removed: Target): Change {
  const keep = ({ target }: Reference) => !isAbout(target, removed);
  const edits: Edit[] = [];
  for (const kind of KINDS) {
    for (const thing of menu[kind] ?? []) {
      if (removed.kind === kind && thing.id === removed.id) continue;
      const kept = keepReferences(kind, thing as never, keep);
      if (kept === undefined) edits.push({ type: 'remove', kind, id: thing.id });
      else if (kept !== thing) edits.push({ type: 'put', kind, thing: withoutOwnChoice(kept, removed) });
      else if (removed.kind === 'choices' && kind === 'groups' && thing.id === removed.group) edits.push({ type: 'put', kind, thing: withoutOwnChoice(thing, removed) });
    }
  }
  const order = menu.orderGroups;
  const kept = order && keepInAttachments(order, keep);
  if (order && kept && (kept.length !== order.length || kept.some((it, i) => it !== order[i]))) {
    edits.push({ type: 'put', kind: 'settings', thing: { ...settingsOf(menu), orderGroups: kept } });
  }
  if (removed.kind !== 'choices' && removed.kind !== 'pictures') edits.push({ type: 'remove', kind: removed.kind, id: removed.id });
  return { edits };
}

function withoutOwnChoice<T extends object>(thing: T, removed: Target): T {
  if (removed.kind !== 'choices' || !('id' in thing) || thing.id !== removed.group || !('choices' in thing)) return thing;
  return { ...thing, choices: (thing.choices as { id: Id }[]).filter(({ id }) => id !== removed.id) };
}
