import type { Id, Item, Menu } from '../menu/document.ts';
import type { Group } from '../menu/group-schema.ts';
import { indexOffers, type OfferIndex, offersOf } from '../menu/offered.ts';

interface OfferedGroups {
  readonly signature: string;
  readonly groups: readonly Id[];
}

/** The dishes of a menu, and the groups that each of them offers. */
interface Offered {
  readonly from: readonly Group[];
  readonly signature: string;
  readonly items: readonly Item[];
  readonly groups: readonly (readonly Id[])[];
  readonly index: ReadonlyMap<Id, readonly Id[]>;
}

/** Memoized groups of a dish; valid while the dish and the groups' sections and tags are unchanged. */
const known = new WeakMap<Item, OfferedGroups>();
const indexes = new WeakMap<Menu, ReadonlyMap<Id, readonly Id[]>>();
/** What was indexed last: most edits change one dish, and no dish's groups, and then the index stays. */
let last: Offered | undefined;

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
  const before = last;
  const signature = before?.from === menu.groups ? before.signature : signatureOf(menu.groups);
  const isComparable = before?.signature === signature;
  let offers: OfferIndex | undefined;
  let isSame = isComparable && before.items.length === menu.items.length;
  const groups = menu.items.map((item, i) => {
    if (isComparable && before.items[i] === item) return before.groups[i] ?? [];
    const now = knownGroups(item, signature, () => groupsOf((offers ??= indexOffers(menu)), item));
    isSame &&= before?.items[i]?.id === item.id && areSame(now, before.groups[i] ?? []);
    return now;
  });
  const index = before && isSame ? before.index : indexOf(menu.items, groups);
  last = { from: menu.groups, signature, items: menu.items, groups, index };
  return index;
}

/** What the groups that dishes offer depend on, apart from the dishes. */
function signatureOf(groups: readonly Group[]): string {
  return JSON.stringify(
    groups.flatMap((group) => (group.attachTo || opensAny(group) ? [[group.id, group.attachTo, opened(group)]] : [])),
  );
}

function knownGroups(item: Item, signature: string, find: () => readonly Id[]): readonly Id[] {
  const before = known.get(item);
  if (before?.signature === signature) return before.groups;
  const groups = find();
  known.set(item, { signature, groups });
  return groups;
}

function indexOf(items: readonly Item[], groups: readonly (readonly Id[])[]): ReadonlyMap<Id, readonly Id[]> {
  const dishes = new Map<Id, Id[]>();
  items.forEach(({ id: dish }, i) => {
    for (const group of groups[i] ?? []) {
      const list = dishes.get(group);
      if (list) list.push(dish);
      else dishes.set(group, [dish]);
    }
  });
  return dishes;
}

function areSame(some: readonly Id[], others: readonly Id[]): boolean {
  return some === others || (some.length === others.length && some.every((id, i) => id === others[i]));
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
