import type { ChoicePrice } from '../menu/group-schema.ts';
import type { Price } from '../money/money.ts';

/**
 * Prices as people type them: `1.75`, `1,75`, `+2`, `-0.50`, `€ 2`, `2 €`, `EUR 2`, `free`, `-10%`; per price list with
 * slashes, in the lists' order: `1.80 / 2.20`. Amounts are parsed digit by digit, never through floating point.
 */

const CURRENCY = String.raw`(?:\p{Sc}|[A-Z]{1,2}\p{Sc}|[A-Z]{3})`;
const MONEY = new RegExp(
  String.raw`^([+-]?)\s*(?:${CURRENCY}\s*)?([+-]?)(\d{1,7})(?:[.,](\d{1,4}))?(?:\s*${CURRENCY})?$`,
  'u',
);

/**
 * Parses an amount into minor units; undefined if invalid. `digits`: decimals of the currency. A currency may stand
 * before or after the amount; which one is not checked, as a menu has only one.
 */
export function parseMoney(text: string, digits: number): number | undefined {
  const plain = text.trim().replaceAll('−', '-');
  if (FREE.test(plain)) return 0;
  const [, outer = '', inner = '', whole, fraction = ''] = MONEY.exec(plain) ?? [];
  if (whole === undefined || fraction.length > digits || (outer !== '' && inner !== '')) return undefined;
  const minor = Number(whole + fraction.padEnd(digits, '0'));
  return outer + inner === '-' && minor !== 0 ? -minor : minor;
}
const FREE = /^(free|gratis)$/i;

/** Formats an amount as it is typed: `1.75`. */
export function moneyText(minor: number, digits: number): string {
  const size = String(Math.abs(minor)).padStart(digits + 1, '0');
  const text = digits === 0 ? size : `${size.slice(0, -digits)}.${size.slice(-digits)}`;
  return minor < 0 ? `-${text}` : text;
}

/** Parses a price for one or several price lists; lists left out fall back to the first. */
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

/** Parses a percentage into basis points: `-10%` is -1000. */
export function parsePercent(text: string): number | undefined {
  const [, number] = /^(.+?)\s*%$/.exec(text.trim()) ?? [];
  return number === undefined ? undefined : parseMoney(number, 2);
}

export function percentText(basisPoints: number): string {
  return `${moneyText(basisPoints, 2).replace(/\.?0+$/, '')}%`;
}

/**
 * Parses what a choice does to the price: `1.75` or `-10%` is added, `= 8.90` becomes the base, `× 1.5` multiplies it;
 * ` once` at the end charges an addition once, whatever the quantity. Empty text and `free` mean no price (null);
 * undefined if invalid.
 */
export function parseChoicePrice(
  text: string,
  digits: number,
  lists: readonly string[],
): ChoicePrice | null | undefined {
  const [, sign = '', rest = '', once] = /^\s*([=×x*]?)(.*?)(\s+once)?\s*$/i.exec(text) ?? [];
  if (rest.trim() === '' || FREE.test(rest.trim())) return sign === '' && once === undefined ? null : undefined;
  const charge = once === undefined ? {} : ({ charge: 'once' } as const);
  if (sign !== '' && once !== undefined) return undefined;
  if (sign === '=') return soundPrice(parsePrice(rest, digits, lists), (base) => ({ base }));
  if (sign !== '') {
    const times = parseMoney(rest, 4);
    return times === undefined || times < 0 ? undefined : { times };
  }
  const percent = parsePercent(rest);
  if (percent !== undefined) return { percent, ...charge };
  const add = parsePrice(rest, digits, lists);
  return add === undefined ? undefined : { add, ...charge };
}

/** Only a price that is nowhere negative can become the price of a dish. */
function soundPrice(price: Price | undefined, wrap: (price: Price) => ChoicePrice): ChoicePrice | undefined {
  if (price === undefined) return undefined;
  return Object.values(typeof price === 'number' ? [price] : price).every((value) => value >= 0)
    ? wrap(price)
    : undefined;
}

/** Formats what a choice does to the price, as it is typed. */
export function choicePriceText(price: ChoicePrice | undefined, digits: number, lists: readonly string[]): string {
  if (!price) return '';
  if ('base' in price) return `= ${priceText(price.base, digits, lists)}`;
  if ('times' in price) return `× ${moneyText(price.times, 4).replace(/\.?0+$/, '')}`;
  const added = 'add' in price ? priceText(price.add, digits, lists) : percentText(price.percent);
  return price.charge === 'once' ? `${added} once` : added;
}
