/** What was read from a cell: a value (undefined: the cell is empty), or a sentence that says why it is refused. */
export type CellRead<V> = { readonly value: V | undefined } | { readonly says: string };

/** How a value is written in a cell and read back. Cells are text; empty text stands for an absent value. */
export interface CellKind<V> {
  /** How a spreadsheet shows it. */
  readonly shows: 'text' | 'number' | 'money';
  /** Undefined: the cell can't hold this value. */
  readonly write: (value: V) => string | undefined;
  /** Reads text that is not empty. */
  readonly read: (text: string) => CellRead<V>;
  /** What the cell can be, where it is one of a few. */
  readonly options?: readonly string[];
}

/** What a cell says that can't hold its value. It is refused if it is changed. */
export const NOT_HELD = '(only in the editor)';
/** The longest text that a cell of a spreadsheet holds (the XLSX format, ECMA-376, as spreadsheets apply it; from memory). */
export const LONGEST_CELL = 32_767;

/** Text that a spreadsheet would take for a formula, or that begins with the guard itself. */
const NEEDS_GUARD = /^['=+\-@\t\r]/;
const GUARDED = /^'(?=['=+\-@\t\r])/;

/** Text as it is written: what a spreadsheet would take for a formula gets an apostrophe, so that it stays text. */
export function guarded(text: string): string {
  return NEEDS_GUARD.test(text) ? `'${text}` : text;
}

/** Guarded text as it was. */
export function unguarded(cell: string): string {
  return cell.replace(GUARDED, '');
}

/** Text as it comes through any spreadsheet: line ends are LF, control characters and outer spaces are gone. */
export function plainCell(text: string): string {
  return (
    text
      .replaceAll(/\r\n?/g, '\n')
      // XML, hence XLSX, can't hold them.
      .replaceAll(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g, '')
      .trim()
  );
}
