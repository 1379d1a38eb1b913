import { ALWAYS } from './always.ts';
import type { Condition } from '../menu/condition-schema.ts';
import type { Effect, Id, Item, Menu, Rule } from '../menu/document.ts';
import type { Attachment, Choice, Group } from '../menu/group-schema.ts';
import { thingOf } from '../menu/paths.ts';
import type { Kind } from '../menu/scope.ts';

/** An object of the menu that others may refer to. */
export type Target =
  | { readonly kind: Kind | 'pictures'; readonly id: Id }
  | { readonly kind: 'choices'; readonly group: Id; readonly id: Id };

/** How one object refers to another. */
export type ReferenceRole =
  | 'attached'
  | 'attached-by-section'
  /** A section or tag whose dishes get the group. */
  | 'brings'
  | 'opened'
  | 'made-at'
  | 'read-at'
  | 'backup'
  | 'in-section'
  | 'on-sale-in'
  | 'uses'
  | 'shows-picture'
  | 'differs'
  | 'variants'
  | 'priced-by'
  | 'stands-for'
  | 'excepted'
  | 'rule'
  | 'price-list'
  | 'location-list'
  /** A dish is sold at that location, of those that it names. */
  | 'sold-at';

export interface Reference {
  readonly target: Target;
  readonly role: ReferenceRole;
  /** The choice of the referring group that contains the reference. */
  readonly choice?: Id;
}

/** Called for every reference; returns false to remove it. */
export type Keep = (reference: Reference) => boolean;

type ThingOf = { [K in Kind]: NonNullable<Menu[K]>[number] };

/**
 * Returns the object without the references that `keep` rejects: the same object if none was removed, undefined if it
 * means nothing without them (a rule that can never be true, or has no effects left).
 */
export function keepReferences<K extends Kind>(kind: K, thing: ThingOf[K], keep: Keep): ThingOf[K] | undefined {
  switch (kind) {
    case 'items':
      return ofItem(thing as Item, keep) as ThingOf[K];
    case 'groups':
      return ofGroup(thing as Group, keep) as ThingOf[K];
    case 'rules':
      return ofRule(thing as Rule, keep) as ThingOf[K] | undefined;
    case 'sections':
      return withFields(thing as ThingOf['sections'], {
        station: one('stations', 'made-at', keep),
        image: one('pictures', 'shows-picture', keep),
      }) as ThingOf[K];
    case 'stations':
      return withFields(thing as ThingOf['stations'], { backup: one('stations', 'backup', keep) }) as ThingOf[K];
    case 'locations':
      return withFields(thing as ThingOf['locations'], {
        priceList: one('priceLists', 'location-list', keep),
      }) as ThingOf[K];
    default:
      return thing;
  }
}

/**
 * Returns the attachments without the references that `keep` rejects. An attachment that loses its last `only` choice is
 * removed, since without `only` it would offer all the others. Empty `defaults` stay: they replace the group's own.
 */
export function keepInAttachments(attachments: readonly Attachment[], keep: Keep): Attachment[] {
  return attachments.flatMap((attachment) => {
    if (!keep({ target: { kind: 'groups', id: attachment.group }, role: 'attached' })) return [];
    const choice = (id: Id) => keep({ target: { kind: 'choices', group: attachment.group, id }, role: 'differs' });
    const only = attachment.only && filtered(attachment.only, choice);
    if (attachment.only && attachment.only.length > 0 && !only) return [];
    return [
      withFields(attachment, {
        only: () => only,
        defaults: (counts: Readonly<Record<Id, number>>) => filteredKeys(counts, choice) ?? {},
        prices: (prices: NonNullable<Attachment['prices']>) => filteredKeys(prices, choice),
        priceList: one('priceLists', 'price-list', keep),
      }),
    ];
  });
}

type Mappers<T> = { readonly [K in keyof T]?: (value: NonNullable<T[K]>) => unknown };

/** Maps some fields of an object if present; a field mapped to undefined is removed. */
function withFields<T extends object>(thing: T, mappers: Mappers<T>): T {
  let changed = thing;
  for (const field of Object.keys(mappers) as (keyof T)[]) {
    const value = thing[field];
    if (value === undefined || value === null) continue;
    const mapped = mappers[field]?.(value as NonNullable<T[keyof T]>);
    if (mapped === value) continue;
    const { [field]: _, ...rest } = changed;
    changed = (mapped === undefined ? rest : { ...changed, [field]: mapped }) as T;
  }
  return changed;
}

