import type { Id, Menu } from '../menu/document.ts';
import { type Kind, KINDS } from '../menu/scope.ts';
import { ASIDE_KINDS, type AsideKind, type Workbook } from '../menu/workbook.ts';

/** The parts of a menu that change as a whole: objects with ids, and its settings. */
export type ListKind = Kind | AsideKind;
export type ThingKind = ListKind | 'settings';
export const SETTINGS_ID = 'menu';
/** All kinds stored as lists of objects with ids. */
export const LIST_KINDS: readonly ListKind[] = [...KINDS, ...ASIDE_KINDS];

/** The menu's own fields: everything that is not a list of objects. */
export type Settings = Pick<Menu, 'format' | 'name' | 'currency' | 'locales' | 'orderGroups'>;
export type ThingOf = { [K in ListKind]: NonNullable<Workbook[K]>[number] };
export type Thing = ThingOf[ListKind] | Settings;

/**
 * One step of a change. `put` adds an object (at `index`, else at the end) or replaces the one with its id; `move`
 * changes its position in its list.
 */
export type Edit =
  | { readonly type: 'put'; readonly kind: ThingKind; readonly thing: Thing; readonly index?: number }
  | { readonly type: 'remove'; readonly kind: ListKind; readonly id: Id }
  | { readonly type: 'move'; readonly kind: ListKind; readonly id: Id; readonly index: number };

/** Identifies an object of a menu. */
export interface ThingRef {
  readonly kind: ThingKind;
  readonly id: Id;
}

export function settingsOf({ format, name, currency, locales, orderGroups }: Menu): Settings {
  return { format, name, currency, locales, ...(orderGroups && { orderGroups }) };
}

/** The id of the object that an edit touches. */
export function idOf(edit: Edit): Id {
  if (edit.type !== 'put') return edit.id;
  return 'id' in edit.thing ? edit.thing.id : SETTINGS_ID;
}

export function listOf(menu: Workbook, kind: ListKind): readonly ThingOf[ListKind][] {
  return menu[kind] ?? [];
}

/** Finds objects of one menu by kind and id, in constant time after the first call. */
export function thingFinder(menu: Menu): (ref: ThingRef) => Thing | undefined {
  const byKind = new Map<ListKind, ReadonlyMap<Id, Thing>>();
  return ({ kind, id }) => {
    if (kind === 'settings') return settingsOf(menu);
    let things = byKind.get(kind);
    if (!things) byKind.set(kind, (things = new Map(listOf(menu, kind).map((thing) => [thing.id, thing]))));
    return things.get(id);
  };
}
