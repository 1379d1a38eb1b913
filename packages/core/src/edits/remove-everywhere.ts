import { applyUnchecked, type Change } from '../change/change.ts';
import { type Edit, settingsOf } from '../change/edit.ts';
import type { Id, Item, Menu, Rule } from '../menu/document.ts';
import type { Attachment } from '../menu/group-schema.ts';
import { thingOf } from '../menu/paths.ts';
import { KINDS } from '../menu/scope.ts';
import { exceptFrom } from './attach-groups.ts';
import { keepInAttachments, keepReferences, type Reference, type Target } from './references.ts';
import { keyOf } from './where-used.ts';

/**
 * Something that would be sold more widely than now: a dish that loses its last daypart or location, or something only a
 * removed rule shows.
 */
type Widening =
  | { readonly kind: 'sold-all-day'; readonly item: Id }
  | { readonly kind: 'sold-everywhere'; readonly item: Id }
  | { readonly kind: 'always-shown'; readonly rule: Id; readonly path: string };

/** A group that a dish (undefined: the order) loses because none of the choices it offers there is left. */
interface Detached {
  readonly item: Id | undefined;
  readonly group: Id;
}

export type Removal =
  | { readonly allowed: true; readonly change: Change; readonly detached: readonly Detached[] }
  | { readonly allowed: false; readonly widened: readonly Widening[] };

/**
 * Removes something and every reference to it: rules that could never be true without it are removed, and a group
 * without choices left is detached from its dish. Refused if something would be sold more widely than before.
 */
export function removeEverywhere(menu: Menu, removed: Target): Removal {
  const keep = ({ target }: Reference) => !isAbout(target, removed);
  const edits: Edit[] = [];
  const widened: Widening[] = [];
  const detached: Detached[] = [];
  for (const kind of KINDS) {
    for (const thing of menu[kind] ?? []) {
      if (removed.kind === kind && thing.id === removed.id) continue;
      const remaining = keepReferences(kind, thing as never, keep);
      if (kind === 'items') {
        const [before, after] = [thing as Item, remaining as Item | undefined];
        if (losesAll('dayparts', before, after)) widened.push({ kind: 'sold-all-day', item: thing.id });
        if (losesAll('locations', before, after)) widened.push({ kind: 'sold-everywhere', item: thing.id });
        detached.push(
          ...detachedFrom(thing.id, (thing as Item).groups, (remaining as Item | undefined)?.groups, removed),
        );
      }
      if (remaining === undefined) edits.push({ type: 'remove', kind, id: thing.id });
      else if (remaining !== thing || isOwner(kind, thing.id, removed))
        edits.push({ type: 'put', kind, thing: withoutOwnChoice(remaining, removed) });
    }
  }
  const order = menu.orderGroups;
  const remaining = order && keepInAttachments(order, keep);
  if (order && remaining && (remaining.length !== order.length || remaining.some((it, i) => it !== order[i]))) {
    edits.push({ type: 'put', kind: 'settings', thing: { ...settingsOf(menu), orderGroups: remaining } });
    detached.push(...detachedFrom(undefined, order, remaining, removed));
  }
  if (removed.kind !== 'choices' && removed.kind !== 'pictures')
    edits.push({ type: 'remove', kind: removed.kind, id: removed.id });
  widened.push(...alwaysShown(menu, edits, removed));
  if (widened.length > 0) return { allowed: false, widened };
  return {
    allowed: true,
    change: { edits: [...edits, ...exceptions(applyUnchecked(menu, { edits }), detached)] },
    detached,
  };
}

function isAbout(target: Target, removed: Target): boolean {
  if (keyOf(target) === keyOf(removed)) return true;
  return removed.kind === 'groups' && target.kind === 'choices' && target.group === removed.id;
}

function isOwner(kind: string, id: Id, removed: Target): boolean {
  return removed.kind === 'choices' && kind === 'groups' && id === removed.group;
}

function losesAll(field: 'dayparts' | 'locations', item: Item, remaining: Item | undefined): boolean {
  return (item[field]?.length ?? 0) > 0 && remaining !== undefined && remaining[field] === undefined;
}

function detachedFrom(
  item: Id | undefined,
  before: readonly Attachment[] = [],
  after: readonly Attachment[] = [],
  removed: Target,
): Detached[] {
  const left = new Set(after.map(({ group }) => group));
  return before
    .filter(({ group }) => !left.has(group) && !(removed.kind === 'groups' && removed.id === group))
    .map(({ group }) => ({ item, group }));
}

/** A detached group must not return to the dish by section or tag. */
function exceptions(menu: Menu, detached: readonly Detached[]): Edit[] {
  let now = menu;
  return detached.flatMap(({ item: id, group }) => {
    const item = now.items.find((it) => it.id === id);
    const edits = item ? exceptFrom(now, item, group) : [];
    now = applyUnchecked(now, { edits });
    return edits;
  });
}

/**
 * Something that a rule shows is hidden until the rule is true; without the rule it would always be offered. Ignores
 * rules that concerned only a removed dish or section, and what another rule for all dishes shows too.
 */
function alwaysShown(menu: Menu, edits: readonly Edit[], removed: Target): Widening[] {
  const gone = new Set(edits.flatMap((edit) => (edit.type === 'remove' && edit.kind === 'rules' ? [edit.id] : [])));
  if (gone.size === 0 || (removed.kind === 'rules' && gone.size === 1)) return [];
  const left = applyUnchecked(menu, { edits });
  return (menu.rules ?? []).flatMap((rule) => {
    if (!gone.has(rule.id) || (removed.kind === 'rules' && removed.id === rule.id) || !concernsAnything(left, rule))
      return [];
    return shownBy(rule)
      .filter(
        (path) =>
          isThere(left, path) &&
          !(left.rules ?? []).some((other) => !other.items && !other.sections && shownBy(other).includes(path)),
      )
      .map((path): Widening => ({ kind: 'always-shown', rule: rule.id, path }));
  });
}

function shownBy({ then }: Rule): string[] {
  return then.flatMap((effect) => ('show' in effect ? [effect.show] : []));
}

function concernsAnything(menu: Menu, { items, sections }: Rule): boolean {
  if (!items && !sections) return true;
  return menu.items.some((item) => items?.includes(item.id) || item.sections?.some((id) => sections?.includes(id)));
}

function isThere(menu: Menu, path: string): boolean {
  const { group: id, choice } = thingOf(path);
  const group = menu.groups.find((it) => it.id === id);
  if (!group || choice === undefined) return group !== undefined;
  return group.kind === 'choices' && (group.choices ?? []).some((it) => it.id === choice);
}

function withoutOwnChoice<T extends object>(thing: T, removed: Target): T {
  if (removed.kind !== 'choices' || !('id' in thing) || thing.id !== removed.group || !('choices' in thing))
    return thing;
  return { ...thing, choices: (thing.choices as { id: Id }[]).filter(({ id }) => id !== removed.id) };
}
