import type { Menu, Text } from '../menu/document.ts';
import { textIn, withTextIn } from '../menu/text.ts';
import { minorDigits } from '../money/currencies.ts';
import type { Price } from '../money/money.ts';
import type { CellKind, CellRead } from './cell.ts';
import { moneyKind, TEXT } from './cell-kinds.ts';

/** A column of a table whose rows are things of one kind. */
export interface Column<T> {
  readonly header: string;
  /** The field of the thing that it holds, or the first step to it. */
  readonly field: string;
  readonly shows: 'text' | 'number' | 'money';
  readonly options?: readonly string[];
  /** What the column is for, in a sentence. */
  readonly note: string;
  /** What the cell says; undefined if it can't hold the value. */
  readonly write: (thing: T) => string | undefined;
  /** The thing with what a cell says; empty text clears the value. */
  readonly read: (thing: T, text: string) => CellRead<T>;
}

type Path = readonly [string, ...string[]];

interface Details<T> {
  readonly note: string;
  /** It can't be cleared. */
  readonly isRequired?: boolean;
  /** Why a thing can't have this value, if it can't. */
  readonly refuses?: (thing: T) => string | undefined;
}

/** A column of one value, at a path of fields within the thing. */
export function valueColumn<T extends object, V>(
  header: string,
  path: Path,
  kind: CellKind<V>,
  { note, isRequired = false, refuses }: Details<T>,
): Column<T> {
  return {
    header,
    field: path[0],
    shows: kind.shows,
    ...(kind.options && { options: kind.options }),
    note,
    write: (thing) => {
      const value = valueAt(thing, path) as V | undefined;
      return value === undefined ? '' : kind.write(value);
    },
    read: (thing, text) => {
      if (text === '') return isRequired ? mustNotBeEmpty(header) : { value: withValue(thing, path, undefined) };
      const refusal = refuses?.(thing);
      if (refusal !== undefined) return { says: refusal };
      const read = kind.read(text);
      return 'says' in read ? read : { value: withValue(thing, path, read.value) };
    },
  };
}

/** One column per language of the menu. */
export function textColumns<T extends object>(
  menu: Menu,
  header: string,
  path: Path,
  { note, isRequired = false, refuses }: Details<T>,
): Column<T>[] {
  const [first = ''] = menu.locales;
  return menu.locales.map((locale) => ({
    header: `${header} (${locale})`,
    field: path[0],
    shows: 'text',
    note: `${note} In the language ${locale}.`,
    write: (thing) => {
      const text = valueAt(thing, path) as Text | undefined;
      if (text === undefined) return '';
      const own = typeof text === 'string' ? (locale === first ? text : '') : (text[locale] ?? '');
      return TEXT.write(own);
    },
    read: (thing, cell) => {
      const text = valueAt(thing, path) as Text | undefined;
      if (cell === '' && locale === first) {
        if (isRequired) return mustNotBeEmpty(`${header} (${locale})`);
        const isElsewhere =
          typeof text === 'object' && Object.keys(text).some((one) => one !== first && text[one] !== '');
        return isElsewhere
          ? { says: `It is there in another language; clear those first.` }
          : { value: withValue(thing, path, undefined) };
      }
      if (cell === '' && text === undefined) return { value: thing };
      const refusal = refuses?.(thing);
      if (refusal !== undefined) return { says: refusal };
      if (locale !== first && (text === undefined || textIn(text, first, first) === ''))
        return { says: `It needs its text in the first language, ${first}.` };
      return { value: withValue(thing, path, withTextIn(text, cell, locale, first)) };
    },
  }));
}

/** One column per price list of the menu. */
export function priceColumns<T extends object>(
  menu: Menu,
  header: string,
  path: Path,
  { note, isRequired = false, refuses }: Details<T>,
): Column<T>[] {
  const kind = moneyKind(minorDigits(menu.currency));
  return menu.priceLists.map(({ id: list, name }) => ({
    header: `${header} (${list})`,
    field: path[0],
    shows: 'money',
    note: `${note} On the price list ${name}.`,
    write: (thing) => {
      const amount = ownAmount(menu, valueAt(thing, path) as Price | undefined, list);
      return amount === undefined ? '' : kind.write(amount);
    },
    read: (thing, text) => {
      const refusal = text === '' ? undefined : refuses?.(thing);
      if (refusal !== undefined) return { says: refusal };
      const read = text === '' ? { value: undefined } : kind.read(text);
      if ('says' in read) return read;
      const price = priceWith(menu, valueAt(thing, path) as Price | undefined, list, read.value);
      if (price !== undefined && typeof price === 'object' && 'says' in price) return { says: String(price.says) };
      if (price === undefined && isRequired) return mustNotBeEmpty(`${header} (${list})`);
      return { value: withValue(thing, path, price) };
    },
  }));
}

/** What a price says for one list of its own; a plain number is the first list's. */
export function ownAmount(menu: Menu, price: Price | undefined, list: string): number | undefined {
  if (typeof price === 'number') return list === menu.priceLists[0]?.id ? price : undefined;
  return price && Object.hasOwn(price, list) ? price[list] : undefined;
}

/** A price with another amount on one list; undefined if none is left. */
export function priceWith(
  { priceLists }: Menu,
  price: Price | undefined,
  list: string,
  amount: number | undefined,
): Price | undefined | { readonly says: string } {
  const [first] = priceLists;
  const before: Record<string, number> = typeof price === 'number' ? { [first?.id ?? '']: price } : { ...price };
  const { [list]: _, ...others } = before;
  const all: Record<string, number> = amount === undefined ? others : { ...before, [list]: amount };
  const lists = Object.keys(all);
  if (lists.length === 0) return undefined;
  if (all[first?.id ?? ''] === undefined)
    return { says: `The list ${first?.name ?? ''} needs a price, as the others fall back to it.` };
  return lists.length === 1 ? all[first?.id ?? ''] : all;
}

function valueAt(thing: object, path: readonly string[]): unknown {
  return path.reduce<unknown>(
    (at, step) => (typeof at === 'object' && at !== null ? (at as Record<string, unknown>)[step] : undefined),
    thing,
  );
}

/** A copy with another value at a path; objects that are left empty on the way go too. */
export function withValue<T extends object>(thing: T, [step, ...rest]: Path, value: unknown): T {
  const { [step]: old, ...others } = thing as Record<string, unknown>;
  const [next, ...further] = rest;
  const own = next === undefined ? value : withValue((old ?? {}) as object, [next, ...further], value);
  const isGone = own === undefined || (next !== undefined && Object.keys(own as object).length === 0);
  return (isGone ? others : { ...thing, [step]: own }) as T;
}

function mustNotBeEmpty(header: string): { readonly says: string } {
  return { says: `${header} can’t be empty.` };
}
