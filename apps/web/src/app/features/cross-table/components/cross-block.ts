import type { CrossCell, CrossTable } from '@hearty-ladle/core';

/** A cell by its place in the table, from 0. */
export interface At {
  readonly row: number;
  readonly column: number;
}

/** A rectangle of cells between two corners, both included. */
export interface Block {
  readonly from: At;
  readonly to: At;
}

export function isInBlock({ from, to }: Block, { row, column }: At): boolean {
  return isBetween(row, from.row, to.row) && isBetween(column, from.column, to.column);
}

/** The cells of a block, row by row. */
export function cellsOfBlock(table: Pick<CrossTable, 'rows' | 'columns'>, block: Block): CrossCell[] {
  return table.rows.flatMap(({ id: row }, i) =>
    table.columns.flatMap(({ id: column }, j) => (isInBlock(block, { row: i, column: j }) ? [{ row, column }] : [])),
  );
}

/** The cell that a key leads to: an arrow, or an end of the row; with Ctrl, an end of the table. */
export function movedBy(event: KeyboardEvent, { row, column }: At, { rows, columns }: CrossTable): At | undefined {
  const last = { row: rows.length - 1, column: columns.length - 1 };
  switch (event.key) {
    case 'ArrowUp':
      return { row: Math.max(0, row - 1), column };
    case 'ArrowDown':
      return { row: Math.min(last.row, row + 1), column };
    case 'ArrowLeft':
      return { row, column: Math.max(0, column - 1) };
    case 'ArrowRight':
      return { row, column: Math.min(last.column, column + 1) };
    case 'Home':
      return { row: event.ctrlKey ? 0 : row, column: 0 };
    case 'End':
      return { row: event.ctrlKey ? last.row : row, column: last.column };
    default:
      return undefined;
  }
}

function isBetween(value: number, one: number, other: number): boolean {
  return value >= Math.min(one, other) && value <= Math.max(one, other);
}
