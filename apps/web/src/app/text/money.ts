import type { CompiledItem, CompiledMenu } from '@hearty-ladle/core';
import { minorDigits, moneyText, priceIn } from '@hearty-ladle/core/guest';

/** Creating a formatter is expensive; there is one for each language and currency in use. */
const formats = new Map<string, Intl.NumberFormat>();

function formatOf(currency: string, locale: string): Intl.NumberFormat {
  const key = `${locale} ${currency}`;
  const known = formats.get(key);
  if (known) return known;
  const format = new Intl.NumberFormat(locale, {
    style: 'currency',
    currency,
    minimumFractionDigits: minorDigits(currency),
  });
  formats.set(key, format);
  return format;
}

/** Formats money in the given language. */
export function formatMoney(minor: number, currency: string, locale: string): string {
  // Intl accepts decimal strings exactly, so minor units never become floating-point fractions.
  return formatOf(currency, locale).format(moneyText(minor, minorDigits(currency)) as never);
}

/** What a choice adds, with its sign: `+ €1.80`; empty if nothing. */
export function formatAddedPrice(minor: number | null, currency: string, locale: string): string {
  if (minor === null || minor === 0) return '';
  return minor < 0 ? `− ${formatMoney(-minor, currency, locale)}` : `+ ${formatMoney(minor, currency, locale)}`;
}

/** The list price of an item. */
export function listPrice(menu: CompiledMenu, { item }: CompiledItem, list: string): number {
  return priceIn(item.price, list, menu.firstList);
}
