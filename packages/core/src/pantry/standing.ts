import { countsAt } from './counts-at.ts';
import type { Out } from '../api/line.ts';
import { compileMenu } from '../compile/compile-menu.ts';
import type { CompiledMenu } from '../compile/compiled.ts';
import type { Menu } from '../menu/document.ts';
import { type What } from '../menu/what.ts';
import { type Combination, keyOfWhat } from '../menu/what-key.ts';
import { fromThousandths, toThousandths } from '../money/thousandths.ts';
import type { Clock } from '../quote/calendar.ts';
import type { Count, Off, Pantry } from './pantry.ts';
import { stockIndex, type StockIndex } from './stock-index.ts';

/** What is out at a place and a moment, how many more portions there are, and what runs short. */
export interface Standing {
  readonly out: Required<Out>;
  readonly left: {
    readonly items: Readonly<Record<string, number>>;
    readonly choices: Readonly<Record<string, number>>;
    readonly variants: readonly (Combination & { readonly left: number })[];
  };
  readonly short: readonly { what: What; onHand: number; low?: number; state: 'low' | 'none' }[];
  /** Entries about what the menu no longer has, or places it no longer has. */
  readonly stale: readonly { what: What; location?: string }[];
}

/** Where and when: no location stands for what holds without one; `at` is now by the location's clock if absent. */
export interface StandingAt {
  readonly location?: string;
  readonly at?: string;
}

/** Undefined if the menu has no such location. Service contract, section 2. */
export function standing(menu: Menu, pantry: Pantry, { location, at }: StandingAt, clock: Clock): Standing | undefined {
  const compiled = compileMenu(menu);
  const place = location === undefined ? undefined : compiled.locations.get(location);
  if (location !== undefined && !place) return undefined;
  return new Stocktaking(compiled, pantry, location, at ?? clock(place?.timeZone)).standing();
}

/** One portion, in thousandths: a dish, choice or combination counted below it is out. */
const ONE_PORTION = 1000;

class Stocktaking {
  readonly #menu: CompiledMenu;
  readonly #pantry: Pantry;
  readonly #stock: StockIndex;
  readonly #counts: ReadonlyMap<string, Count>;
  readonly #off: ReadonlySet<string>;

