import { joinPointer, type Fault, parsePointer } from './fault.ts';

type Json = unknown;
type ShapeFaults = (value: Json) => Fault[];

/** A document without its malformed parts. */
export interface Pruned {
  readonly value: Json;
  /** Ids mentioned in the removed parts. */
  readonly lostIds: ReadonlySet<string>;
  /** The names of lists that were not lists. */
  readonly lostLists: ReadonlySet<string>;
  /** Converts a path in the pruned document to a path in the original. */
  readonly originalPath: (path: string) => string;
}

const ROUNDS = 24;

/**
 * Removes malformed parts until the rest is well-formed, so that the meaning of the rest can be checked too. Undefined
 * if nothing useful is left. Removing list elements does not shift the paths of the others.
 */
export function prune(value: Json, faults: readonly Fault[], shapeFaults: ShapeFaults): Pruned | undefined {
  const copy: Json = JSON.parse(JSON.stringify(value) ?? 'null');
  if (!isContainer(copy) || Array.isArray(copy)) return undefined;
  const lostLists = new Set(NEEDED_LISTS.filter((field) => !Array.isArray(copy[field])));
  for (const field of lostLists) copy[field] = [];
  const lostIds = new Set<string>();
  const places = new WeakMap<object, number[]>();
  const stoodIn = new Set<string>();
  let wrong = faults.filter(canBeTakenOut);
  for (let round = 0; wrong.length > 0; round++) {
    if (round === ROUNDS) return undefined;
    const paths = [...new Set(wrong.map(placeOf))].sort(deepestAndLastFirst);
    for (const path of paths) {
      if (!stoodIn.has(path) && standIn(copy, parsePointer(path))) stoodIn.add(path);
      else removeAt(copy, existing(copy, parsePointer(path)), lostIds, places);
    }
    wrong = shapeFaults(copy).filter(canBeTakenOut);
  }
  return { value: copy, lostIds, lostLists, originalPath: (path) => inOriginalPlaces(copy, path, places) };
}

const NEEDED_LISTS = ['locales', 'priceLists', 'stations', 'sections', 'groups', 'items'];
const PLAIN_FIELDS = ['format', 'name', 'currency'];

/** The document's own plain fields and languages are kept: nothing else depends on their shape. */
function canBeTakenOut({ path }: Fault): boolean {
  const [field, ...inside] = parsePointer(path);
  if (field === undefined || field === 'locales') return false;
  return inside.length > 0 || ![...NEEDED_LISTS, ...PLAIN_FIELDS].includes(field);
}

/** Harmless values for required fields, so that an object with one bad field is still checked. */
const STAND_INS: Readonly<Record<string, Json>> = {
  name: '',
  prompt: '',
  word: '',
  unit: '',
  price: 0,
  pick: {},
  cells: [],
};

function placeOf({ path, code, params }: Fault): string {
  return code === 'missing-field' ? joinPointer(path, String(params['field'])) : path;
}

function standIn(root: Json, steps: readonly string[]): boolean {
  const parent = at(root, steps.slice(0, -1));
  const last = steps.at(-1) ?? '';
  if (!isContainer(parent) || Array.isArray(parent) || !Object.hasOwn(STAND_INS, last)) return false;
  parent[last] = JSON.parse(JSON.stringify(STAND_INS[last]));
  return true;
}

/** The steps as far as they exist: for a missing field, the object that lacks it. */
function existing(root: Json, steps: readonly string[]): readonly string[] {
  const parent = at(root, steps.slice(0, -1));
  return isContainer(parent) && steps.at(-1) !== undefined && !Object.hasOwn(parent, steps.at(-1) ?? '')
    ? steps.slice(0, -1)
    : steps;
}

function at(root: Json, steps: readonly string[]): Json {
  return steps.reduce<Json>((value, step) => (isContainer(value) ? value[step] : undefined), root);
}

function isContainer(value: Json): value is Record<string, Json> {
  return typeof value === 'object' && value !== null;
}

function deepestAndLastFirst(a: string, b: string): number {
  const [one, other] = [parsePointer(a), parsePointer(b)];
  for (let i = 0; i < Math.min(one.length, other.length); i++) {
    const difference = Number(other[i]) - Number(one[i]);
    if (one[i] !== other[i])
      return Number.isNaN(difference) ? (String(one[i]) < String(other[i]) ? 1 : -1) : difference;
  }
  return other.length - one.length;
}

function removeAt(root: Json, steps: readonly string[], lostIds: Set<string>, places: WeakMap<object, number[]>): void {
  const parent = at(root, steps.slice(0, -1));
  const last = steps.at(-1);
  if (last === undefined || !isContainer(parent)) return;
  rememberIds(parent[last], lostIds);
  if (Array.isArray(parent)) {
    const original = places.get(parent) ?? parent.map((_, i) => i);
    places.set(parent, original);
    parent.splice(Number(last), 1);
    original.splice(Number(last), 1);
  } else {
    if (last === 'id' && typeof parent['id'] === 'string') lostIds.add(parent['id']);
    Reflect.deleteProperty(parent, last);
  }
}

function rememberIds(value: Json, lostIds: Set<string>): void {
  if (!isContainer(value)) return;
  for (const [key, inner] of Object.entries(value)) {
    if (key === 'id' && typeof inner === 'string') lostIds.add(inner);
    else rememberIds(inner, lostIds);
  }
}

function inOriginalPlaces(root: Json, path: string, places: WeakMap<object, number[]>): string {
  let value: Json = root;
  const steps = parsePointer(path).map((step) => {
    const original = isContainer(value) ? places.get(value)?.[Number(step)] : undefined;
    value = isContainer(value) ? value[step] : undefined;
    return original ?? step;
  });
  return joinPointer('', ...steps);
}
