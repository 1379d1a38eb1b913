import type { Cell, Item, Menu } from '../menu/document.ts';
import type { Attachment } from '../menu/group-schema.ts';
import type { What } from '../menu/what.ts';
import type { Count } from '../pantry/pantry.ts';
import type { Column } from './column.ts';
import { keyOfCount, keysOfCount, pickOf, pickText } from './keys.ts';
import { countColumns, questionColumns, variantColumns } from './columns-of-others.ts';
import type { TableDraft } from './table-draft.ts';
import type { TableKind } from './table-kind.ts';

/** Stands in the column `Dish` for what is asked once per order. */
export const OF_THE_ORDER = '(order)';

export function questionTable(menu: Menu): TableKind {
  const asked = (draft: TableDraft, dish: string): readonly Attachment[] | undefined =>
    dish === OF_THE_ORDER ? draft.orderGroups : draft.items.get(dish) && (draft.items.get(dish)?.groups ?? []);
  return {
    name: 'questions',
    keys: [
      { header: 'Dish', note: `The id of the dish; ${OF_THE_ORDER}: asked once per order.` },
      { header: 'Group', note: 'The id of the group that is asked.' },
    ],
    columns: questionColumns(menu) as unknown as readonly Column<object>[],
    things: (draft) => [
      ...[...draft.items.values()].flatMap((item) =>
        (item.groups ?? []).map((thing) => ({ keys: [item.id, thing.group], thing })),
      ),
      ...draft.orderGroups.map((thing) => ({ keys: [OF_THE_ORDER, thing.group], thing })),
    ],
    get: (draft, [dish = '', group]) => asked(draft, dish)?.find((at) => at.group === group),
    add: (draft, [dish = '', group = '']) => {
      if (!asked(draft, dish)) return { says: `There is no dish of the id “${dish}”.` };
      return group === '' ? { says: 'Write which group is asked.' } : { keys: [dish, group], thing: { group } };
    },
    put: (draft, [dish = '', group = ''], thing) => {
      const before = asked(draft, dish) ?? [];
      const next = put(before, (at) => at.group === group, thing as Attachment);
      const item = draft.items.get(dish);
      if (dish === OF_THE_ORDER) draft.orderGroups = next;
      else if (item) draft.items.set(dish, { ...item, groups: next });
    },
  };
}

export function variantTable(menu: Menu): TableKind {
  const cellsOf = (item: Item | undefined) => item?.variants?.cells ?? [];
  return {
    name: 'variants',
    keys: [
      { header: 'Dish', note: 'The id of the dish.' },
      { header: 'Combination', note: 'A group and a choice each: size: large; milk: oat.' },
    ],
    columns: variantColumns(menu) as unknown as readonly Column<object>[],
    things: (draft) =>
      [...draft.items.values()].flatMap((item) =>
        cellsOf(item).map((cell) => ({ keys: [item.id, pickText(cell.pick)], thing: cell })),
      ),
    get: (draft, [dish = '', combination = '']) =>
      cellsOf(draft.items.get(dish)).find(({ pick }) => isSamePick(pick, pickOf(combination))),
    add: (draft, [dish = '', combination = '']) => {
      const { variants } = draft.items.get(dish) ?? {};
      if (!variants) return { says: `No dish of the id “${dish}” has combinations.` };
      const pick = pickOf(combination);
      if (!pick || Object.keys(pick).length === 0)
        return { says: `“${combination}” is not a combination, as in “size: large; milk: oat”.` };
      return { keys: [dish, pickText(pick)], thing: { pick } };
    },
    saysNothingAlone: true,
    put: (draft, [dish = '', combination = ''], thing) => {
      const item = draft.items.get(dish);
      if (!item?.variants) return;
      const wanted = pickOf(combination);
      const cells = put(item.variants.cells, ({ pick }) => isSamePick(pick, wanted), thing as Cell);
      draft.items.set(dish, { ...item, variants: { ...item.variants, cells } });
    },
  };
}

const COUNTED = ['dish', 'choice', 'ingredient', 'combination'] as const;

export function countTable(): TableKind {
  return {
    name: 'counts',
    keys: [
      { header: 'What', note: 'What is counted.', options: COUNTED },
      { header: 'Id', note: 'Its id; for a choice its group too: toppings/egg.' },
      { header: 'Combination', note: 'Of a dish: size: large; milk: oat.' },
      { header: 'Location', note: 'The id of the location; empty: wherever no count of its own is there.' },
    ],
    columns: countColumns() as unknown as readonly Column<object>[],
    needs: ['On hand'],
    things: (draft) => [...draft.counts.values()].map((thing) => ({ keys: keysOfCount(thing), thing })),
    get: (draft, keys) => draft.counts.get(keyOfCount(keys)),
    add: (draft, keys) => {
      const what = whatOf(draft.menu, keys);
      if ('says' in what) return what;
      const [, , , location = ''] = keys;
      if (location !== '' && !draft.menu.locations?.some(({ id }) => id === location))
        return { says: `There is no location of the id “${location}”.` };
      return { keys, thing: { what, ...(location !== '' && { location }) } };
    },
    put: (draft, keys, thing) => void draft.counts.set(keyOfCount(keys), thing as Count),
  };
}

/** What a row of counts speaks of, if the menu has it. */
function whatOf(
  menu: Menu,
  [kind = '', id = '', combination = '']: readonly string[],
): What | { readonly says: string } {
  const none = { says: `The menu has no ${kind} “${id}”.` };
  switch (COUNTED.find((one) => one === kind.toLowerCase())) {
    case 'dish':
      return menu.items.some((item) => item.id === id) ? { item: id } : none;
    case 'ingredient':
      return menu.ingredients?.some((one) => one.id === id) ? { ingredient: id } : none;
    case 'choice': {
      const [group, choice] = id.split('/');
      const found = menu.groups.find((one) => one.id === group);
      const isThere = found?.kind === 'choices' && found.choices?.some((one) => one.id === choice);
      return isThere ? { choice: id } : none;
    }
    case 'combination': {
      const pick = pickOf(combination);
      const item = menu.items.find((one) => one.id === id);
      const isWhole = pick && item?.variants && item.variants.by.every((group) => Object.hasOwn(pick, group));
      return isWhole ? { variant: { item: id, pick } } : none;
    }
    case undefined:
      return { says: `“${kind}” is not one of ${COUNTED.join(', ')}.` };
  }
}

function isSamePick(
  one: Readonly<Record<string, string>>,
  other: Readonly<Record<string, string>> | undefined,
): boolean {
  const groups = Object.keys(one);
  return (
    other !== undefined &&
    groups.length === Object.keys(other).length &&
    groups.every((group) => one[group] === other[group])
  );
}

function put<T>(list: readonly T[], isIt: (one: T) => boolean, thing: T): T[] {
  const at = list.findIndex(isIt);
  return at < 0 ? [...list, thing] : list.map((one, i) => (i === at ? thing : one));
}
