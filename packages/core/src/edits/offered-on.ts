import type { Id, Item, Menu } from '../menu/document.ts';
import type { Group } from '../menu/group-schema.ts';
import { indexOffers, type OfferIndex, offersOf } from '../menu/offered.ts';

interface Asked {
  readonly signature: string;
  readonly groups: readonly Id[];
}

/** What was last found for a dish; it holds as long as the dish and what groups say of sections and tags do. */
const known = new WeakMap<Item, Asked>();
const indexes = new WeakMap<Menu, ReadonlyMap<Id, readonly Id[]>>();

/**
 * The dishes that ask each group, in document order: by attachment, section or tag, or because one of their answers
 * opens it. Cheap after a small change: dishes that did not change are not looked at again.
 */
export function offeredOn(menu: Menu): ReadonlyMap<Id, readonly Id[]> {
  const index = indexes.get(menu);
  if (index) return index;
  const made = newIndex(menu);
  indexes.set(menu, made);
  return made;
}

interface Index {
  readonly signature: string;
  readonly asked: readonly (readonly [dish: Id, groups: readonly Id[]])[];
  readonly dishes: ReadonlyMap<Id, readonly Id[]>;
}

/** The index that was made last: most changes leave what dishes ask as it was. */
let last: Index | undefined;

function newIndex(menu: Menu): ReadonlyMap<Id, readonly Id[]> {
  const signature = JSON.stringify(menu.groups.flatMap((group) => (group.attachTo || opensAny(group) ? [[group.id, group.attachTo, opened(group)]] : [])));
  let offers: OfferIndex | undefined;
  const asked = menu.items.map((item): readonly [Id, readonly Id[]] => {
    const before = known.get(item);
    if (before?.signature === signature) return [item.id, before.groups];
    const groups = groupsOf((offers ??= indexOffers(menu)), item);
    known.set(item, { signature, groups });
    return [item.id, groups];
  });
  if (last?.signature === signature && isSame(last.asked, asked)) return last.dishes;
  const dishes = new Map<Id, Id[]>();
  for (const [dish, groups] of asked) {
    for (const group of groups) {
      const list = dishes.get(group);
      if (list) list.push(dish);
      else dishes.set(group, [dish]);
    }
  }
  last = { signature, asked, dishes };
  return dishes;
}

function isSame(before: Index['asked'], now: Index['asked']): boolean {
  return before.length === now.length && now.every(([dish, groups], i) => {
    const [other, asked = []] = before[i] ?? [];
    return other === dish && (asked === groups || (asked.length === groups.length && groups.every((group, j) => group === asked[j])));
  });
}

function opened(group: Group): readonly Id[] {
  return group.kind === 'choices' ? (group.choices ?? []).flatMap((choice) => choice.opens ?? []) : [];
}

function opensAny(group: Group): boolean {
  return group.kind === 'choices' && (group.choices?.some(({ opens }) => opens !== undefined) ?? false);
}

function groupsOf(offers: OfferIndex, item: Item): readonly Id[] {
  const asked = new Set<Id>();
  const ask = (group: Group | undefined) => {
    if (!group || asked.has(group.id)) return;
    asked.add(group.id);
    for (const id of opened(group)) ask(offers.groups.get(id));
  };
  for (const { group } of offersOf(offers, item)) ask(group);
  return [...asked];
}
