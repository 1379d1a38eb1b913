import type { Id, Menu } from '../menu/document.ts';
import type { Fault } from '../menu/fault.ts';
import { type Kind, KINDS } from '../menu/scope.ts';
import { faultsOfMeaning } from '../menu/validate.ts';
import { ASIDE_KINDS, type AsideKind, type Workbook } from '../menu/workbook.ts';
import { accepted, refused, type Result } from '../result.ts';

/** The parts of a menu that are changed as wholes: things with ids of their own, and its settings. */
export type ListKind = Kind | AsideKind;
export type ThingKind = ListKind | 'settings';
export const SETTINGS_ID = 'menu';
/** Everything that is kept as a list of things with ids. */
export const LIST_KINDS: readonly ListKind[] = [...KINDS, ...ASIDE_KINDS];

/** What a menu says of itself: everything that is not a list of things. */
export type Settings = Pick<Menu, 'format' | 'name' | 'currency' | 'locales' | 'orderGroups'>;
type ThingOf = { [K in ListKind]: NonNullable<Workbook[K]>[number] };
export type Thing = ThingOf[ListKind] | Settings;

/**
 * One step of a change. `put` adds a thing (at `index`, else at the end) or puts it in the place of the one that
 * has its id; `move` changes its place in its list.
 */
export type Edit =
  | { readonly type: 'put'; readonly kind: ThingKind; readonly thing: Thing; readonly index?: number }
  | { readonly type: 'remove'; readonly kind: ListKind; readonly id: Id }
  | { readonly type: 'move'; readonly kind: ListKind; readonly id: Id; readonly index: number };

/** A change of a menu: a value that can be applied, inverted, stored and sent. */
export interface Change {
  readonly edits: readonly Edit[];
}

/** Names a thing of a menu. */
export interface ThingRef {
  readonly kind: ThingKind;
  readonly id: Id;
}

/** The menu after a change, or the faults that the change would make. Its meaning is judged, not its shape. */
export function apply<M extends Menu>(menu: M, change: Change): Result<M, Fault> {
  const changed = applyUnchecked(menu, change);
  const faults = faultsOfMeaning(changed);
  return faults.length === 0 ? accepted(changed) : refused(faults);
}

/** The menu after a change that is known to be sound, or whose faults are shown some other way. */
export function applyUnchecked<M extends Menu>(menu: M, change: Change): M {
  return change.edits.reduce<M>(applyEdit, menu);
}

/** The change that leads back from what `change` makes of `menu`. */
export function invert(menu: Menu, change: Change): Change {
  const back: Edit[] = [];
  let now = menu;
  for (const edit of change.edits) {
    back.unshift(...inverseOf(now, edit));
    now = applyEdit(now, edit);
  }
  return { edits: back };
}

/** The things that a change touches, each once. */
export function touchedBy(change: Change): ThingRef[] {
  const touched = new Map<string, ThingRef>();
  for (const edit of change.edits) {
    const ref = { kind: edit.kind, id: idOf(edit) };
    touched.set(`${ref.kind} ${ref.id}`, ref);
  }
  return [...touched.values()];
}

/** Whether a thing is gone after a change that touches it. */
export function isRemovedBy({ edits }: Change, { kind, id }: ThingRef): boolean {
  return edits.findLast((edit) => edit.kind === kind && idOf(edit) === id)?.type === 'remove';
}

/** The thing that a reference names; undefined when the menu has none. */
export function findThing(menu: Menu, { kind, id }: ThingRef): Thing | undefined {
  if (kind === 'settings') return settingsOf(menu);
  return listOf(menu, kind).find((thing) => thing.id === id);
}

export function settingsOf({ format, name, currency, locales, orderGroups }: Menu): Settings {
  return { format, name, currency, locales, ...(orderGroups && { orderGroups }) };
}

function idOf(edit: Edit): Id {
  if (edit.type !== 'put') return edit.id;
  return 'id' in edit.thing ? edit.thing.id : SETTINGS_ID;
}

function listOf(menu: Workbook, kind: ListKind): readonly ThingOf[ListKind][] {
  return menu[kind] ?? [];
}

function placeOf(menu: Menu, kind: ListKind, id: Id): number {
  return listOf(menu, kind).findIndex((thing) => thing.id === id);
}

function applyEdit<M extends Menu>(menu: M, edit: Edit): M {
  if (edit.kind === 'settings') {
    const { orderGroups: _, ...rest } = menu;
    return { ...rest, ...(edit.thing as Settings) } as M;
  }
  const list = [...listOf(menu, edit.kind)];
  const at = placeOf(menu, edit.kind, idOf(edit));
  if (edit.type === 'put') {
    const thing = edit.thing as ThingOf[ListKind];
    if (at >= 0) list[at] = thing;
    else list.splice(edit.index ?? list.length, 0, thing);
  } else if (at >= 0) {
    const [thing] = list.splice(at, 1);
    if (edit.type === 'move' && thing) list.splice(edit.index, 0, thing);
  }
  return { ...menu, [edit.kind]: list };
}

function inverseOf(menu: Menu, edit: Edit): Edit[] {
  if (edit.kind === 'settings') return [{ type: 'put', kind: 'settings', thing: settingsOf(menu) }];
  const { kind } = edit;
  const id = idOf(edit);
  const index = placeOf(menu, kind, id);
  const thing = listOf(menu, kind)[index];
  if (!thing) return edit.type === 'put' ? [{ type: 'remove', kind, id }] : [];
  if (edit.type === 'move') return [{ type: 'move', kind, id, index }];
  return [{ type: 'put', kind, thing, index }];
}