function one(kind: Kind | 'pictures', role: ReferenceRole, keep: Keep, choice?: Id): (id: Id) => Id | undefined {
  return (id) => (keep({ target: { kind, id }, role, ...(choice !== undefined && { choice }) }) ? id : undefined);
}

/** Filters a list: the same list if everything stays, undefined if nothing does. */
function filtered<T>(list: readonly T[], isKept: (one: T) => boolean): readonly T[] | undefined {
  const remaining = list.filter(isKept);
  if (remaining.length === list.length) return list;
  return remaining.length > 0 ? remaining : undefined;
}

function filteredKeys<V>(
  map: Readonly<Record<Id, V>>,
  isKept: (id: Id) => boolean,
): Readonly<Record<Id, V>> | undefined {
  const keys = Object.keys(map);
  const remaining = keys.filter(isKept);
  if (remaining.length === keys.length) return map;
  return remaining.length > 0 ? Object.fromEntries(remaining.map((id) => [id, map[id] as V])) : undefined;
}

function list(
  kind: Kind,
  role: ReferenceRole,
  keep: Keep,
  choice?: Id,
): (ids: readonly Id[]) => readonly Id[] | undefined {
  const isKept = one(kind, role, keep, choice);
  return (ids) => filtered(ids, (id) => isKept(id) !== undefined);
}

function uses(keep: Keep, choice?: Id) {
  const isKept = one('ingredients', 'uses', keep, choice);
  return (of: NonNullable<Item['uses']>) => filtered(of, ({ ingredient }) => isKept(ingredient) !== undefined);
}

function mapped<T>(of: readonly T[], map: (one: T) => T | undefined): readonly T[] {
  const next = of.flatMap((it) => map(it) ?? []);
  return next.length === of.length && next.every((it, i) => it === of[i]) ? of : next;
}

function ofItem(item: Item, keep: Keep): Item {
  return withFields(item, {
    station: one('stations', 'made-at', keep),
    sections: list('sections', 'in-section', keep),
    dayparts: list('dayparts', 'on-sale-in', keep),
    locations: list('locations', 'sold-at', keep),
    image: one('pictures', 'shows-picture', keep),
    uses: uses(keep),
    groups: (of) => {
      const remaining = keepInAttachments(of, keep);
      return remaining.length === of.length && remaining.every((it, i) => it === of[i]) ? of : remaining;
    },
    variants: (table) => {
      if (table.by.some((id) => !keep({ target: { kind: 'groups', id }, role: 'variants' }))) return undefined;
      const isKept = (pick: Readonly<Record<Id, Id>>) =>
        Object.entries(pick).every(([group, id]) => keep({ target: { kind: 'choices', group, id }, role: 'variants' }));
      const cells = mapped(table.cells, (cell) =>
        isKept(cell.pick) ? withFields(cell, { image: one('pictures', 'shows-picture', keep) }) : undefined,
      );
      return cells === table.cells ? table : { ...table, cells };
    },
  });
}

function ofGroup(group: Group, keep: Keep): Group {
  const attached = withFields(group, {
    attachTo: (to) =>
      withFields(to, {
        sections: list('sections', 'attached-by-section', keep),
        except: list('items', 'excepted', keep),
      }),
  });
  if (attached.kind === 'note') {
    return withFields(attached, { note: (note) => withFields(note, { stations: list('stations', 'read-at', keep) }) });
  }
  if (attached.kind !== 'choices') return attached;
  return withFields(attached, { choices: (choices) => mapped(choices, (choice) => ofChoice(choice, keep)) });
}

function ofChoice(choice: Choice, keep: Keep): Choice {
  return withFields(choice, {
    station: one('stations', 'made-at', keep, choice.id),
    item: one('items', 'stands-for', keep, choice.id),
    image: one('pictures', 'shows-picture', keep, choice.id),
    opens: list('groups', 'opened', keep, choice.id),
    uses: uses(keep, choice.id),
    price: (price) => {
      if (!('add' in price) || !price.by) return price;
      const { by, ...rest } = price;
      const isKept = (target: Target) => keep({ target, role: 'priced-by', choice: choice.id });
      if (!isKept({ kind: 'groups', id: by.group })) return rest;
      const prices = filteredKeys(by.prices, (id) => isKept({ kind: 'choices', group: by.group, id }));
      if (prices === by.prices) return price;
      return prices ? { ...price, by: { ...by, prices } } : rest;
    },
  });
}

