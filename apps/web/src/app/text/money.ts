import { type CompiledItem, type CompiledMenu, minorDigits, moneyText, priceIn } from '@hearty-ladle/core';

/** Making a format is costly, and there are as many as languages and currencies in use. */
const formats = new Map<string, Intl.NumberFormat>();

function formatOf(currency: string, locale: string): Intl.NumberFormat {
  const key = `${locale} ${currency}`;
  const known = formats.get(key);
  if (known) return known;
  const format = new Intl.NumberFormat(locale, { style: 'currency', currency, minimumFractionDigits: minorDigits(currency) });
  formats.set(key, format);
  return format;
}

/** Money as a person reads it, in the language of the menu. */
export function formatMoney(minor: number, currency: string, locale: string): string {
  // Intl takes decimal text exactly; minor units never pass through a fraction.
  return formatOf(currency, locale).format(moneyText(minor, minorDigits(currency)) as never);
}

/** What a choice adds, with its sign: `+ €1.80`; nothing where it adds nothing. */
export function formatAddedPrice(minor: number | null, currency: string, locale: string): string {
  if (minor === null || minor === 0) return '';
  return minor < 0 ? `− ${formatMoney(-minor, currency, locale)}` : `+ ${formatMoney(minor, currency, locale)}`;
}

/** The list price of an item. */
export function listPrice(menu: CompiledMenu, { item }: CompiledItem, list: string): number {
  return priceIn(item.price, list, menu.firstList);
}
