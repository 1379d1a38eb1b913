import { compileMenu } from '../compile/compile-menu.ts';
import type { CompiledMenu } from '../compile/compiled.ts';
import type { Item, Menu } from '../menu/document.ts';
import type { Use } from '../menu/group-schema.ts';
import { type What } from '../menu/what.ts';
import { type Combination, keyOfWhat, sortedCombinations } from '../menu/what-key.ts';
import { toThousandths } from '../money/thousandths.ts';

/** Thousandths of each ingredient that one portion uses. */
type Uses = ReadonlyMap<string, number>;

/** What of a menu can be off or counted, and what one portion of it uses. */
export interface StockIndex {
  readonly items: ReadonlyMap<string, Uses>;
  /** By `group/choice`; what a choice that is itself a dish uses is summed with that dish's. */
  readonly choices: ReadonlyMap<string, { readonly uses: Uses; readonly item: string | undefined }>;
  readonly ingredients: ReadonlySet<string>;
  readonly knows: (what: What) => boolean;
  /** The known combinations among some things, each once, sorted by dish, then by their picks in the table's order. */
  readonly combinations: (things: readonly What[]) => Combination[];
}

const indexes = new WeakMap<Menu, StockIndex>();

export function stockIndex(menu: CompiledMenu): StockIndex {
  const known = indexes.get(menu.menu);
  if (known) return known;
  const index = newStockIndex(menu);
  indexes.set(menu.menu, index);
  return index;
}

/** Whether the menu has a dish, choice, ingredient or combination, so that it can be off or counted. */
export function isKnownWhat(menu: Menu, what: What): boolean {
  return stockIndex(compileMenu(menu)).knows(what);
}

function newStockIndex(compiled: CompiledMenu): StockIndex {
  const { menu } = compiled;
  const byId = new Map(menu.items.map((item) => [item.id, item]));
  const items = new Map(menu.items.map(({ id, uses }) => [id, usesOf(uses)]));
  const choices = new Map(
    menu.groups.flatMap((group) =>
      group.kind !== 'choices'
        ? []
        : (group.choices ?? []).map(({ id, uses, item }) => {
            const stoodFor = item === undefined ? undefined : byId.get(item);
            return [`${group.id}/${id}` as string, { uses: usesOf(uses, stoodFor?.uses), item }] as const;
          }),
    ),
  );
  const ingredients = new Set((menu.ingredients ?? []).map(({ id }) => id));
  const isKnown = ({ item, pick }: Combination) => {
    const by = byId.get(item)?.variants?.by;
    return (
      by?.length === Object.keys(pick).length && by.every((group) => isOffered(compiled, item, group, pick[group]))
    );
  };
  return {
    items,
    choices,
    ingredients,
    knows: (what) => {
      if ('item' in what) return items.has(what.item);
      if ('choice' in what) return choices.has(what.choice);
      return 'ingredient' in what ? ingredients.has(what.ingredient) : isKnown(what.variant);
    },
    combinations: (things) => sorted(things, byId, isKnown),
  };
}

function isOffered(menu: CompiledMenu, item: string, group: string, choice: string | undefined): boolean {
  const compiled = menu.item(item);
  const offered = compiled?.groups[compiled.groupIndex.get(group) ?? -1];
  return choice !== undefined && (offered?.choiceIndex.has(choice) ?? false);
}

function usesOf(...lists: readonly (readonly Use[] | undefined)[]): Map<string, number> {
  const sums = new Map<string, number>();
  for (const { ingredient, quantity } of lists.flatMap((list) => list ?? []))
    sums.set(ingredient, (sums.get(ingredient) ?? 0) + toThousandths(quantity));
  return sums;
}

function sorted(
  things: readonly What[],
  items: ReadonlyMap<string, Item>,
  isKnown: (combination: Combination) => boolean,
): Combination[] {
  const found = new Map<string, Combination>();
  for (const what of things) if ('variant' in what && isKnown(what.variant)) found.set(keyOfWhat(what), what.variant);
  return sortedCombinations([...found.values()], (item) => items.get(item)?.variants?.by ?? []);
}
