import type { Cell, Id, Variants } from '../menu/document.ts';
import { cellOf } from '../menu/cells.ts';
import type { CrossPlace } from './place.ts';

/** Whether a table's rows, columns and fixed choice together name combinations of a dish's variants. */
export function isCombinationOf({ by }: Variants, { rows, columns, fixed }: CrossPlace): boolean {
  const groups = [rows, columns, ...(fixed ? [fixed.group] : [])];
  return by.length === groups.length && groups.every((group) => by.includes(group));
}

/** What a table's cell picks in the variants. */
export function pickOf({ rows, columns, fixed }: CrossPlace, row: Id, column: Id): Cell['pick'] {
  return { [rows]: row, [columns]: column, ...(fixed && { [fixed.group]: fixed.choice }) };
}

/** The entry for what a table's cell picks; undefined if it is sold at ordinary prices. */
export function cellAt(variants: Variants, place: CrossPlace, row: Id, column: Id): Cell | undefined {
  return cellOf(variants, pickOf(place, row, column));
}
