import { fromThousandths, hasThreeDecimals } from '../money/thousandths.ts';
import { moneyText } from '../exchange/price-text.ts';
import type { CellRead } from './cell.ts';

/** A currency sign or code before or after a number. */
const CURRENCY = /^(?:\p{Sc}|[A-Z]{3})\s*|\s*(?:\p{Sc}|[A-Z]{3})$/gu;
/** Spaces between groups of three digits, plain or not breaking, and the Swiss apostrophe. */
const SPACED = /^([+-]?\d{1,3}(?:[ \u00a0\u202f'’]\d{3})+)((?:[.,]\d+)?)$/u;
const PLAIN = /^([+-]?)(\d+)(?:[.,](\d+))?$/;
const GROUPED = /^([+-]?)(\d{1,3}(?:([.,])\d{3})+)(?:([.,])(\d+))?$/;

interface Decimal {
  readonly isNegative: boolean;
  readonly whole: string;
  readonly fraction: string;
}

/**
 * Reads a decimal as a person’s spreadsheet may write it: `8.90`, `8,90`, `1.234,50`, `1,234.50`, `1 234,50`, `€ 8.90`.
 * One separator before exactly three digits could be either: it is decimal only if `decimals` is 3 and it is a point, as
 * tables are written so; otherwise it is refused.
 */
function readDecimal(text: string, decimals: number): Decimal | { readonly says: string } {
  const bare = text.trim().replace('−', '-').replaceAll(CURRENCY, '').trim();
  const signed = bare.replace(/^([+-])\s+/, '$1').replaceAll(CURRENCY, '');
  const [, spacedWhole, spacedRest = ''] = SPACED.exec(signed) ?? [];
  const number = spacedWhole === undefined ? signed : spacedWhole.replaceAll(/[ \u00a0\u202f'’]/gu, '') + spacedRest;
  const [, sign, whole = '', fraction = ''] = PLAIN.exec(number) ?? [];
  if (sign !== undefined) {
    const isWritten = decimals === 3 && number.includes('.');
    if (fraction.length === 3 && whole.length <= 3 && whole !== '0' && spacedWhole === undefined && !isWritten) {
      const other = `${whole}${fraction}`;
      return { says: `“${text}” can be read as ${whole}.${fraction} or as ${other}. Write it without separators.` };
    }
    return { isNegative: sign === '-', whole, fraction };
  }
  const [, itsSign, grouped = '', separator, point, rest = ''] = GROUPED.exec(number) ?? [];
  const groups = grouped.split(separator ?? ' ');
  const isSound = groups.length > 1 && groups.slice(1).every((group) => group.length === 3) && point !== separator;
  if (itsSign === undefined || !isSound || /[.,]/.test(groups.join(''))) return { says: `“${text}” is not a number.` };
  return { isNegative: itsSign === '-', whole: groups.join(''), fraction: rest };
}

/** An amount of money in minor units, with `digits` decimals. */
export function readMoney(text: string, digits: number): CellRead<number> {
  const read = readDecimal(text, digits);
  return 'says' in read ? read : scaled(text, read, digits, `at most ${digits} decimals`);
}

/** A quantity with at most three decimals. */
export function readQuantity(text: string): CellRead<number> {
  const read = readDecimal(text, 3);
  const found = 'says' in read ? read : scaled(text, read, 3, 'at most three decimals');
  return 'value' in found && found.value !== undefined ? { value: fromThousandths(found.value) } : found;
}

/** A whole number. */
export function readInteger(text: string): CellRead<number> {
  const read = readDecimal(text, 0);
  return 'says' in read ? read : scaled(text, read, 0, 'no decimals');
}

/** Writes a quantity, with as many decimals as it has. */
export function quantityText(quantity: number): string | undefined {
  if (!hasThreeDecimals(quantity)) return undefined;
  return moneyText(Math.round(quantity * 1000), 3).replace(/\.?0+$/, '');
}

function scaled(
  text: string,
  { isNegative, whole, fraction }: Decimal,
  digits: number,
  allowed: string,
): CellRead<number> {
  const kept = fraction.replace(/0+$/, '');
  if (kept.length > digits) return { says: `“${text}” has too many decimals; there can be ${allowed}.` };
  const value = Number(whole + kept.padEnd(digits, '0'));
  if (!Number.isSafeInteger(value)) return { says: `“${text}” is too large.` };
  return { value: isNegative && value !== 0 ? -value : value };
}
