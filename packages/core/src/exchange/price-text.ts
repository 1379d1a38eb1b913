import type { ChoicePrice } from '../menu/group-schema.ts';
import type { Price } from '../money/money.ts';

/**
 * Prices as people type them: `1.75`, `1,75`, `+2`, `-0.50`, `-10%`; per price list with slashes, in the lists'
 * order: `1.80 / 2.20`. Money is read digit by digit; nothing passes through a fraction.
 */

/** An amount of money in minor units; undefined where the text is none. `digits` is of the currency's minor unit. */
export function parseMoney(text: string, digits: number): number | undefined {
  const [, sign, whole, fraction = ''] = /^([+-]?)(\d{1,7})(?:[.,](\d{1,4}))?$/.exec(text.trim().replace('−', '-')) ?? [];
  if (whole === undefined || fraction.length > digits) return undefined;
  const minor = Number(whole + fraction.padEnd(digits, '0'));
  return sign === '-' && minor !== 0 ? -minor : minor;
}

/** An amount of money as it is typed: `1.75`. */
export function moneyText(minor: number, digits: number): string {
  const size = String(Math.abs(minor)).padStart(digits + 1, '0');
  const text = digits === 0 ? size : `${size.slice(0, -digits)}.${size.slice(-digits)}`;
  return minor < 0 ? `-${text}` : text;
}

/** A price for one or several price lists; lists that are not named fall back to the first. */
export function parsePrice(text: string, digits: number, lists: readonly string[]): Price | undefined {
  const parts = text.split('/').map((part) => parseMoney(part, digits));
  if (parts.length > lists.length || parts.some((part) => part === undefined)) return undefined;
  const [first = 0, ...others] = parts as number[];
  if (others.every((other) => other === first)) return first;
  return Object.fromEntries(lists.slice(0, parts.length).map((list, i) => [list, parts[i] ?? first]));
}

export function priceText(price: Price, digits: number, lists: readonly string[]): string {
  if (typeof price === 'number') return moneyText(price, digits);
  const [firstList = ''] = lists;
  const values = lists.map((list) => (Object.hasOwn(price, list) ? price[list] : price[firstList]) ?? 0);
  return values.map((value) => moneyText(value, digits)).join(' / ');
}

/** A percentage in basis points, `-10%` being -1000. */
export function parsePercent(text: string): number | undefined {
  const [, number] = /^(.+?)\s*%$/.exec(text.trim()) ?? [];
  return number === undefined ? undefined : parseMoney(number, 2);
}

export function percentText(basisPoints: number): string {
  return `${moneyText(basisPoints, 2).replace(/\.?0+$/, '')}%`;
}

/** What a choice adds: money, or a share of the base. Empty text is no price at all. */
export function parseAddedPrice(text: string, digits: number, lists: readonly string[]): ChoicePrice | null | undefined {
  if (text.trim() === '') return null;
  const percent = parsePercent(text);
  if (percent !== undefined) return { percent };
  const add = parsePrice(text, digits, lists);
  return add === undefined ? undefined : { add };
}

/** The text of what a choice does to the price, in the form that is typed. */
export function choicePriceText(price: ChoicePrice | undefined, digits: number, lists: readonly string[]): string {
  if (!price) return '';
  if ('add' in price) return priceText(price.add, digits, lists);
  if ('percent' in price) return percentText(price.percent);
  if ('base' in price) return `= ${priceText(price.base, digits, lists)}`;
  return `× ${moneyText(price.times, 4).replace(/\.?0+$/, '')}`;
}