  constructor(menu: CompiledMenu, pantry: Pantry, location: string | undefined, at: string) {
    this.#menu = menu;
    this.#pantry = pantry;
    this.#stock = stockIndex(menu);
    this.#counts = countsAt(pantry, location);
    const offs = (pantry.off ?? []).filter((off) => this.#stock.knows(off.what) && isOn(off, location, at));
    this.#off = new Set(offs.map(({ what }) => keyOfWhat(what)));
  }

  standing(): Standing {
    const { items, choices, ingredients, combinations } = this.#stock;
    const variants = combinations(
      [...(this.#pantry.off ?? []), ...(this.#pantry.counts ?? [])].map(({ what }) => what),
    );
    const counted = variants.filter((variant) => this.#isOut({ variant }) || this.#count({ variant }) !== undefined);
    const left = (ids: Iterable<string>, of: (id: string) => number | undefined) =>
      Object.fromEntries(
        [...ids].sort().flatMap((id) => ((found) => (found === undefined ? [] : [[id, found]]))(of(id))),
      );
    return {
      out: {
        items: [...items.keys()].filter((item) => this.#isItemOut(item)).sort(),
        choices: [...choices.keys()].filter((choice) => this.#isChoiceOut(choice)).sort(),
        ingredients: [...ingredients].filter((ingredient) => this.#isOut({ ingredient })).sort(),
        variants: variants.filter((variant) => this.#isOut({ variant })),
      },
      left: {
        items: left(items.keys(), (id) => this.#itemLeft(id)),
        choices: left(choices.keys(), (path) => this.#choiceLeft(path)),
        variants: counted.map((variant) => ({ ...variant, left: this.#variantLeft(variant) })),
      },
      short: this.#short(),
      stale: this.#stale(),
    };
  }

  #count(what: What): number | undefined {
    const count = this.#counts.get(keyOfWhat(what));
    return count && toThousandths(count.onHand);
  }

  /** Off by hand, or counted to less than a portion (of an ingredient: to nothing). */
  #isOut(what: What): boolean {
    const onHand = this.#count(what);
    const least = 'ingredient' in what ? 1 : ONE_PORTION;
    return this.#off.has(keyOfWhat(what)) || (onHand !== undefined && onHand < least);
  }

  #isItemOut(item: string): boolean {
    return this.#isOut({ item }) || this.#exceeds(this.#stock.items.get(item));
  }

  #isChoiceOut(choice: string): boolean {
    return this.#isOut({ choice }) || this.#exceeds(this.#stock.choices.get(choice)?.uses);
  }

  #exceeds(uses: ReadonlyMap<string, number> = new Map()): boolean {
    return [...uses].some(([ingredient, used]) => used > (this.#count({ ingredient }) ?? Infinity));
  }

  #itemLeft(item: string): number | undefined {
    const uses = this.#stock.items.get(item);
    if (this.#isItemOut(item) || this.#lacks(uses)) return 0;
    return least([this.#portions({ item }), this.#portionsOf(uses)]);
  }

  #choiceLeft(choice: string): number | undefined {
    const { uses, item } = this.#stock.choices.get(choice) ?? {};
    const ofItem = item === undefined ? undefined : this.#itemLeft(item);
    if (this.#isChoiceOut(choice) || this.#lacks(uses)) return 0;
    return least([this.#portions({ choice }), this.#portionsOf(uses), ofItem]);
  }

  #variantLeft(variant: Combination): number {
    const { item, pick } = variant;
    const paths = Object.entries(pick).map(([group, choice]) => `${group}/${choice}`);
    const together = new Map(this.#stock.items.get(item));
    for (const path of paths)
      for (const [ingredient, used] of this.#stock.choices.get(path)?.uses ?? [])
        together.set(ingredient, (together.get(ingredient) ?? 0) + used);
    if (this.#isOut({ variant })) return 0;
    const parts = [this.#itemLeft(item), ...paths.map((path) => this.#choiceLeft(path)), this.#portionsOf(together)];
    return least([this.#portions({ variant }), ...parts]) ?? 0;
  }

  /** Whether an ingredient that is used is out. */
  #lacks(uses: ReadonlyMap<string, number> = new Map()): boolean {
    return [...uses.keys()].some((ingredient) => this.#isOut({ ingredient }));
  }

  #portions(what: What): number | undefined {
    const onHand = this.#count(what);
    return onHand === undefined ? undefined : Math.max(0, Math.floor(onHand / ONE_PORTION));
  }

  #portionsOf(uses: ReadonlyMap<string, number> = new Map()): number | undefined {
    return least(
      [...uses].map(([ingredient, used]) => {
        const onHand = this.#count({ ingredient });
        return onHand === undefined || used === 0 ? undefined : Math.max(0, Math.floor(onHand / used));
      }),
    );
  }

  #short(): Standing['short'] {
    return (this.#pantry.counts ?? []).flatMap((count) => {
      const { what, onHand, low } = count;
      if (this.#counts.get(keyOfWhat(what)) !== count || !this.#stock.knows(what)) return [];
      const least = fromThousandths('ingredient' in what ? 1 : ONE_PORTION);
      const state = onHand < least ? 'none' : low !== undefined && onHand <= low ? 'low' : undefined;
      return state ? [{ what, onHand, ...(low !== undefined && { low }), state } as const] : [];
    });
  }

  #stale(): Standing['stale'] {
    const entries = [
      ...(this.#pantry.off ?? []).map(({ what, locations }) => ({ what, locations })),
      ...(this.#pantry.counts ?? []).map(({ what, location }) => ({
        what,
        locations: location === undefined ? undefined : [location],
      })),
    ];
    const found = new Map<string, { what: What; location?: string }>();
    for (const { what, locations } of entries) {
      const isNowhere = locations?.every((id) => !this.#menu.locations.has(id)) ?? false;
      const [first] = locations ?? [];
      if (!isNowhere && this.#stock.knows(what)) continue;
      const entry = { what, ...(isNowhere && first !== undefined && { location: first }) };
      const key = JSON.stringify([keyOfWhat(what), entry.location]);
      if (!found.has(key)) found.set(key, entry);
    }
    return [...found.values()];
  }
}

/** Whether something is off at a location and a local minute. */
export function isOn({ locations, from, until }: Off, location: string | undefined, at: string): boolean {
  const isHere = locations === undefined || (location !== undefined && locations.includes(location));
  return isHere && (from === undefined || from <= at) && (until === undefined || at < until);
}

/** The least of the numbers that are there. */
function least(numbers: readonly (number | undefined)[]): number | undefined {
  const there = numbers.filter((number) => number !== undefined);
  return there.length === 0 ? undefined : Math.min(...there);
}
