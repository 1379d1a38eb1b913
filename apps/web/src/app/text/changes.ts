import { type Change, type Edit, moneyText, type Thing } from '@hearty-ladle/core';

/** One replaced value: its field, the value before and after. */
export interface ChangedValue {
  readonly field: string;
  readonly before: string;
  readonly after: string;
}

export interface ChangedThing {
  readonly kind: string;
  readonly name: string;
  readonly what: 'new' | 'gone' | 'moved' | 'changed';
  readonly values: readonly ChangedValue[];
}

const KIND_WORDS: Readonly<Record<string, string>> = {
  items: 'Dish',
  groups: 'Group',
  sections: 'Section',
  stations: 'Station',
  ingredients: 'Ingredient',
  rules: 'House rule',
  priceLists: 'Price list',
  locations: 'Location',
  dayparts: 'Daypart',
  guests: 'Kind of guest',
  settings: 'The menu itself',
  itemSummaries: 'Summary line of a dish',
  sectionSummaries: 'Summary line of a section',
};

/**
 * Describes a change object by object, with values before and after; `inverse` contains the values before. `digits`:
 * decimals of the currency.
 */
export function describeChange(change: Change, inverse: Change, digits: number): ChangedThing[] {
  return change.edits.map((edit) => editText(edit, inverse, digits));
}

function editText(edit: Edit, inverse: Change, digits: number): ChangedThing {
  const id = idOf(edit);
  const was = inverse.edits.find((it) => it.type === 'put' && it.kind === edit.kind && idOf(it) === id) as
    { thing: Thing } | undefined;
  const kind = KIND_WORDS[edit.kind] ?? edit.kind;
  const name = nameOf(edit.type === 'put' ? edit.thing : was?.thing) || id;
  if (edit.type === 'move') return { kind, name, what: 'moved', values: [] };
  if (edit.type === 'remove') return { kind, name, what: 'gone', values: [] };
  if (!was) return { kind, name, what: 'new', values: [] };
  return { kind, name, what: 'changed', values: changedValues(was.thing, edit.thing, digits) };
}

function idOf(edit: Edit): string {
  if (edit.type !== 'put') return edit.id;
  return 'id' in edit.thing ? edit.thing.id : 'menu';
}

function nameOf(thing: Thing | undefined): string {
  const name: unknown = thing && 'name' in thing ? thing.name : undefined;
  return typeof name === 'string' ? name : String(Object.values((name as object | undefined) ?? {})[0] ?? '');
}

/** Every leaf that differs, with its path; lists of objects with ids are matched by id. */
export function changedValues(
  before: unknown,
  after: unknown,
  digits: number,
  way: readonly string[] = [],
): ChangedValue[] {
  if (JSON.stringify(before) === JSON.stringify(after)) return [];
  const [old, now] = [byId(before), byId(after)];
  // A value that changed its type (one price for all lists, say) is described as a whole.
  const isOtherKind = (!old || !now) && before !== undefined && after !== undefined;
  if (isOtherKind || (!old && !now))
    return [{ field: way.join(' · '), before: valueText(before, way, digits), after: valueText(after, way, digits) }];
  const keys = [...new Set([...Object.keys(old ?? {}), ...Object.keys(now ?? {})])];
  const found = keys.flatMap((key) => changedValues(old?.[key], now?.[key], digits, [...way, key]));
  return found.length > 0 ? found : [{ field: way.join(' · '), before: 'in another order', after: 'in this order' }];
}

function byId(value: unknown): Record<string, unknown> | undefined {
  if (typeof value !== 'object' || value === null) return undefined;
  if (!Array.isArray(value)) return value as Record<string, unknown>;
  const keyed = value.map((one: unknown, i) => [keyOf(one) ?? String(i + 1), one] as const);
  return Object.fromEntries(keyed);
}

function keyOf(one: unknown): string | undefined {
  if (typeof one === 'string') return one;
  const { id, group } = (one ?? {}) as { id?: unknown; group?: unknown };
  return typeof id === 'string' ? id : typeof group === 'string' ? group : undefined;
}

/** Fields below which numbers are amounts of money. */
const MONEY = new Set(['price', 'prices', 'add', 'base', 'suggested', 'setBase', 'addToPrice']);
/** Exceptions below these fields: counts and percentages. */
const NO_MONEY = new Set(['percent', 'times', 'from', 'portion']);

function isMoney(way: readonly string[]): boolean {
  const last = way.at(-1) ?? '';
  if (NO_MONEY.has(last)) return false;
  if (last === 'min' || last === 'max' || last === 'price')
    return way.includes('amount') ? last !== 'price' : last === 'price' && !way.includes('amounts');
  return way.some((step) => MONEY.has(step));
}

function valueText(value: unknown, way: readonly string[], digits: number): string {
  if (value === undefined) return '–';
  if (typeof value === 'string') return `“${value}”`;
  if (typeof value === 'number') return isMoney(way) ? moneyText(value, digits) : String(value);
  if (typeof value === 'object' && value !== null && !Array.isArray(value)) {
    return Object.entries(value)
      .map(([key, inner]) => `${key} ${valueText(inner, [...way, key], digits)}`)
      .join(', ');
  }
  return JSON.stringify(value);
}
