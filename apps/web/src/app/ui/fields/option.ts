import type { Workbook } from '@hearty-ladle/core';
import { languageName } from '../../text/languages.ts';

/** One of the values that can be chosen. */
export interface Option<V extends string = string> {
  readonly value: V;
  readonly label: string;
}

/** Objects of the menu as options, after one for none of them. */
export function namedOptions(
  things: readonly { readonly id: string; readonly name: string }[],
  none?: string,
): Option[] {
  const options = things.map(({ id, name }) => ({ value: id, label: name }));
  return none === undefined ? options : [{ value: '', label: none }, ...options];
}

/** The stations of a menu as options, after one for none of them. */
export function stationOptions({ stations }: Pick<Workbook, 'stations'>, none: string): Option[] {
  return namedOptions(stations, none);
}

/** Languages as options, each by its own name. */
export function languageOptions(locales: readonly string[]): Option[] {
  return locales.map((locale) => ({ value: locale, label: languageName(locale) }));
}

export function areSameOptions(some: readonly Option[], others: readonly Option[]): boolean {
  return (
    some.length === others.length &&
    some.every(({ value, label }, i) => value === others[i]?.value && label === others[i].label)
  );
}
