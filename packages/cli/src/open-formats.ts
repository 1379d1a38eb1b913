import {
  type AllergenSheet,
  allergenSheet,
  isLocalMinute,
  type Menu,
  type SchemaMenu,
  schemaOrg,
} from '@hearty-ladle/core';
import { clock } from '@hearty-ladle/node-runtime';
import { Failure } from './failure.ts';

interface Options {
  readonly location?: string | undefined;
  readonly at?: string | undefined;
  readonly list?: string | undefined;
  readonly locale?: string | undefined;
  readonly url?: string | undefined;
}

/** The menu in the terms of schema.org. */
export function schemaOrgOf(menu: Menu, options: Options): SchemaMenu {
  const { list, locale, url } = options;
  if (list !== undefined && !menu.priceLists.some(({ id }) => id === list))
    throw new Failure(`The menu has no price list “${list}”.`);
  if (locale !== undefined && !menu.locales.includes(locale))
    throw new Failure(`The menu is not in the language “${locale}”; it has ${menu.locales.join(', ')}.`);
  if (url !== undefined && !/^https?:$/.test(protocolOf(url)))
    throw new Failure(`“${url}” is not the address of a page: write https://menu.example/shop.`);
  return schemaOrg(menu, { ...placeAndTime(menu, options), priceList: list, locale, url }, clock);
}

/** The allergen sheet. */
export function allergensOf(menu: Menu, options: Options): AllergenSheet {
  return allergenSheet(menu, placeAndTime(menu, options), clock);
}

/** A location that the menu has, and a time that is one. */
export function placeAndTime(menu: Menu, { location, at }: Options): { location?: string; at?: string } {
  if (at !== undefined && !isLocalMinute(at)) throw new Failure(`“${at}” is not a time: write 2026-05-12T13:00.`);
  if (location !== undefined && !menu.locations?.some(({ id }) => id === location)) throw noLocation(location);
  return { ...(location !== undefined && { location }), ...(at !== undefined && { at }) };
}

export function noLocation(location: string | undefined): Failure {
  return new Failure(`The menu has no location “${location}”.`);
}

function protocolOf(url: string): string {
  return URL.canParse(url) ? new URL(url).protocol : '';
}
