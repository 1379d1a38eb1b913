import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { basename, join } from 'node:path';
import { apply, Menu as MenuSchema, type Menu, type Pantry } from '@hearty-ladle/core';
import {
  readTableFile,
  readTables,
  type RowRead,
  type SheetIn,
  writeCsv,
  writeTables,
  writeXlsx,
} from '@hearty-ladle/core/tables';
import { shapeCheck } from '@hearty-ladle/core/validation';
import { Failure } from './failure.ts';
import { writeLine } from './write-line.ts';

/** Writes the tables of a menu: a spreadsheet file if the name ends so, else a folder with a CSV file each. */
export async function writeTablesTo(menu: Menu, pantry: Pantry | undefined, to: string | undefined): Promise<void> {
  if (to === undefined) throw new Failure('Say where the tables go: --to FOLDER or --to FILE.xlsx.');
  const tables = writeTables(menu, pantry);
  try {
    if (/\.xlsx$/i.test(to)) return writeFileSync(to, await writeXlsx(tables, menu.currency));
    mkdirSync(to, { recursive: true });
    for (const table of tables) writeFileSync(join(to, `${table.name}.csv`), writeCsv(table));
  } catch (error) {
    throw notWritten(to, error);
  }
}

/**
 * Reads tables against a menu and writes what each row does, one JSON line each, but for rows that are as they were.
 * Returns 1, and writes no menu, if a row is refused that is not to be skipped.
 */
export async function applyTables(
  menu: Menu,
  files: readonly string[],
  { write, skipsRefused }: { readonly write: string | undefined; readonly skipsRefused: boolean },
): Promise<number> {
  if (files.length === 0) throw new Failure('This command needs the files of tables, such as items.csv or menu.xlsx.');
  const sheets = (await Promise.all(files.map(readSheets))).flat();
  const read = readTables(menu, undefined, sheets, shapeCheck(MenuSchema));
  if (!read) throw new Failure('The tables could not be read.');
  for (const { file, sheet, column } of read.unknown)
    process.stderr.write(`${file}${sheet === undefined ? '' : ` (${sheet})`}: the column “${column}” is not read.\n`);
  for (const row of read.rows) if (row.status !== 'same') await writeLine(lineOf(row));
  const isRefused = read.rows.some(({ status }) => status === 'refused');
  if (isRefused && !skipsRefused) return 1;
  const applied = apply(menu, read.change ?? { edits: [] });
  if (!applied.ok) throw new Failure('The tables would break the menu.');
  if (write !== undefined) writeMenu(write, applied.value);
  return 0;
}

async function readSheets(path: string): Promise<readonly SheetIn[]> {
  let bytes: Uint8Array;
  try {
    bytes = readFileSync(path);
  } catch (error) {
    throw new Failure(`The file ${path} can’t be read${codeOf(error)}.`);
  }
  const read = await readTableFile(basename(path), bytes);
  if ('says' in read) throw new Failure(`The file ${path} is refused. ${read.says}`);
  return read.sheets;
}

/** A row as it is printed; of a refused one, the first cell that is at fault is named on its own too. */
function lineOf({ faults, cells, ...row }: RowRead): object {
  const [first] = faults;
  return row.status === 'refused'
    ? { ...row, column: first?.column ?? '', says: first?.says ?? '', faults }
    : { ...row, cells };
}

function writeMenu(path: string, menu: Menu): void {
  try {
    writeFileSync(path, `${JSON.stringify(menu, null, 2)}\n`);
  } catch (error) {
    throw notWritten(path, error);
  }
}

function notWritten(path: string, error: unknown): Failure {
  return new Failure(`${path} can’t be written${codeOf(error)}.`);
}

function codeOf(error: unknown): string {
  const { code } = error as NodeJS.ErrnoException;
  return code === undefined ? '' : ` (${code})`;
}
