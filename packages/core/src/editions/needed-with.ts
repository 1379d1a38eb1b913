import type { Workbook } from '../menu/workbook.ts';
import { type Fault, parsePointer } from '../menu/fault.ts';
import { faultsOfMeaning } from '../menu/validate.ts';
import { editionDifferences, type PlaceChange } from './differences.ts';
import { takeChanges } from './take-changes.ts';

/** Changes that stand together. */
export interface TakenChanges {
  readonly taken: readonly PlaceChange[];
  /** Those of them that were not chosen, but without which the chosen ones would not give a valid edition. */
  readonly needed: readonly PlaceChange[];
  readonly edition: Workbook;
}

/**
 * Completes some of the `changes` between two valid editions, so that taking them gives a valid one: what is new comes
 * with what it refers to, and what goes with whatever refers to it. Where a fault says no more, all changes of the thing it
 * is in come along, and at last all changes.
 */
export function neededWith(
  before: Workbook,
  after: Workbook,
  changes: readonly PlaceChange[],
  chosen: ReadonlySet<string>,
): TakenChanges {
  const taken = new Set(chosen);
  const tied = tiesOf(changes);
  for (;;) {
    for (const bundle of tied) if (bundle.some(({ where }) => taken.has(where))) addAll(taken, bundle);
    const list = changes.filter(({ where }) => taken.has(where));
    const edition = takeChanges(before, after, list);
    const faults = list.length === changes.length ? [] : faultsOfMeaning(edition);
    if (faults.length === 0) return { taken: list, needed: list.filter(({ where }) => !chosen.has(where)), edition };
    const more = faults.flatMap((fault) => mending(fault, edition, changes)).filter(({ where }) => !taken.has(where));
    addAll(taken, more.length > 0 ? more : changes);
  }
}

/** The same, by the places of what is left rather than of what is chosen. */
export function takenWithout(
  before: Workbook,
  after: Workbook,
  left: ReadonlySet<string>,
  changes: readonly PlaceChange[] = editionDifferences(before, after),
): TakenChanges {
  const chosen = changes.map(({ where }) => where).filter((where) => !left.has(where));
  return neededWith(before, after, changes, new Set(chosen));
}

function addAll(taken: Set<string>, changes: readonly PlaceChange[]): void {
  for (const { where } of changes) taken.add(where);
}

/** Changes that mean nothing without each other, whatever refers to what. */
function tiesOf(changes: readonly PlaceChange[]): (readonly PlaceChange[])[] {
  const whole = changes.filter(({ fields = {} }) => 'variants' in fields || 'kind' in fields || 'choices' in fields);
  const owned = whole.map(({ where }) => changes.filter((one) => one.where === where || isPartOf(one, where)));
  const switched = changes
    .filter(({ where }) => where.startsWith('offRules/'))
    .map(({ where }) =>
      changes.filter((one) => one.where === where || one.where === where.replace('offRules', 'rules')),
    );
  return [...owned, ...switched];
}

const isPartOf = ({ where }: PlaceChange, owner: string) => where.startsWith(`${owner}/`);

/** The changes that may mend a fault: of what is referred to, else of what refers to it. */
function mending({ path, code, params }: Fault, edition: Workbook, changes: readonly PlaceChange[]): PlaceChange[] {
  if (code === 'unknown-reference') {
    const { kind, id, group } = params as { kind: string; id: string; group?: string };
    const missing = kind === 'choices' ? `groups/${group}/choices/${id}` : `${kind}/${id}`;
    const added = changes.filter(({ where, what }) => where === missing && what === 'added');
    if (added.length > 0) return added;
  }
  const places = placesOn(path, edition);
  for (const place of places.reverse()) {
    const there = changes.filter((one) => one.where === place || isPartOf(one, place));
    if (there.length > 0) return there;
  }
  return [];
}

/** The places that a pointer leads through, the outermost first. */
function placesOn(path: string, edition: Workbook): string[] {
  const places: string[] = [];
  let [at, place]: [unknown, string] = [edition, ''];
  for (const step of parsePointer(path)) {
    at = (at as Record<string, unknown> | undefined)?.[step];
    const { id, group } = (at ?? {}) as { id?: string; group?: string };
    const name = id ?? group;
    if (/^\d+$/.test(step) && name === undefined) break;
    place = place === '' ? (name ?? step) : `${place}/${name ?? step}`;
    if (name !== undefined) places.push(place);
  }
  return places;
}
