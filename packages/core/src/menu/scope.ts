import type { Id, Menu } from './document.ts';
import type { FaultList } from './fault.ts';
import { indexOffers, type OfferIndex } from './offered.ts';

export const KINDS = [
  'priceLists',
  'locations',
  'dayparts',
  'stations',
  'ingredients',
  'sections',
  'guests',
  'groups',
  'items',
  'rules',
] as const;
/** The kinds of objects with ids; the names of the document's lists. */
export type Kind = (typeof KINDS)[number];

/** Ids mentioned in malformed parts: references to them are not checked. */
export type Unjudged = (kind: Kind | 'choices', id: string) => boolean;

/** The document and its indexes while its meaning is checked. */
export interface Scope {
  readonly menu: Menu;
  readonly offers: OfferIndex;
  readonly ids: ReadonlyMap<Kind, ReadonlySet<Id>>;
  readonly choices: ReadonlyMap<Id, ReadonlySet<Id>>;
  readonly unjudged: Unjudged;
  readonly found: FaultList;
}

export function scopeOf(menu: Menu, found: FaultList, unjudged: Unjudged): Scope {
  return {
    menu,
    found,
    unjudged,
    offers: indexOffers(menu),
    ids: new Map(KINDS.map((kind) => [kind, new Set((menu[kind] ?? []).map((thing) => thing.id))])),
    choices: new Map(menu.groups.map((group) => [group.id, new Set(choiceIds(group))])),
  };
}

function choiceIds(group: Menu['groups'][number]): Id[] {
  return group.kind === 'choices' ? (group.choices ?? []).map((choice) => choice.id) : [];
}

/** Adds a fault unless the id exists. */
export function refer(scope: Scope, path: string, kind: Kind, id: Id | undefined): void {
  if (id === undefined || scope.ids.get(kind)?.has(id) || scope.unjudged(kind, id)) return;
  scope.found.add(path, 'unknown-reference', { kind, id });
}

/** Adds a fault unless the group exists and has the choice. */
export function referToChoice(scope: Scope, path: string, group: Id, choice: Id): void {
  if (!scope.offers.groups.has(group)) return refer(scope, path, 'groups', group);
  if (scope.choices.get(group)?.has(choice) || scope.unjudged('choices', `${group}/${choice}`)) return;
  scope.found.add(path, 'unknown-reference', { kind: 'choices', id: choice, group });
}
