import type { Menu } from '../menu/document.ts';
import type { Pantry } from '../pantry/pantry.ts';
import { NOT_HELD } from './cell.ts';
import { newDraft } from './table-draft.ts';
import type { TableKind, TableName } from './table-kind.ts';
import { tableKinds } from './table-kinds.ts';
import { keyOfCount, keysOfCount } from './table-kinds-of-parts.ts';

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
  const draft = newDraft(menu, pantry, (count) => keyOfCount(keysOfCount(count)));
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

function columnsOut({ keys, columns }: TableKind): ColumnOut[] {
  return [
    ...keys.map((key) => ({ ...key, shows: 'text' as const })),
    ...columns.map(({ header, shows, options, note }) => ({ header, shows, note, ...(options && { options }) })),
  ];
}
