import type { Cell, Id, Item, Variants } from './document.ts';

/** What a combination of a dish's variants can have of its own. */
export type CellFields = { readonly [K in Exclude<keyof Cell, 'pick'>]?: Cell[K] | undefined };

/** The entry for a combination; undefined if it is sold at ordinary prices. */
export function cellOf({ cells }: Pick<Variants, 'cells'>, pick: Cell['pick']): Cell | undefined {
  const wanted = Object.entries(pick);
  return cells.find((cell) => wanted.every(([group, choice]) => cell.pick[group] === choice));
}

/**
 * The variants with fields of one combination set, or removed where they are undefined. A combination that has nothing
 * of its own needs no entry.
 */
function withCell(variants: Variants, pick: Cell['pick'], fields: CellFields): Variants {
  const before = cellOf(variants, pick);
  const entries = Object.entries({ ...before, ...fields, pick: before?.pick ?? pick });
  const after = Object.fromEntries(entries.filter(([, value]) => value !== undefined)) as Cell;
  const saysMore = Object.keys(after).length > 1;
  if (!before) return saysMore ? { ...variants, cells: [...variants.cells, after] } : variants;
  return { ...variants, cells: variants.cells.flatMap((cell) => (cell !== before ? [cell] : saysMore ? [after] : [])) };
}

/** A dish with fields of several combinations set. */
export function withCells(item: Item, changes: readonly { pick: Cell['pick']; fields: CellFields }[]): Item {
  const { variants } = item;
  if (!variants) return item;
  return { ...item, variants: changes.reduce((now, { pick, fields }) => withCell(now, pick, fields), variants) };
}

/** Identifies a combination: its choices in the order of the table's groups. */
export function combinationId({ by }: Pick<Variants, 'by'>, pick: Cell['pick']): string {
  return by.map((group: Id) => pick[group] ?? '').join(' ');
}
