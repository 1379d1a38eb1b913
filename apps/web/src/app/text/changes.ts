import {
  type Change,
  type Edit,
  idOf,
  type Rule,
  type Thing,
  type ThingKind,
  textIn,
  type Workbook,
  writeRule,
} from '@hearty-ladle/core';
import { type Naming, type Path, pathText, valueText } from './value-text.ts';

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

export const KIND_WORDS: Readonly<Record<ThingKind, string>> = {
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
  offRules: 'House rule, switched off',
  promises: 'Promise',
  snoozes: 'Snoozed finding',
  variantLists: 'Combinations in one list',
  pictureTexts: 'What a picture shows',
};

/** Describes a change object by object, with values before and after; `inverse` contains the values before. */
export function describeChange(menu: Workbook, change: Change, inverse: Change): ChangedThing[] {
  return change.edits.map((edit) => describeEdit(menu, edit, inverse));
}

function describeEdit(menu: Workbook, edit: Edit, inverse: Change): ChangedThing {
  const id = idOf(edit);
  const was = inverse.edits.find((it) => it.type === 'put' && it.kind === edit.kind && idOf(it) === id) as
    { thing: Thing } | undefined;
  const kind = KIND_WORDS[edit.kind];
  const name = thingName(menu, edit.type === 'put' ? edit.thing : was?.thing) || id;
  if (edit.type === 'move') return { kind, name, what: 'moved', values: [] };
  if (edit.type === 'remove') return { kind, name, what: 'gone', values: [] };
  if (!was) return { kind, name, what: 'new', values: [] };
  const values = edit.kind === 'rules' ? changedRule(menu, was.thing, edit.thing) : [];
  return {
    kind,
    name,
    what: 'changed',
    values: values.length > 0 ? values : changedValues(menu, was.thing, edit.thing),
  };
}

/** A rule is said as a sentence, before and after; nothing if only its name changed. */
export function changedRule(menu: Workbook, before: Thing, after: Thing): ChangedValue[] {
  const [was, is] = [writeRule(menu, before as Rule), writeRule(menu, after as Rule)];
  return was === is ? [] : [{ field: 'Rule', before: was, after: is }];
}

/** The name of an object in the menu's first language; empty if it has none. */
export function thingName(menu: Workbook, thing: Thing | undefined): string {
  const [locale = ''] = menu.locales;
  return thing && 'name' in thing && thing.name !== undefined ? textIn(thing.name, locale, locale) : '';
}

/** Every value of an object that differs, named as on the screens; elements of lists are matched by id. */
export function changedValues(menu: Workbook, before: object, after: object): ChangedValue[] {
  return differing({ menu, things: [after, before] }, before, after, []);
}

/** Values that are said as a whole: their fields mean nothing without each other. */
const WHOLE = new Set(['price', 'sale', 'when', 'then']);

function differing(naming: Naming, before: unknown, after: unknown, path: Path): ChangedValue[] {
  if (JSON.stringify(before) === JSON.stringify(after)) return [];
  const [old, now] = [byKey(before), byKey(after)];
  const field = pathText(naming, path);
  if (!old || !now || WHOLE.has(path.at(-1) ?? ''))
    return [{ field, before: valueText(naming, before, path), after: valueText(naming, after, path) }];
  const keys = [...new Set([...Object.keys(old), ...Object.keys(now)])];
  const found = keys.flatMap((key) => differing(naming, old[key], now[key], [...path, key]));
  return found.length > 0 ? found : [{ field, before: 'in another order', after: 'in this order' }];
}

/** The fields of an object, or the elements of a list by their id; undefined for anything else. */
function byKey(value: unknown): Readonly<Record<string, unknown>> | undefined {
  if (typeof value !== 'object' || value === null) return undefined;
  if (!Array.isArray(value)) return value as Record<string, unknown>;
  const keys = value.map(keyOf);
  return keys.includes(undefined) ? undefined : Object.fromEntries(keys.map((key, i) => [key, value[i] as unknown]));
}

function keyOf(one: unknown): string | undefined {
  const { id, group } = (one ?? {}) as { id?: unknown; group?: unknown };
  return typeof id === 'string' ? id : typeof group === 'string' ? group : undefined;
}
