import equal from 'fast-deep-equal';
import type { Menu } from '../menu/document.ts';
import { applyUnchecked, type Change } from './change.ts';
import { type Edit, idOf, SETTINGS_ID, type Thing, thingFinder, type ThingKind, type ThingRef } from './edit.ts';

/** A value that two people changed in different ways; `path` leads to it by field and by id. Undefined: not there. */
export interface MergeClash {
  readonly path: readonly string[];
  readonly before: unknown;
  readonly mine: unknown;
  readonly theirs: unknown;
}

export interface ThingClash extends MergeClash, ThingRef {}

/** A change on top of what others changed meanwhile; where it clashes, it leaves their value. */
export interface MergedChange {
  readonly change: Change;
  readonly clashes: readonly ThingClash[];
}

/** Values that are kept or replaced as a whole: their fields mean nothing without each other. */
const WHOLE = new Set(['price', 'when', 'then', 'sale', 'opens', 'sections', 'tags', 'dayparts', 'pick', 'by']);

/**
 * Three-way merge of JSON values. Objects merge field by field, lists of objects with ids element by element; where both
 * sides changed one value differently, theirs stays and the clash is reported.
 */
export function mergeValues<T>(before: unknown, mine: T, theirs: T): { merged: T; clashes: MergeClash[] } {
  const clashes: MergeClash[] = [];
  return { merged: merge(before, mine, theirs, [], clashes) as T, clashes };
}

/** The value with another one at a path of a clash; undefined removes what is there. */
export function withValueAt(value: unknown, path: readonly string[], replacement: unknown): unknown {
  const [key, ...rest] = path;
  if (key === undefined) return replacement;
  if (Array.isArray(value)) {
    const elements = new Map(keyed(value));
    const next = withValueAt(elements.get(key), rest, replacement);
    if (next === undefined) elements.delete(key);
    else elements.set(key, next);
    return [...elements.values()];
  }
  const { [key]: inner, ...others } = (value ?? {}) as Readonly<Record<string, unknown>>;
  const next = withValueAt(inner, rest, replacement);
  return next === undefined ? others : { ...others, [key]: next };
}

/**
 * Puts a change that was made to an older menu on top of the current one. `inverse` is the change's own inverse, which
 * has the objects as they were before it. Also undoes a change later: swap the two.
 */
export function mergeChange(change: Change, inverse: Change, current: Menu): MergedChange {
  const before = putBy(inverse);
  const clashes: ThingClash[] = [];
  let now = current;
  const edits: Edit[] = [];
  for (const edit of lastPuts(change.edits)) {
    const ref: ThingRef = { kind: edit.kind, id: idOf(edit) };
    const was = before.get(keyOf(ref));
    const theirs = thingFinder(now)(ref);
    const merged = mergeEdit(edit, was, theirs, (clash) => clashes.push({ ...ref, ...clash }));
    if (!merged) continue;
    edits.push(merged);
    now = applyUnchecked(now, { edits: [merged] });
  }
  return { change: { edits }, clashes };
}

function mergeEdit(
  edit: Edit,
  was: Thing | undefined,
  theirs: Thing | undefined,
  clash: (clash: MergeClash) => void,
): Edit | undefined {
  switch (edit.type) {
    case 'move':
      return theirs && edit;
    case 'remove':
      if (theirs === undefined) return undefined;
      if (was === undefined || equal(was, theirs)) return edit;
      clash({ path: [], before: was, mine: undefined, theirs });
      return undefined;
    case 'put': {
      if (equal(edit.thing, theirs)) return undefined;
      if (theirs === undefined) {
        if (was === undefined) return edit;
        clash({ path: [], before: was, mine: edit.thing, theirs });
        return undefined;
      }
      const { merged, clashes } = mergeValues<Thing>(was, edit.thing, theirs);
      clashes.forEach(clash);
      return equal(merged, theirs) ? undefined : { type: 'put', kind: edit.kind, thing: merged };
    }
  }
}

/** The edits with only the last put of each object: an earlier one is replaced as a whole. */
function lastPuts(edits: readonly Edit[]): Edit[] {
  const last = new Map(edits.map((edit, i) => [`${edit.type} ${keyOf({ kind: edit.kind, id: idOf(edit) })}`, i]));
  return edits.filter(
    (edit, i) => edit.type !== 'put' || last.get(`put ${keyOf({ kind: edit.kind, id: idOf(edit) })}`) === i,
  );
}

function putBy({ edits }: Change): ReadonlyMap<string, Thing> {
  return new Map(
    edits.flatMap((edit) => (edit.type === 'put' ? [[keyOf({ kind: edit.kind, id: idOf(edit) }), edit.thing]] : [])),
  );
}

function keyOf({ kind, id }: { kind: ThingKind; id: string }): string {
  return `${kind} ${kind === 'settings' ? SETTINGS_ID : id}`;
}

function merge(
  before: unknown,
  mine: unknown,
  theirs: unknown,
  path: readonly string[],
  clashes: MergeClash[],
): unknown {
  if (equal(mine, theirs) || equal(before, mine)) return theirs;
  if (equal(before, theirs)) return mine;
  const isWhole = path.length > 0 && WHOLE.has(path.at(-1) ?? '');
  if (!isWhole && isRecord(before) && isRecord(mine) && isRecord(theirs)) {
    const keys = [...new Set([...Object.keys(theirs), ...Object.keys(mine)])];
    const merged = keys.map((key) => [key, merge(before[key], mine[key], theirs[key], [...path, key], clashes)]);
    return Object.fromEntries(merged.filter(([, value]) => value !== undefined));
  }
  if (!isWhole) {
    const lists = [keyed(before ?? []), keyed(mine), keyed(theirs)] as const;
    if (lists[0] && lists[1] && lists[2]) return mergeLists(lists[0], lists[1], lists[2], path, clashes);
  }
  clashes.push({ path, before, mine, theirs });
  return theirs;
}

type Keyed = ReadonlyMap<string, unknown>;

/** The order is mine if I changed it, else theirs; what the other side added comes after its neighbour there. */
function mergeLists(before: Keyed, mine: Keyed, theirs: Keyed, path: readonly string[], clashes: MergeClash[]) {
  const inCommon = [...before.keys()].filter((key) => mine.has(key));
  const isMoved = inCommon.join('\n') !== [...mine.keys()].filter((key) => before.has(key)).join('\n');
  const [first, second] = isMoved ? [mine, theirs] : [theirs, mine];
  const order = [...first.keys()];
  let last: string | undefined;
  for (const key of second.keys()) {
    if (!order.includes(key)) order.splice(last === undefined ? 0 : order.indexOf(last) + 1, 0, key);
    last = key;
  }
  return order
    .map((key) => merge(before.get(key), mine.get(key), theirs.get(key), [...path, key], clashes))
    .filter((value) => value !== undefined);
}

/** A list by the id (or group) of its elements, or by the elements themselves; undefined if they have none. */
function keyed(list: unknown): Keyed | undefined {
  if (!Array.isArray(list)) return undefined;
  const map = new Map<string, unknown>();
  for (const one of list as unknown[]) {
    const key = typeof one === 'string' ? one : isRecord(one) ? (one['id'] ?? one['group']) : undefined;
    if (typeof key !== 'string' || map.has(key)) return undefined;
    map.set(key, one);
  }
  return map;
}

function isRecord(value: unknown): value is Readonly<Record<string, unknown>> {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}
