export { LONGEST_CELL, NOT_HELD } from './cell.ts';
export { writeCsv } from './csv.ts';
export type { SheetIn } from './find-table.ts';
export { type FileRead, readTableFile } from './read-file.ts';
export type { CellChange, CellFault, RowRead } from './read-row.ts';
export { readTables, type TablesRead, type TablesWatch } from './read-tables.ts';
export type { TableName } from './table-kind.ts';
export { type ColumnOut, type TableOut, writeTables } from './write-tables.ts';
export { writeXlsx } from './xlsx.ts';
