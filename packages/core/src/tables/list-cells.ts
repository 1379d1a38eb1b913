import type { Use } from '../menu/group-schema.ts';
import { type CellKind, type CellRead, guarded, LONGEST_CELL } from './cell.ts';
import { quantityText, readQuantity } from './number-text.ts';

export const JOIN = '; ';

/** A list of texts or ids. `none`: the word of a list that is there and empty; without one, empty and absent are the same. */
export function listOf(none?: string): CellKind<readonly string[]> {
  return {
    shows: 'text',
    write: (values) => {
      if (values.length === 0) return none ?? '';
      const text = values.join(JOIN);
      const isHeld = values.every((value) => value !== '' && value === value.trim() && !/[;\r\n]/.test(value));
      return isHeld && text !== none && text.length < LONGEST_CELL ? guarded(text) : undefined;
    },
    read: (text) => ({ value: none !== undefined && text.toLowerCase() === none ? [] : elementsOf(text) }),
  };
}

/** Ids with a quantity each: `dough 120; curd 3.5`. */
export const USES: CellKind<readonly Use[]> = {
  shows: 'text',
  write: (uses) => {
    const parts = uses.map(({ ingredient, quantity }) => [ingredient, quantityText(quantity)] as const);
    return parts.some(([, text]) => text === undefined) ? undefined : parts.map((part) => part.join(' ')).join(JOIN);
  },
  read: (text) => {
    const read = pairsOf(text, readQuantity, 'an ingredient and how much of it, as in “flour 120”');
    if ('says' in read) return read;
    return { value: (read.value ?? []).map(([ingredient, quantity]) => ({ ingredient, quantity })) };
  },
};

export function elementsOf(text: string): string[] {
  return text
    .split(';')
    .map((element) => element.trim())
    .filter((element) => element !== '');
}

/** Reads elements of an id and a value each. */
export function pairsOf<V>(
  text: string,
  read: (text: string) => CellRead<V>,
  what: string,
): CellRead<readonly (readonly [string, V])[]> {
  const pairs: (readonly [string, V])[] = [];
  for (const element of elementsOf(text)) {
    const [, id, rest = ''] = /^(\S+?):?\s+(.+)$/.exec(element) ?? [];
    const value = id === undefined ? { says: `“${element}” is not ${what}.` } : read(rest);
    if ('says' in value) return value;
    if (value.value !== undefined && id !== undefined) pairs.push([id, value.value]);
  }
  return { value: pairs };
}
