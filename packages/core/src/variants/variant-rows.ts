import { compileMenu } from '../compile/compile-menu.ts';
import type { Cell, Id, Item, Menu } from '../menu/document.ts';
import type { Choice } from '../menu/group-schema.ts';
import { attachedLimits, indexOffers, offersOf } from '../menu/offered.ts';
import { priceByList, type Price } from '../money/money.ts';
import type { Clock } from '../quote/calendar.ts';
import { evaluateLine } from '../quote/work-line.ts';
import { cellOf, combinationId } from '../menu/cells.ts';

/** A group that combinations can be made of: one that a dish asks for exactly one choice of. */
export interface VariantGroup {
  readonly id: Id;
  readonly name: string;
  /** Whether it is attached to the dish itself, rather than by section or tag. */
  readonly isAttached: boolean;
  readonly choices: readonly Choice[];
}

/** One combination of a dish's variants. */
export interface VariantRow {
  readonly id: string;
  readonly pick: Cell['pick'];
  readonly choices: readonly Choice[];
  readonly cell: Cell | undefined;
  /** What it costs without a price of its own, by price list. */
  readonly ordinary: Price;
}

/** At most so many groups make combinations. */
export const MOST_VARIANT_GROUPS = 3;

/** The groups of a dish that combinations can be made of, in the order asked. */
export function variantGroups(menu: Menu, item: Item): VariantGroup[] {
  return offersOf(indexOffers(menu), item).flatMap(({ group, attachment, attachedAt }) => {
    if (group.kind !== 'choices') return [];
    const { min, max } = attachedLimits(group, attachment);
    if (min !== 1 || max !== 1) return [];
    const choices = (group.choices ?? []).filter(({ id }) => attachment.only?.includes(id) ?? true);
    return [{ id: group.id, name: group.name, isAttached: attachedAt !== undefined, choices }];
  });
}

/** The number of combinations that some of a dish's groups make. */
export function countVariants(groups: readonly VariantGroup[], by: readonly Id[]): number {
  return by.reduce((product, id) => product * (groups.find((group) => group.id === id)?.choices.length ?? 0), 1);
}

/** The choices of all combinations of a dish's variants, in the order of its groups and their choices. */
export function combinationsOf(
  menu: Menu,
  item: Item,
): { readonly pick: Cell['pick']; readonly choices: readonly Choice[] }[] {
  const { variants } = item;
  if (!variants) return [];
  const offered = variantGroups(menu, item);
  const groups = variants.by.map((id) => offered.find((group) => group.id === id)?.choices ?? []);
  const combinations = groups.reduce<readonly (readonly Choice[])[]>(
    (made, choices) => made.flatMap((before) => choices.map((choice) => [...before, choice])),
    [[]],
  );
  return combinations.map((choices) => ({
    pick: Object.fromEntries(variants.by.map((group, i) => [group, choices[i]?.id ?? ''])),
    choices,
  }));
}

/** All combinations of a dish's variants, with what each says and what it costs without. */
export function variantRows(menu: Menu, item: Item, clock: Clock): VariantRow[] {
  const { variants } = item;
  if (!variants) return [];
  const ordinary = ordinaryPrices(menu, item, clock);
  return combinationsOf(menu, item).map(({ pick, choices }) => ({
    ...{ id: combinationId(variants, pick), pick, choices, cell: cellOf(variants, pick), ordinary: ordinary(pick) },
  }));
}

/** Prices combinations of a dish as if it had no variants. */
export function ordinaryPrices(menu: Menu, item: Item, clock: Clock): (pick: Cell['pick']) => Price {
  const { variants: _, ...plain } = item;
  const compiled = compileMenu({ ...menu, items: [...menu.items.filter(({ id }) => id !== item.id), plain] });
  return (pick) => {
    const picks = Object.entries(pick).map(([group, choice]) => ({ group, choice }));
    return priceByList(menu.priceLists, (priceList) => {
      const line = { item: item.id, priceList, picks };
      return evaluateLine(compiled, line, clock)?.price.unit ?? 0;
    });
  };
}
