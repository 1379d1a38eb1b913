import { apply } from '../change/change.ts';
import type { Menu, Pantry } from '../index.ts';
import { Menu as MenuSchema } from '../menu/document.ts';
import { readTables, type SheetIn, type TableOut, type TablesRead, writeTables } from '../tables/index.ts';
import { shapeCheck } from '../validation/index.ts';

const check = shapeCheck(MenuSchema);
const sheetOf = ({ name, columns, rows }: TableOut): SheetIn => ({
  file: `${name}.csv`,
  rows: [columns.map(({ header }) => header), ...rows],
});
/** The tables of a menu as they are read from files. */
export const sheetsOf = (menu: Menu, pantry?: Pantry) => writeTables(menu, pantry).map(sheetOf);
/** Reads sheets against a menu. */
export const read = (menu: Menu, sheets: readonly SheetIn[], pantry?: Pantry): TablesRead => {
  const found = readTables(menu, pantry, sheets, check);
  if (!found) throw new Error('stopped');
  return found;
};
/** A sheet of one table with rows by header. */
export const sheet = (file: string, ...rows: Readonly<Record<string, string>>[]): SheetIn => {
  const headers = [...new Set(rows.flatMap((row) => Object.keys(row)))];
  return { file, rows: [headers, ...rows.map((row) => headers.map((header) => row[header] ?? ''))] };
};
/** The menu with what the sheets change. */
export const changed = (menu: Menu, found: TablesRead): Menu => {
  if (!found.change) return menu;
  const applied = apply(menu, found.change);
  if (!applied.ok) throw new Error(JSON.stringify(applied.faults));
  return applied.value;
};
/** Every refusal, with its row and column. */
export const says = ({ rows }: TablesRead) =>
  rows.flatMap(({ row, faults }) => faults.map((fault) => `${row} ${fault.column}: ${fault.says}`));
