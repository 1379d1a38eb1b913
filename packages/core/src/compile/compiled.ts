import type { Cell, Cost, Daypart, Effect, Id, Item, Location, Menu, Station, Text } from '../menu/document.ts';
import type { Amount, Charge, Choice, ChoicePrice, Group, IncludedFirst } from '../menu/group-schema.ts';
import type { Price } from '../money/money.ts';

/**
 * The compiled form of a menu: indexes, parsed references and each item's offered groups, created once per revision and
 * shared by all quotes. Read-only; everything specific to a quote lives in the quote.
 */
export interface CompiledMenu {
  readonly menu: Menu;
  readonly firstLocale: string;
  readonly firstList: Id;
  /** Price lists with their indexes. */
  readonly priceLists: ReadonlyMap<Id, number>;
  readonly locations: ReadonlyMap<Id, Location>;
  readonly dayparts: ReadonlyMap<Id, Daypart>;
  /** What ingredients cost to buy, where that is known. */
  readonly costs: ReadonlyMap<Id, Cost>;
  readonly stations: readonly Station[];
  readonly stationIndex: ReadonlyMap<Id, number>;
  /** The compiled item; undefined if the menu has none with that id. */
  readonly item: (id: string) => CompiledItem | undefined;
  /** The order's own questions, as an item of price 0 that sections and item rules don't apply to. */
  readonly order: CompiledItem;
}

export interface CompiledItem {
  readonly item: Item;
  readonly groups: readonly OfferedGroup[];
  readonly groupIndex: ReadonlyMap<Id, number>;
  readonly rules: readonly CompiledRule[];
  /** The rules that affect the base price, and those that append to the code or print a message. */
  readonly onBase: readonly number[];
  readonly outspoken: readonly number[];
  readonly cells: VariantTable | undefined;
  readonly home: number;
  /** The stations that read all its words: its home station; none for the order's own questions. */
  readonly homes: ReadonlySet<number>;
  readonly ticketName: string;
  readonly uses: readonly UsedIngredient[];
  readonly allergens: readonly string[];
}

/** A rule that applies to the item, with its condition in the item's group and choice indexes. */
export interface CompiledRule {
  readonly id: Id;
  readonly when: CompiledCondition;
  readonly then: readonly Effect[];
  /** The codes it appends, and the messages it tells in the first locale. */
  readonly codes: readonly string[];
  readonly tells: readonly string[];
}

export type CompiledCondition =
  | { readonly kind: 'all' | 'any'; readonly of: readonly CompiledCondition[] }
  | { readonly kind: 'not'; readonly of: CompiledCondition }
  | {
      readonly kind: 'units';
      readonly group: number;
      readonly choice: number | undefined;
      readonly atLeast: number;
      readonly atMost: number;
    }
  | { readonly kind: 'quantity'; readonly atLeast: number; readonly atMost: number }
  | CircumstanceTest;

/** Tests one circumstance of an order: channel, daypart, guest and so on. */
export interface CircumstanceTest {
  readonly kind: 'circumstance';
  readonly of: 'channel' | 'service' | 'location' | 'daypart' | 'priceList' | 'guest';
  readonly is: string;
}

/** A group offered by an item, or opened by a choice. */
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
  /** Whether it is part of the item's variants table. */
  readonly by: boolean;
  /** Whether one of its choices sets or multiplies the base price. */
  readonly setsBase: boolean;
  /** Whether one of its choices opens other groups. */
  readonly opens: boolean;
  /** Undefined if its answers depend on too much to be cached. */
  readonly cacheDependencies: CacheDependencies | undefined;
  readonly ruled: Ruled;
  readonly limits: readonly { readonly rule: number; readonly limit: Extract<Effect, { limit: unknown }>['limit'] }[];
  readonly routes: readonly Route[];
}

/** What a group's cached answers depend on besides its own picks and the price list. */
export interface CacheDependencies {
  /** The rules that affect which picks are accepted. */
  readonly acceptance: readonly number[];
  /** The rules that affect limits, prices and stations. */
  readonly effects: readonly number[];
  /** The groups whose first accepted choice sets a price. */
  readonly pricedBy: readonly number[];
  /** The maximum units of a valid pick, and the radix in which a valid pick is one digit. */
  readonly mostUnits: number;
  readonly radix: number;
}

/** Indexes of the item's rules that show or hide something. */
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
  /** Whether it sets or multiplies the base price, and so has no price of its own. */
  readonly setsBase: boolean;
  readonly attachedPrice: Price | undefined;
  readonly setBy: readonly { readonly rule: number; readonly add: Price }[];
  /** The group that the `by` price refers to, as an index; undefined if the item does not offer it. */
  readonly byGroup: number | undefined;
  readonly ruled: Ruled;
  readonly routes: readonly Route[];
  readonly station: number | undefined;
  readonly ticketName: string;
  readonly calories: number;
  readonly uses: readonly UsedIngredient[];
  readonly allergens: readonly string[];
  /** `group/choice`, as in `out`. */
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
