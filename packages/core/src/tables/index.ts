export { LONGEST_CELL, NOT_HELD } from './cell.ts';
export type { SheetIn } from './find-table.ts';
export type { CellChange, CellFault, RowRead } from './read-row.ts';
export { readTables, type TablesRead, type TablesWatch } from './read-tables.ts';
export type { TableName } from './table-kinds.ts';
export { type ColumnOut, type TableOut, writeTables } from './write-tables.ts';
