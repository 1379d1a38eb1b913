import type { Item, Variants } from '../menu/document.ts';
import type { Attachment, ChoicesGroup } from '../menu/group-schema.ts';
import { KINDS } from '../menu/scope.ts';
import type { Workbook } from '../menu/workbook.ts';
import { cellKey, cellPlace, type FieldChange, type PlaceChange } from './differences.ts';
import { EDITION_ASIDES } from './edition.ts';

type Json = Readonly<Record<string, unknown>>;
type Places = ReadonlyMap<string, PlaceChange>;

/**
 * The first edition with some of what differs in the second: `chosen` are entries of `editionDifferences(before, after)`.
 * With all of them it is the second, with none the first. What is added or moved comes after whatever precedes it in the
 * second edition and is there. Taking a part may give an edition that is not valid: `neededWith` completes it.
 */
export function takeChanges(before: Workbook, after: Workbook, chosen: readonly PlaceChange[]): Workbook {
  const places: Places = new Map(chosen.map((change) => [change.where, change]));
  const lists = [...KINDS, ...EDITION_ASIDES];
  const menu = places.get('menu')?.fields ?? {};
  const taken: Record<string, unknown> = withFields(
    before as unknown as Json,
    after as unknown as Json,
    menu,
    new Set([...lists, 'orderGroups']),
  );
  for (const list of lists) {
    const parts = { items: itemWith, groups: groupWith }[list as string];
    setList(taken, list, before, after, menu, {
      keyOf: ({ id }: { readonly id: string }) => id,
      whereOf: ({ id }) => `${list}/${id}`,
      places,
      ...(parts && { withParts: (was, is, made) => parts(was, is, made, places) }),
    });
  }
  setList(taken, 'orderGroups', before, after, menu, attachmentsAt('orderGroups', places));
  return taken as unknown as Workbook;
}

interface Taking<T extends object> {
  readonly keyOf: (thing: T) => string;
  readonly whereOf: (thing: T) => string;
  readonly places: Places;
  /** Takes the chosen parts of a thing that both have into what was made of it so far. */
  readonly withParts?: (was: Json, is: Json, made: Record<string, unknown>) => void;
}

/** Sets a list of parts of an owner; one that is empty is there as its owner's field says. */
function setList<T extends object>(
  owner: Record<string, unknown>,
  field: string,
  before: object,
  after: object,
  fields: Readonly<Record<string, FieldChange>>,
  taking: Taking<T>,
): void {
  const [was, is] = [(before as Json)[field], (after as Json)[field]] as (readonly T[] | undefined)[];
  const list = takenList(was ?? [], is ?? [], taking);
  const isThere = (field in fields ? is : was) !== undefined;
  if (list.length > 0 || isThere) owner[field] = list;
  else Reflect.deleteProperty(owner, field);
}

function takenList<T extends object>(before: readonly T[], after: readonly T[], taking: Taking<T>): T[] {
  const { keyOf, whereOf, places } = taking;
  const [olds, news] = [before, after].map((list) => new Map(list.map((thing) => [keyOf(thing), thing]))) as [
    Map<string, T>,
    Map<string, T>,
  ];
  const list = before.flatMap((was) => {
    const is = news.get(keyOf(was));
    const change = places.get(whereOf(is ?? was));
    if (change?.from !== undefined) return [];
    return is ? [madeOf(was, is, change, taking)] : [was];
  });
  const keys = list.map(keyOf);
  after.forEach((is, index) => {
    const change = places.get(whereOf(is));
    if (change?.to === undefined) return;
    const was = olds.get(keyOf(is));
    const at = 1 + Math.max(-1, placeOfNearest(after.slice(0, index).map(keyOf), keys));
    list.splice(at, 0, was ? madeOf(was, is, change, taking) : is);
    keys.splice(at, 0, keyOf(is));
  });
  return list;
}

/** Where the last of some keys that are there at all stands; -1 if none is. */
function placeOfNearest(preceding: readonly string[], keys: readonly string[]): number {
  const nearest = preceding.findLast((key) => keys.includes(key));
  return nearest === undefined ? -1 : keys.indexOf(nearest);
}

function madeOf<T extends object>(was: T, is: T, change: PlaceChange | undefined, { withParts }: Taking<T>): T {
  if (!withParts) return change?.fields ? (withFields(was as Json, is as Json, change.fields, NONE) as T) : was;
  const made = withFields(was as Json, is as Json, change?.fields ?? {}, PARTS);
  withParts(was as Json, is as Json, made);
  return made as T;
}

const NONE: ReadonlySet<string> = new Set();
const PARTS: ReadonlySet<string> = new Set(['choices', 'groups']);

/** The fields of the one, with those that changed as the other has them. */
function withFields(
  was: Json,
  is: Json,
  fields: Readonly<Record<string, FieldChange>>,
  parts: ReadonlySet<string>,
): Record<string, unknown> {
  const made = { ...was };
  for (const field of Object.keys(fields).filter((one) => !parts.has(one))) {
    if (is[field] === undefined) Reflect.deleteProperty(made, field);
    else made[field] = is[field];
  }
  return made;
}

function groupWith(was: Json, is: Json, made: Record<string, unknown>, places: Places): void {
  const { id } = is as unknown as ChoicesGroup;
  setList(made, 'choices', was, is, places.get(`groups/${id}`)?.fields ?? {}, {
    keyOf: (choice: { readonly id: string }) => choice.id,
    whereOf: (choice) => `groups/${id}/choices/${choice.id}`,
    places,
  });
}

function itemWith(was: Json, is: Json, made: Record<string, unknown>, places: Places): void {
  const { id } = is as unknown as Item;
  const fields = places.get(`items/${id}`)?.fields ?? {};
  setList(made, 'groups', was, is, fields, attachmentsAt(`items/${id}/groups`, places));
  const [old, now] = [was, is].map(({ variants }) => variants as Variants | undefined);
  // A table by other groups comes whole.
  if (!old || !now || 'variants' in fields) return;
  const cells = takenList(old.cells, now.cells, {
    keyOf: cellKey,
    whereOf: (cell) => cellPlace(id, now.by, cell),
    places,
  });
  made['variants'] = { ...old, cells };
}

function attachmentsAt(where: string, places: Places): Taking<Attachment> {
  return { keyOf: ({ group }) => group, whereOf: ({ group }) => `${where}/${group}`, places };
}
