import equal from 'fast-deep-equal';
import type { Item, Menu, Variants } from '../menu/document.ts';
import type { Attachment, Choice, ChoicesGroup } from '../menu/group-schema.ts';
import { KINDS } from '../menu/scope.ts';
import { keyOfWhat } from '../menu/what-key.ts';
import { documentOf, type Workbook } from '../menu/workbook.ts';
import { EDITION_ASIDES } from './edition.ts';
import { movedOut } from './moved-out.ts';

/** A field on both sides; a side that was not there is left out. */
export interface FieldChange {
  readonly before?: unknown;
  readonly after?: unknown;
}

/** How one place of a document differs in another. Service contract, section 4. */
export interface PlaceChange {
  /** `LIST/ID`, `groups/ID/choices/ID`, `items/ID/groups/ID`, `items/ID/variants/PICKS`, `orderGroups/ID` or `menu`. */
  readonly where: string;
  readonly what: 'added' | 'removed' | 'moved' | 'changed';
  /** Where it stood in the first document's list (removed, moved), and stands in the second one's (added, moved). */
  readonly from?: number;
  readonly to?: number;
  readonly fields?: Readonly<Record<string, FieldChange>>;
}

/**
 * What turns one document into another: one entry for each place; empty exactly where they are equal. Applied to the first,
 * everything removed or moved is taken out, then put in by ascending `to`.
 */
export function differences(before: Menu, after: Menu): PlaceChange[] {
  const [own, ownAfter] = [new Fields(before), new Fields(after)];
  const menu = own.fieldsAgainst(ownAfter);
  return [
    ...(menu ? [{ where: 'menu', what: 'changed' as const, fields: menu }] : []),
    ...KINDS.flatMap((list) =>
      listDifferences<{ readonly id: string }>(before[list] ?? [], after[list] ?? [], {
        keyOf: ({ id }) => id,
        whereOf: ({ id }) => `${list}/${id}`,
        id: 'id',
        ...PARTED[list],
      }),
    ),
    ...attachmentDifferences('orderGroups', before.orderGroups, after.orderGroups),
  ];
}

/** The differences of two editions: of their documents, and of the lists beside them, at places `LIST/ID` too. */
export function editionDifferences(before: Workbook, after: Workbook): PlaceChange[] {
  return [
    ...differences(documentOf(before), documentOf(after)),
    ...EDITION_ASIDES.flatMap((list) =>
      listDifferences<{ readonly id: string }>(before[list] ?? [], after[list] ?? [], {
        keyOf: ({ id }) => id,
        whereOf: ({ id }) => `${list}/${id}`,
        id: 'id',
      }),
    ),
  ];
}

/** The lists of parts that have places of their own, by field. */
const PARTS: ReadonlySet<string> = new Set([...KINDS, 'orderGroups']);
const NO_PARTS: ReadonlySet<string> = new Set();

/** A thing's fields, in which a list of parts stands as the empty list that it begins as. */
class Fields {
  readonly #fields: ReadonlyMap<string, unknown>;

