import { type HeldCount, keyOfWhat, type Menu, type NamedWhat, type StockThing } from '@hearty-ladle/core';

/** Something in the pantry: an ingredient, or whatever else is counted at the location. */
export interface StockRow {
  readonly one: NamedWhat;
  /** Undefined while it is not counted. */
  readonly count: HeldCount | undefined;
  readonly unit: string;
  /** How many portions of what uses it are on hand, the scarcest first. */
  readonly enoughFor: string;
  readonly state: 'none' | 'low' | 'well' | 'uncounted';
  /** Where it stands, and how it is delivered. */
  readonly thing: StockThing;
}

interface Stock {
  readonly counts: readonly HeldCount[];
  readonly things: readonly StockThing[];
  readonly location: string | undefined;
}

/** The rows of a location: its own counts, else those that hold everywhere. */
export function stockRows(menu: Menu, all: readonly NamedWhat[], { counts, things, location }: Stock): StockRow[] {
  const held = new Map<string, HeldCount>();
  for (const count of counts) {
    const key = keyOfWhat(count.what);
    if (count.location === location || (count.location === undefined && !held.has(key))) held.set(key, count);
  }
  const names = new Map(all.map(({ key, name }) => [key, name]));
  const known = new Map(things.map((thing) => [keyOfWhat(thing.what), thing]));
  return all
    .filter(({ key, kind }) => kind === 'ingredient' || held.has(key))
    .map((one) => {
      const count = held.get(one.key);
      const isIngredient = 'ingredient' in one.what;
      const least = isIngredient ? 0.001 : 1;
      return {
        one,
        count,
        unit: isIngredient ? one.of : 'portions',
        enoughFor: 'ingredient' in one.what ? usesOf(menu, one.what.ingredient, count?.onHand, names) : '',
        state: !count
          ? 'uncounted'
          : count.onHand < least
            ? 'none'
            : count.low !== undefined && count.onHand <= count.low
              ? 'low'
              : 'well',
        thing: known.get(one.key) ?? { what: one.what, shelf: '', packs: [] },
      };
    });
}

/** The rows shelf by shelf, shelves in the order of their names and numbers; what stands nowhere comes last. */
export function byShelf(rows: readonly StockRow[]): { readonly name: string; readonly rows: readonly StockRow[] }[] {
  const shelves = new Map<string, StockRow[]>();
  for (const row of rows) shelves.set(row.thing.shelf, [...(shelves.get(row.thing.shelf) ?? []), row]);
  return [...shelves]
    .map(([name, held]) => ({ name, rows: held }))
    .sort((one, other) =>
      one.name === '' ? 1 : other.name === '' ? -1 : one.name.localeCompare(other.name, undefined, { numeric: true }),
    );
}

const MOST_USES = 3;

function usesOf(
  menu: Menu,
  ingredient: string,
  onHand: number | undefined,
  names: ReadonlyMap<string, string>,
): string {
  const users = [
    ...menu.items.map(({ id, uses }) => ({ key: keyOfWhat({ item: id }), uses })),
    ...menu.groups.flatMap((group) =>
      group.kind === 'choices'
        ? (group.choices ?? []).map(({ id, uses }) => ({ key: keyOfWhat({ choice: `${group.id}/${id}` }), uses }))
        : [],
    ),
  ];
  const found = users.flatMap(({ key, uses = [] }) => {
    const quantity = uses.find((use) => use.ingredient === ingredient)?.quantity;
    return quantity === undefined ? [] : [{ name: names.get(key) ?? key, quantity }];
  });
  const shown = found
    .toSorted((a, b) => b.quantity - a.quantity)
    .slice(0, MOST_USES)
    .map(({ name, quantity }) =>
      onHand === undefined ? name : `${Math.max(0, Math.floor(onHand / quantity + 1e-9))} × ${name}`,
    );
  return [...shown, ...(found.length > MOST_USES ? [`${found.length - MOST_USES} more`] : [])].join(', ');
}
