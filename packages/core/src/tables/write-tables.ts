import type { TablesPart } from '../api/tables.ts';
import { cellOf } from '../menu/cells.ts';
import type { Menu } from '../menu/document.ts';
import type { Pantry } from '../pantry/pantry.ts';
import { combinationsOf } from '../variants/variant-rows.ts';
import { NOT_HELD } from './cell.ts';
import { newDraft } from './table-draft.ts';
import type { TableKind, TableName } from './table-kind.ts';
import { tableKinds } from './table-kinds.ts';
import { pickText } from './keys.ts';

/** A column as a spreadsheet shows it. */
export interface ColumnOut {
  readonly header: string;
  readonly shows: 'text' | 'number' | 'money';
  readonly options?: readonly string[];
  readonly note: string;
}

/** A table as it is written: cells are text, numbers as decimals with a point. */
export interface TableOut {
  readonly name: TableName;
  readonly columns: readonly ColumnOut[];
  readonly rows: readonly (readonly string[])[];
}

/** A menu, and the counts of a pantry if there is one, as tables (docs/tables.md). */
export function writeTables(menu: Menu, pantry?: Pantry): TableOut[] {
  const draft = newDraft(menu, pantry);
  return tableKinds(menu)
    .filter(({ name }) => name !== 'counts' || pantry)
    .map((kind) => ({
      name: kind.name,
      columns: columnsOut(kind),
      rows: kind
        .things(draft)
        .map(({ keys, thing }) => [...keys, ...kind.columns.map((column) => column.write(thing) ?? NOT_HELD)]),
    }));
}

/**
 * The tables that are asked for, with all rows or those whose first cells are among `rows`. The variants of dishes have a
 * row for every combination, as the screen has; one that says nothing has only its name.
 */
export function writeParts(menu: Menu, parts: TablesPart['parts']): TableOut[] {
  const tables = writeTables(menu);
  return parts.flatMap(({ table: name, rows }) => {
    const written = tables.find((one) => one.name === name);
    const table = written && name === 'variants' ? withEveryCombination(menu, written) : written;
    if (!table || !rows) return table ?? [];
    const wanted = new Set(rows.map((cells) => JSON.stringify(cells)));
    const lengths = new Set(rows.map(({ length }) => length));
    const isWanted = (row: readonly string[]) => [...lengths].some((n) => wanted.has(JSON.stringify(row.slice(0, n))));
    return { ...table, rows: table.rows.filter(isWanted) };
  });
}

function withEveryCombination(menu: Menu, table: TableOut): TableOut {
  const written = new Map(table.rows.map((row) => [JSON.stringify(row.slice(0, 2)), row]));
  const empty = table.columns.slice(2).map(() => '');
  const rows = menu.items.flatMap((item) =>
    combinationsOf(menu, item).map(({ pick }) => {
      // A cell may name its groups in another order; written without what it says, it would be cleared.
      const cell = item.variants && cellOf(item.variants, pick);
      const keys = [item.id, pickText(cell?.pick ?? pick)];
      return written.get(JSON.stringify(keys)) ?? [...keys, ...empty];
    }),
  );
  return { ...table, rows };
}

function columnsOut({ keys, columns }: TableKind): ColumnOut[] {
  return [
    ...keys.map((key) => ({ ...key, shows: 'text' as const })),
    ...columns.map(({ header, shows, options, note }) => ({ header, shows, note, ...(options && { options }) })),
  ];
}
