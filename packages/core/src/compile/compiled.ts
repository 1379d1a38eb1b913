import type { Condition } from '../menu/condition-schema.ts';
import type { Cell, Daypart, Effect, Id, Item, Location, Menu, Station, Text } from '../menu/document.ts';
import type { Amount, Charge, Choice, ChoicePrice, Group, IncludedFirst } from '../menu/group-schema.ts';
import type { Price } from '../money/money.ts';

/**
 * The compiled form of a menu: indexes, parsed references and each item's offered groups, made once per revision
 * and shared by all quotes. Everything in it is read-only; what differs from quote to quote lives in the quote.
 */
export interface CompiledMenu {
  readonly menu: Menu;
  readonly firstLocale: string;
  readonly firstList: Id;
  readonly priceLists: ReadonlySet<Id>;
  readonly locations: ReadonlyMap<Id, Location>;
  readonly dayparts: ReadonlyMap<Id, Daypart>;
  readonly stations: readonly Station[];
  readonly stationIndex: ReadonlyMap<Id, number>;
  /** The compiled item; undefined when the menu has none of that id. */
  readonly item: (id: string) => CompiledItem | undefined;
  /** The order's own questions, as an item of price 0 that no section or rule of items speaks of. */
  readonly order: CompiledItem;
}

export interface CompiledItem {
  readonly item: Item;
  readonly groups: readonly OfferedGroup[];
  readonly groupIndex: ReadonlyMap<Id, number>;
  readonly rules: readonly CompiledRule[];
  readonly cells: VariantTable | undefined;
  readonly home: number;
  readonly uses: readonly UsedIngredient[];
  readonly allergens: readonly string[];
}

/** A rule that concerns the item, its condition spoken in the item's own group and choice numbers. */
export interface CompiledRule {
  readonly id: Id;
  readonly when: CompiledCondition;
  readonly then: readonly Effect[];
}

export type CompiledCondition =
  | { readonly kind: 'all' | 'any'; readonly of: readonly CompiledCondition[] }
  | { readonly kind: 'not'; readonly of: CompiledCondition }
  | { readonly kind: 'units'; readonly group: number; readonly choice: number | undefined; readonly atLeast: number; readonly atMost: number }
  | { readonly kind: 'quantity'; readonly atLeast: number; readonly atMost: number }
  | { readonly kind: 'circumstance'; readonly test: Exclude<Condition, { all: unknown } | { any: unknown } | { not: unknown }> };

/** A group as an item offers it, or as a choice opens it. */
export interface OfferedGroup {
  readonly index: number;
  readonly id: Id;
  readonly group: Group;
  readonly heading: Text | undefined;
  readonly min: number;
  readonly max: number | null;
  readonly included: number;
  readonly includedFirst: IncludedFirst;
  readonly printsChanges: boolean;
  readonly choices: readonly OfferedChoice[];
  readonly choiceIndex: ReadonlyMap<Id, number>;
  readonly amounts: ReadonlyMap<Id, Amount>;
  readonly priceList: Id | undefined;
  /** Whether it is one of the groups that the item's variants are made of. */
  readonly by: boolean;
  readonly ruled: Ruled;
  readonly limits: readonly { readonly rule: number; readonly limit: Extract<Effect, { limit: unknown }>['limit'] }[];
  readonly routes: readonly Route[];
}

/** The rules, by their place among the item's rules, that show or hide something. */
export interface Ruled {
  readonly show: readonly number[];
  readonly hide: readonly number[];
}

export interface Route {
  readonly rule: number;
  readonly station: number;
}

export interface OfferedChoice {
  readonly index: number;
  readonly id: Id;
  readonly choice: Choice;
  readonly max: number;
  readonly preselected: number;
  readonly charge: Charge;
  readonly price: ChoicePrice | undefined;
  readonly attachedPrice: Price | undefined;
  readonly setBy: readonly { readonly rule: number; readonly add: Price }[];
  /** Where the `by` price looks, as an offered group of the item; undefined when the item does not offer it. */
  readonly byGroup: number | undefined;
  readonly ruled: Ruled;
  readonly routes: readonly Route[];
  readonly station: number | undefined;
  readonly ticketName: string;
  readonly calories: number;
  readonly uses: readonly UsedIngredient[];
  readonly allergens: readonly string[];
  /** `group/choice`, as `out` names it. */
  readonly path: string;
  readonly opens: readonly OfferedGroup[];
}

export interface UsedIngredient {
  readonly ingredient: Id;
  readonly thousandths: number;
}

export interface VariantTable {
  readonly by: readonly number[];
  readonly hasPrices: boolean;
  readonly cells: ReadonlyMap<string, Cell>;
}

/** The key of a combination: the choices of the `by` groups in the table's order. */
export function combinationKey(choices: readonly Id[]): string {
  return choices.join(' ');
}
