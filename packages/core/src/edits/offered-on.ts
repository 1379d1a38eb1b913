import type { Id, Item, Menu } from '../menu/document.ts';
import type { Group } from '../menu/group-schema.ts';
import { indexOffers, type OfferIndex, offersOf } from '../menu/offered.ts';

/** A dish and the groups that it offers. */
type Offered = readonly [dish: Id, groups: readonly Id[]];

interface OfferedGroups {
  readonly signature: string;
  readonly groups: readonly Id[];
}

/** Memoized groups of a dish; valid while the dish and the groups' sections and tags are unchanged. */
const known = new WeakMap<Item, OfferedGroups>();
const indexes = new WeakMap<Menu, ReadonlyMap<Id, readonly Id[]>>();
/** What was indexed last: most edits change no dish's groups, and then the index stays. */
let last: { readonly offered: readonly Offered[]; readonly index: ReadonlyMap<Id, readonly Id[]> } | undefined;

/**
 * The dishes that offer each group, in document order: by attachment, section or tag, or opened by one of their
 * choices. Fast after a small change, since only changed dishes are examined again.
 */
export function offeredOn(menu: Menu): ReadonlyMap<Id, readonly Id[]> {
  const index = indexes.get(menu);
  if (index) return index;
  const made = newIndex(menu);
  indexes.set(menu, made);
  return made;
}

function newIndex(menu: Menu): ReadonlyMap<Id, readonly Id[]> {
  const signature = JSON.stringify(
    menu.groups.flatMap((group) =>
      group.attachTo || opensAny(group) ? [[group.id, group.attachTo, opened(group)]] : [],
    ),
  );
  let offers: OfferIndex | undefined;
  const offered = menu.items.map((item): Offered => {
    const before = known.get(item);
    if (before?.signature === signature) return [item.id, before.groups];
    const groups = groupsOf((offers ??= indexOffers(menu)), item);
    known.set(item, { signature, groups });
    return [item.id, groups];
  });
  if (last?.offered.length === offered.length && offered.every((one, i) => isSame(one, last?.offered[i])))
    return last.index;
  const dishes = new Map<Id, Id[]>();
  for (const [dish, groups] of offered) {
    for (const group of groups) {
      const list = dishes.get(group);
      if (list) list.push(dish);
      else dishes.set(group, [dish]);
    }
  }
  last = { offered, index: dishes };
  return dishes;
}

function isSame([dish, groups]: Offered, other: Offered | undefined): boolean {
  if (dish !== other?.[0]) return false;
  return groups === other[1] || (groups.length === other[1].length && groups.every((id, i) => id === other[1][i]));
}

function opened(group: Group): readonly Id[] {
  return group.kind === 'choices' ? (group.choices ?? []).flatMap((choice) => choice.opens ?? []) : [];
}

function opensAny(group: Group): boolean {
  return group.kind === 'choices' && (group.choices?.some(({ opens }) => opens !== undefined) ?? false);
}

function groupsOf(offers: OfferIndex, item: Item): readonly Id[] {
  const offered = new Set<Id>();
  const ask = (group: Group | undefined) => {
    if (!group || offered.has(group.id)) return;
    offered.add(group.id);
    for (const id of opened(group)) ask(offers.groups.get(id));
  };
  for (const { group } of offersOf(offers, item)) ask(group);
  return [...offered];
}