  constructor(thing: object, parts: ReadonlySet<string> = PARTS, left: ReadonlySet<string> = NO_PARTS) {
    this.#fields = new Map(
      Object.entries(thing)
        .filter(([field, value]) => value !== undefined && !left.has(field))
        .map(([field, value]) => [field, parts.has(field) ? [] : value]),
    );
  }

  /** The fields that differ; undefined if none does. */
  fieldsAgainst(after: Fields): Record<string, FieldChange> | undefined {
    const names = new Set([...this.#fields.keys(), ...after.#fields.keys()]);
    const changes = [...names].flatMap((field): [string, FieldChange][] => {
      const [was, is] = [this.#fields.has(field), after.#fields.has(field)];
      const [before, now] = [this.#fields.get(field), after.#fields.get(field)];
      if (was && is && equal(before, now)) return [];
      return [[field, { ...(was && { before }), ...(is && { after: now }) }]];
    });
    return changes.length > 0 ? Object.fromEntries(changes) : undefined;
  }
}

const NOTHING = new Fields({});

interface ListKind<T> {
  readonly keyOf: (thing: T) => string;
  readonly whereOf: (thing: T, isAfter: boolean) => string;
  /** The field that its place names. */
  readonly id: string;
  /** The fields that are lists of parts with places of their own, and what differs in them. */
  readonly parts?: ReadonlySet<string>;
  readonly inner?: (was: T, is: T) => PlaceChange[];
}

/** The lists whose things have parts with places of their own. */
const PARTED: Readonly<Record<string, Pick<ListKind<{ readonly id: string }>, 'parts' | 'inner'>>> = {
  groups: {
    parts: new Set(['choices']),
    inner: (was, is) =>
      choiceDifferences(`groups/${is.id}/choices`, (was as ChoicesGroup).choices, (is as ChoicesGroup).choices),
  },
  items: {
    parts: new Set(['groups']),
    inner: (was, is) => [
      ...attachmentDifferences(`items/${is.id}/groups`, (was as Item).groups, (is as Item).groups),
      ...cellDifferences(is.id, (was as Item).variants, (is as Item).variants),
    ],
  },
};

function listDifferences<T extends object>(
  before: readonly T[],
  after: readonly T[],
  { keyOf, whereOf, id, parts = NO_PARTS, inner }: ListKind<T>,
): PlaceChange[] {
  const places = new Map(after.map((thing, place) => [keyOf(thing), place]));
  const olds = new Map(before.map((thing, place) => [keyOf(thing), place]));
  const moved = movedOut(before.flatMap((thing) => places.get(keyOf(thing)) ?? []));
  const left = new Set([id]);
  const removed = before.flatMap((thing, from): PlaceChange[] => {
    if (places.has(keyOf(thing))) return [];
    const fields = new Fields(thing, NO_PARTS, left).fieldsAgainst(NOTHING);
    return [{ where: whereOf(thing, false), what: 'removed', from, ...(fields && { fields }) }];
  });
  const others = after.flatMap((thing, to): PlaceChange[] => {
    const from = olds.get(keyOf(thing));
    const was = from === undefined ? undefined : before[from];
    if (from === undefined || !was) {
      const fields = NOTHING.fieldsAgainst(new Fields(thing, NO_PARTS, left));
      return [{ where: whereOf(thing, true), what: 'added', to, ...(fields && { fields }) }];
    }
    const move = moved.has(to) ? { from, to } : {};
    const where = whereOf(thing, true);
    if (areEqual(was, thing)) return moved.has(to) ? [{ where, what: 'moved', ...move }] : [];
    const fields = new Fields(withoutCells(was), parts, left).fieldsAgainst(
      new Fields(withoutCells(thing), parts, left),
    );
    const own: PlaceChange[] =
      fields || moved.has(to)
        ? [{ where, what: fields ? 'changed' : 'moved', ...move, ...(fields && { fields }) }]
        : [];
    return [...own, ...(inner?.(was, thing) ?? [])];
  });
  return [...removed, ...others];
}

/** What was found equal, by the first: a draft is compared with the same edition again after every edit. */
const equals = new WeakMap<object, object>();

function areEqual(was: object, is: object): boolean {
  if (was === is || equals.get(was) === is) return true;
  const isEqual = equal(was, is);
  if (isEqual) equals.set(was, is);
  return isEqual;
}

/** The variants of a dish are told as the groups they are by; its cells have places of their own. */
function withoutCells(thing: object): object {
  const { variants } = thing as { variants?: Variants };
  return variants && 'by' in variants ? { ...thing, variants: { by: variants.by } } : thing;
}

function choiceDifferences(where: string, before: readonly Choice[] = [], after: readonly Choice[] = []) {
  return listDifferences(before, after, { keyOf: ({ id }) => id, whereOf: ({ id }) => `${where}/${id}`, id: 'id' });
}

function attachmentDifferences(where: string, before: readonly Attachment[] = [], after: readonly Attachment[] = []) {
  return listDifferences(before, after, {
    keyOf: ({ group }) => group,
    whereOf: ({ group }) => `${where}/${group}`,
    id: 'group',
  });
}

/** Names a cell of a variants table by what is picked, in any order. */
export const cellKey = ({ pick }: Cell) => keyOfWhat({ variant: { item: '', pick } });

/** The place of a cell, in the order of the groups that the table is by. */
export const cellPlace = (item: string, by: readonly string[], { pick }: Cell) =>
  `items/${item}/variants/${by.map((group) => `${group}=${pick[group] ?? ''}`).join(',')}`;

type Cell = Variants['cells'][number];

function cellDifferences(item: string, before: Variants | undefined, after: Variants | undefined): PlaceChange[] {
  return listDifferences(before?.cells ?? [], after?.cells ?? [], {
    keyOf: cellKey,
    whereOf: (cell, isAfter) => cellPlace(item, (isAfter ? after : before)?.by ?? [], cell),
    id: 'pick',
  });
}
