import { minorDigits, parseMoney, parsePercent, type Raise, type Rounding } from '@hearty-ladle/core';

export const ROUNDINGS = [
  { value: '0.05', label: 'to 0.05' },
  { value: '0.10', label: 'to 0.10' },
  { value: '0.95', label: 'to prices ending in .95' },
  { value: '1', label: 'to whole amounts' },
  { value: 'none', label: 'not at all' },
] as const;

/** What a chosen rounding means in a currency. */
export function roundingOf(chosen: string, currency: string): Rounding {
  const unit = 10 ** minorDigits(currency);
  const cents = (count: number) => Math.max(1, Math.round((unit * count) / 100));
  switch (chosen) {
    case '0.05':
      return { step: cents(5) };
    case '0.10':
      return { step: cents(10) };
    case '0.95':
      return { step: unit, less: unit === 1 ? 0 : cents(5) };
    case '1':
      return { step: unit };
    default:
      return { step: 1 };
  }
}

/** What “4%” or “-0.20” means; undefined if it is neither a percentage above -100 % nor a sum. */
export function raiseIn(text: string, currency: string): Raise | undefined {
  const percent = parsePercent(text.trim());
  if (percent !== undefined) return percent > -10_000 ? { percent } : undefined;
  const sum = text.trim() === '' ? undefined : parseMoney(text.trim(), minorDigits(currency));
  return sum === undefined ? undefined : { sum };
}
