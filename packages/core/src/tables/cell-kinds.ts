import { moneyText } from '../exchange/price-text.ts';
import { type CellKind, type CellRead, guarded, LONGEST_CELL } from './cell.ts';
import { quantityText, readInteger, readMoney, readQuantity } from './number-text.ts';

/** Text of any kind. */
export const TEXT: CellKind<string> = {
  shows: 'text',
  write: (value) => (value.length < LONGEST_CELL ? guarded(value) : undefined),
  read: (text) => ({ value: text }),
};

export const INTEGER: CellKind<number> = { shows: 'number', write: String, read: readInteger };

export const QUANTITY: CellKind<number> = { shows: 'number', write: quantityText, read: readQuantity };

/** A limit; null is no limit. */
export const LIMIT: CellKind<number | null> = {
  shows: 'number',
  write: (value) => (value === null ? 'no limit' : String(value)),
  read: (text) => (/^no limit$/i.test(text) ? { value: null } : readInteger(text)),
};

const YES = /^(yes|y|true|1|x|✓)$/i;
const NO = /^(no|n|false|0)$/i;
export const YES_OR_NO: CellKind<boolean> = {
  shows: 'text',
  options: ['yes', 'no'],
  write: (value) => (value ? 'yes' : 'no'),
  read: (text) => {
    if (YES.test(text)) return { value: true };
    return NO.test(text) ? { value: false } : { says: `“${text}” is neither yes nor no.` };
  },
};

/** Money in a currency with so many decimals. */
export const moneyKind = (digits: number): CellKind<number> => ({
  shows: 'money',
  write: (value) => moneyText(value, digits),
  read: (text) => readMoney(text, digits),
});

/** One of a few words, which may be shown otherwise than they are stored. */
export function oneOf<V extends string>(words: Readonly<Record<V, string>>): CellKind<V> {
  const entries = Object.entries(words) as [V, string][];
  const options = entries.map(([, word]) => word);
  return {
    shows: 'text',
    options,
    write: (value) => words[value],
    read: (text) => {
      const wanted = text.toLowerCase();
      const found = entries.find(([value, word]) => wanted === word.toLowerCase() || wanted === value.toLowerCase());
      return found ? { value: found[0] } : { says: `“${text}” is not one of ${options.join(', ')}.` };
    },
  };
}

/** A day, `YYYY-MM-DD`. */
export const DAY: CellKind<string> = { shows: 'text', write: (value) => value, read: readDay };

const ISO_DAY = /^(\d{4})-(\d{1,2})-(\d{1,2})(?:T00:00.*)?$/;
const POINTED_DAY = /^(\d{1,2})\.(\d{1,2})\.(\d{4})$/;
const SLASHED_DAY = /^(\d{1,2})\/(\d{1,2})\/(\d{4})$/;

function readDay(text: string): CellRead<string> {
  const [, year, month, day] = ISO_DAY.exec(text) ?? [];
  if (year !== undefined) return { value: dayOf(year, month, day) };
  const pointed = POINTED_DAY.exec(text);
  if (pointed) return { value: dayOf(pointed[3], pointed[2], pointed[1]) };
  const [, one = '', two = '', ofYear] = SLASHED_DAY.exec(text) ?? [];
  if (ofYear === undefined) return { says: `“${text}” is not a day. Write it as 2026-05-12.` };
  // Days and months change places from country to country.
  if (Number(one) > 12) return { value: dayOf(ofYear, two, one) };
  if (Number(two) > 12 || one === two) return { value: dayOf(ofYear, one, two) };
  return { says: `“${text}” can be read as two days. Write it as 2026-05-12.` };
}

function dayOf(year = '', month = '', day = ''): string {
  return `${year}-${month.padStart(2, '0')}-${day.padStart(2, '0')}`;
}