function ofRule(rule: Rule, keep: Keep): Rule | undefined {
  const looks = (target: Target) => keep({ target, role: 'rule' });
  const when = keepInCondition(rule.when, looks);
  const then = mapped(rule.then, (effect) => (everyKept(targetsOf(effect), looks) ? effect : undefined));
  const narrowed = withFields(rule, { items: list('items', 'rule', keep), sections: list('sections', 'rule', keep) });
  const isNarrowedAway = narrowed !== rule && !narrowed.items?.length && !narrowed.sections?.length;
  if (when === false || then.length === 0 || isNarrowedAway) return undefined;
  const changed = when === rule.when ? narrowed : { ...narrowed, when: when === true ? ALWAYS : when };
  return then === rule.then ? changed : { ...changed, then: [...then] };
}

/** Calls `looks` for every target, even after one was rejected: callers collect them. */
function everyKept(targets: readonly Target[], looks: (target: Target) => boolean): boolean {
  return targets.map(looks).every(Boolean);
}

/**
 * Returns the condition without tests of removed objects. A removed choice is never picked and a removed price list never
 * applies, so such a test is constant; returns true or false if the whole condition becomes constant. Unchanged conditions
 * are returned as the same object.
 */
function keepInCondition(condition: Condition, looks: (target: Target) => boolean): Condition | boolean {
  if ('all' in condition) return joinConditions(condition, condition.all, looks, true, (all) => ({ all }));
  if ('any' in condition) return joinConditions(condition, condition.any, looks, false, (any) => ({ any }));
  if ('not' in condition) {
    const inner = keepInCondition(condition.not, looks);
    if (typeof inner === 'boolean') return !inner;
    return inner === condition.not ? condition : { not: inner };
  }
  if (everyKept(testTargets(condition), looks)) return condition;
  return 'units' in condition && (condition.units.atLeast ?? 0) <= 0;
}

/**
 * Joins `all` (neutral true) or `any` (neutral false): neutral parts are dropped, and a part of the other value
 * decides.
 */
function joinConditions(
  whole: Condition,
  parts: readonly Condition[],
  looks: (target: Target) => boolean,
  neutral: boolean,
  join: (parts: Condition[]) => Condition,
): Condition | boolean {
  const remaining = parts.map((part) => keepInCondition(part, looks));
  if (remaining.includes(!neutral)) return !neutral;
  const left = remaining.filter((part) => typeof part !== 'boolean');
  if (left.length === 0) return neutral;
  return left.length === parts.length && left.every((part, i) => part === parts[i]) ? whole : join(left);
}

function testTargets(condition: Condition): Target[] {
  if ('picked' in condition) return targetsOfPath(condition.picked);
  if ('units' in condition) return targetsOfPath(condition.units.of);
  if ('location' in condition) return [{ kind: 'locations', id: condition.location }];
  if ('daypart' in condition) return [{ kind: 'dayparts', id: condition.daypart }];
  if ('priceList' in condition) return [{ kind: 'priceLists', id: condition.priceList }];
  return 'guest' in condition ? [{ kind: 'guests', id: condition.guest }] : [];
}

function targetsOf(effect: Effect): Target[] {
  if ('show' in effect) return targetsOfPath(effect.show);
  if ('hide' in effect) return targetsOfPath(effect.hide);
  if ('limit' in effect) return [{ kind: 'groups', id: effect.limit.group }];
  if ('setChoice' in effect) return targetsOfPath(effect.setChoice.choice);
  if ('route' in effect) return [...targetsOfPath(effect.route.what), { kind: 'stations', id: effect.route.station }];
  return [];
}

function targetsOfPath(path: string): Target[] {
  const { group, choice } = thingOf(path);
  return choice === undefined
    ? [{ kind: 'groups', id: group }]
    : [
        { kind: 'groups', id: group },
        { kind: 'choices', group, id: choice },
      ];
}
