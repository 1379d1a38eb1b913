import isEqual from 'fast-deep-equal';
import { type Change, touchedBy } from '../change/change.ts';
import { type Edit, settingsOf } from '../change/edit.ts';
import type { Ingredient, Item, Menu } from '../menu/document.ts';
import type { Attachment, Group } from '../menu/group-schema.ts';
import type { Count, Pantry } from '../pantry/pantry.ts';

import { keyOfCount, keysOfCount } from './keys.ts';

/** A menu and the counts of a pantry while rows are put into them. Things keep their order; new ones come last. */
export interface TableDraft {
  readonly menu: Menu;
  readonly items: Map<string, Item>;
  readonly groups: Map<string, Group>;
  readonly ingredients: Map<string, Ingredient>;
  orderGroups: readonly Attachment[];
  readonly counts: Map<string, Count>;
}

export function newDraft(menu: Menu, pantry?: Pantry): TableDraft {
  const byId = <T extends { readonly id: string }>(things: readonly T[] = []) =>
    new Map(things.map((thing) => [thing.id, thing]));
  return {
    menu,
    items: byId(menu.items),
    groups: byId(menu.groups),
    ingredients: byId(menu.ingredients),
    orderGroups: menu.orderGroups ?? [],
    counts: new Map((pantry?.counts ?? []).map((count) => [keyOfCount(keysOfCount(count)), count])),
  };
}

/** The menu with what was put into the draft. */
export function menuOf({ menu, items, groups, ingredients, orderGroups }: TableDraft): Menu {
  const { orderGroups: _, ingredients: __, ...rest } = menu;
  return {
    ...rest,
    ...((menu.ingredients || ingredients.size > 0) && { ingredients: [...ingredients.values()] }),
    groups: [...groups.values()],
    items: [...items.values()],
    ...((menu.orderGroups || orderGroups.length > 0) && { orderGroups: [...orderGroups] }),
  };
}

/** What the draft changes; undefined if it changes nothing. */
export function changeOf(draft: TableDraft): Change | undefined {
  const { menu, orderGroups } = draft;
  const edits: Edit[] = (['ingredients', 'groups', 'items'] as const).flatMap((kind) => {
    const before = new Map((menu[kind] ?? []).map((thing) => [thing.id, thing]));
    return [...draft[kind].values()]
      .filter((thing) => before.get(thing.id) !== thing)
      .map((thing): Edit => ({ type: 'put', kind, thing }));
  });
  if (!isEqual(orderGroups, menu.orderGroups ?? []))
    edits.push({ type: 'put', kind: 'settings', thing: settingsOf(menuOf(draft)) });
  return touchedBy({ edits }).length === 0 ? undefined : { edits };
}
