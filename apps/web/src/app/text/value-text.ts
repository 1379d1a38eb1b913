import {
  allergenName,
  type Choice,
  type ChoicePrice,
  choicePriceText,
  minorDigits,
  moneyText,
  type Price,
  priceText,
  textIn,
  type Workbook,
} from '@hearty-ladle/core';
import { fieldName } from './field-names.ts';
import { languageName } from './languages.ts';

/** Steps through an object of the menu: fields, and ids of the elements of lists and maps. */
export type Path = readonly string[];

/** Reads steps and values of menu objects as they are called on the screens. `things`: the object, old and new. */
export interface Naming {
  readonly menu: Workbook;
  readonly things: readonly object[];
}

/** Fields whose elements are ids, or have ids, of objects of the menu. */
const LISTED: Readonly<Record<string, 'groups' | 'sections' | 'items' | 'stations' | 'dayparts' | 'ingredients'>> = {
  groups: 'groups',
  orderGroups: 'groups',
  opens: 'groups',
  by: 'groups',
  sections: 'sections',
  items: 'items',
  item: 'items',
  except: 'items',
  station: 'stations',
  stations: 'stations',
  backup: 'stations',
  dayparts: 'dayparts',
};
/** Lists whose elements speak for themselves: “Soft egg · Price”. */
const SILENT = new Set(['choices', 'amounts', 'groups', 'orderGroups']);
/** Fields of an attachment whose keys or elements are choices of its group. */
const BY_CHOICE = new Set(['only', 'defaults', 'prices']);

/** A path as people would say it. */
export function pathText(naming: Naming, path: Path): string {
  return path
    .map((step, i) => (SILENT.has(step) && i < path.length - 1 ? '' : stepName(naming, path.slice(0, i), step)))
    .filter(Boolean)
    .join(' · ');
}

function stepName({ menu, things }: Naming, before: Path, step: string): string {
  const [locale = ''] = menu.locales;
  const list = before.at(-1) ?? '';
  if (list === 'choices' || list === 'amounts') {
    const own = things
      .flatMap((thing) => (thing as Readonly<Record<string, unknown>>)[list] ?? [])
      .find((it) => (it as Choice).id === step);
    return own ? textIn((own as Choice).name, locale, locale) : step;
  }
  if (BY_CHOICE.has(list)) return choiceName(menu, before.at(-2) ?? '', step);
  const kind = LISTED[list];
  if (kind) return nameOf(menu, kind, step);
  if (list === 'allergens') return allergenName(step, 'en');
  return menu.locales.includes(step) ? languageName(step) : fieldName(step);
}

function nameOf(menu: Workbook, kind: (typeof LISTED)[string], id: string): string {
  const [locale = ''] = menu.locales;
  const found = menu[kind]?.find((it) => it.id === id);
  return found ? textIn(found.name, locale, locale) : id;
}

function choiceName(menu: Workbook, group: string, id: string): string {
  const [locale = ''] = menu.locales;
  const found = menu.groups.find((it) => it.id === group);
  const choice = found?.kind === 'choices' ? found.choices?.find((it) => it.id === id) : undefined;
  return choice ? textIn(choice.name, locale, locale) : id;
}

/** A value as it reads on the screens; `path` leads to it. */
export function valueText(naming: Naming, value: unknown, path: Path): string {
  const { menu } = naming;
  const field = path.at(-1) ?? '';
  if (value === undefined) return '–';
  if (value === null) return 'no limit';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (isMoney(path, value)) return moneyValue(menu, value);
  if (typeof value === 'string') return LISTED[field] ? nameOf(menu, LISTED[field], value) : `“${value}”`;
  if (typeof value !== 'object') return String(value);
  if (Array.isArray(value))
    return value
      .map((one: unknown) => (typeof one === 'string' ? stepName(naming, path, one) : valueText(naming, one, path)))
      .join(', ');
  if ('id' in value && 'name' in value)
    return textIn((value as Choice).name, menu.locales[0] ?? '', menu.locales[0] ?? '');
  return Object.entries(value)
    .map(([key, inner]) => `${stepName(naming, path, key)} ${valueText(naming, inner, [...path, key])}`)
    .join(', ');
}

/** Fields that hold an amount of money, or a way of pricing. */
const MONEY = new Set(['price', 'add', 'base', 'setBase', 'addToPrice', 'was']);

function isMoney(path: Path, value: unknown): boolean {
  const [field = '', parent = '', list = ''] = path.toReversed();
  if (list === 'amounts' || parent === 'amounts') return false;
  if (parent === 'amount') return field === 'min' || field === 'max';
  return MONEY.has(field) ? typeof value === 'number' || typeof value === 'object' : parent === 'prices';
}

function moneyValue(menu: Workbook, value: unknown): string {
  const digits = minorDigits(menu.currency);
  const lists = menu.priceLists.map(({ id }) => id);
  if (typeof value === 'number') return moneyText(value, digits);
  const isWay = ['add', 'percent', 'base', 'times'].some((way) => way in (value as object));
  if (!isWay) return priceText(value as Price, digits, lists);
  const price = value as ChoicePrice;
  const depends = 'add' in price && (price.by ?? price.tiers) ? ', and by choice or quantity' : '';
  return choicePriceText(price, digits, lists) + depends;
}
