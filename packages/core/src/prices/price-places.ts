import type { Edit, Thing } from '../change/edit.ts';
import type { Effect, Id, Item, Menu } from '../menu/document.ts';
import type { Choice, ChoicePrice, Group } from '../menu/group-schema.ts';
import type { Price } from '../money/money.ts';

/** What kind of sum a price is. Percentages and factors are none. */
export type PriceKind =
  'dish' | 'sale' | 'quantity' | 'variant' | 'own' | 'choice' | 'by' | 'tier' | 'base' | 'note' | 'rule';

/** One sum of the menu, where it stands and what it is about. */
export interface PricePlace {
  /** Unique in the menu: the thing and the way to the price in it. */
  readonly id: string;
  readonly kind: PriceKind;
  readonly thing: { readonly kind: 'items' | 'groups' | 'rules'; readonly id: Id };
  readonly path: readonly (string | number)[];
  readonly price: Price;
  /** Whether it may take money off. */
  readonly mayBeNegative: boolean;
  readonly item?: Id;
  readonly group?: Id;
  readonly choice?: Id;
  /** The choice or amount of portions that it holds for, or the combination: what a `by`, tier, quantity or variant says. */
  readonly when?: string;
}

type Found = Omit<PricePlace, 'id' | 'thing'>;

/** Every sum of a menu, in document order: of dishes, then of groups, then of rules. */
export function pricePlaces(menu: Menu): PricePlace[] {
  return [
    ...menu.items.flatMap((item) => placesOf('items', item, ofItem)),
    ...menu.groups.flatMap((group) => placesOf('groups', group, ofGroup)),
    ...(menu.rules ?? []).flatMap((rule) => placesOf('rules', rule, ({ then }) => then.flatMap(ofEffect))),
  ];
}

/** The sums of a dish, group or rule; a menu that changes a little shares most of its things with the one before. */
const known = new WeakMap<object, readonly PricePlace[]>();

function placesOf<T extends { readonly id: Id }>(
  kind: PricePlace['thing']['kind'],
  thing: T,
  sumsOf: (thing: T) => readonly Found[],
): readonly PricePlace[] {
  const before = known.get(thing);
  if (before) return before;
  const { id } = thing;
  const places = sumsOf(thing).map((one) => ({ ...one, id: [kind, id, ...one.path].join('/'), thing: { kind, id } }));
  known.set(thing, places);
  return places;
}

/** The edits that set prices, one for each dish, group or rule that has some of them. */
export function setPrices(
  menu: Menu,
  prices: readonly { readonly place: PricePlace; readonly price: Price }[],
): Edit[] {
  const changed = new Map<string, { kind: PricePlace['thing']['kind']; thing: Thing }>();
  const things = new Map(
    (['items', 'groups', 'rules'] as const).flatMap((kind) =>
      (menu[kind] ?? []).map((thing) => [`${kind}/${thing.id}` as string, thing as Thing] as const),
    ),
  );
  for (const { place, price } of prices) {
    const { kind, id } = place.thing;
    const key = `${kind}/${id}`;
    const thing = changed.get(key)?.thing ?? things.get(key);
    if (thing) changed.set(key, { kind, thing: replacedAt(thing, place.path, price) as Thing });
  }
  return [...changed.values()].map(({ kind, thing }) => ({ type: 'put', kind, thing }));
}

function replacedAt(value: unknown, [step, ...rest]: readonly (string | number)[], price: Price): unknown {
  if (step === undefined) return price;
  if (Array.isArray(value)) return value.map((one, i) => (i === step ? replacedAt(one, rest, price) : one));
  const object = value as Readonly<Record<string, unknown>>;
  return { ...object, [step]: replacedAt(object[step], rest, price) };
}

function ofItem(item: Item): Found[] {
  const own = { item: item.id, mayBeNegative: false };
  return [
    { ...own, kind: 'dish', path: ['price'], price: item.price },
    ...(item.sale ? [{ ...own, kind: 'sale' as const, path: ['sale', 'price'], price: item.sale.price }] : []),
    ...(item.quantityPrices ?? []).map(({ from, price }, i) => ({
      ...own,
      kind: 'quantity' as const,
      path: ['quantityPrices', i, 'price'],
      price,
      when: String(from),
    })),
    ...(item.variants?.cells ?? []).flatMap(({ pick, price }, i) =>
      price === undefined
        ? []
        : [
            {
              ...own,
              kind: 'variant' as const,
              path: ['variants', 'cells', i, 'price'],
              price,
              when: (item.variants?.by ?? []).map((group) => `${group}/${pick[group] ?? ''}`).join(' '),
            },
          ],
    ),
    ...(item.groups ?? []).flatMap(({ group, prices = {} }, i) =>
      Object.entries(prices).map(([choice, price]) => ({
        kind: 'own' as const,
        path: ['groups', i, 'prices', choice],
        price,
        mayBeNegative: true,
        item: item.id,
        group,
        choice,
      })),
    ),
  ];
}

function ofGroup(group: Group): Found[] {
  if (group.kind === 'note') {
    const price = group.note?.price;
    if (price === undefined) return [];
    return [{ kind: 'note', path: ['note', 'price'], price, mayBeNegative: false, group: group.id }];
  }
  if (group.kind !== 'choices') return [];
  return (group.choices ?? []).flatMap((choice, i) => ofChoice(choice, ['choices', i, 'price'], group.id));
}

function ofChoice({ id, price }: Choice, path: readonly (string | number)[], group: Id): Found[] {
  const own = { group, choice: id };
  return price ? ofChoicePrice(price).map((one) => ({ ...one, ...own, path: [...path, ...one.path] })) : [];
}

function ofChoicePrice(price: ChoicePrice): Found[] {
  if ('base' in price) return [{ kind: 'base', path: ['base'], price: price.base, mayBeNegative: false }];
  if (!('add' in price)) return [];
  const added = { mayBeNegative: true };
  return [
    { ...added, kind: 'choice', path: ['add'], price: price.add },
    ...Object.entries(price.by?.prices ?? {}).map(([choice, one]) => ({
      ...added,
      kind: 'by' as const,
      path: ['by', 'prices', choice],
      price: one,
      when: `${price.by?.group}/${choice}`,
    })),
    ...(price.tiers ?? []).map(({ from, add }, i) => ({
      ...added,
      kind: 'tier' as const,
      path: ['tiers', i, 'add'],
      price: add,
      when: String(from),
    })),
  ];
}

function ofEffect(effect: Effect, index: number): Found[] {
  const at = (path: readonly string[], price: Price, mayBeNegative: boolean, choice?: string): Found => {
    const [group, id] = choice?.split('/') ?? [];
    return {
      kind: 'rule',
      path: ['then', index, ...path],
      price,
      mayBeNegative,
      ...(group !== undefined && { group }),
      ...(id !== undefined && { choice: id }),
    };
  };
  if ('setBase' in effect) return [at(['setBase'], effect.setBase, false)];
  if ('addToPrice' in effect) return [at(['addToPrice'], effect.addToPrice, true)];
  if ('setChoice' in effect) return [at(['setChoice', 'add'], effect.setChoice.add, true, effect.setChoice.choice)];
  return [];
}
