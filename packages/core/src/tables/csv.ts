import Papa from 'papaparse';
import type { TableOut } from './write-tables.ts';

const MARK = '\ufeff';
/** What some spreadsheets put above the header to say how cells are separated. */
const SEPARATOR_LINE = /^sep=(.)\r?\n/i;
const DELIMITERS = [',', ';', '\t'];

/** A table as CSV: RFC 4180, with a header. */
export function writeCsv({
  columns,
  rows,
}: { readonly columns: readonly Pick<TableOut['columns'][number], 'header'>[] } & Pick<TableOut, 'rows'>): string {
  return `${Papa.unparse([columns.map(({ header }) => header), ...rows] as string[][], { newline: '\r\n' })}\r\n`;
}

/**
 * The cells of CSV text, row by row: with or without a byte order mark, separated by comma, semicolon or tab, lines ended
 * by LF or CRLF. `says`: why it can't be read.
 */
export function readCsv(text: string): { readonly rows: string[][] } | { readonly says: string } {
  const unmarked = text.startsWith(MARK) ? text.slice(MARK.length) : text;
  const [line = '', separator] = SEPARATOR_LINE.exec(unmarked) ?? [];
  const body = unmarked.slice(line.length);
  const { data, errors } = Papa.parse<string[]>(body, {
    delimiter: separator ?? delimiterOf(body),
    skipEmptyLines: false,
  });
  const [error] = errors.filter(({ type }) => type === 'Quotes');
  if (error)
    return {
      says: `Row ${(error.row ?? 0) + 1} has a quotation mark that is not closed, or that is not at the ends of its cell.`,
    };
  return { rows: data };
}

/** The delimiter that makes the most cells of the header. */
function delimiterOf(text: string): string {
  const cellsBy = (delimiter: string) => Papa.parse<string[]>(text, { delimiter, preview: 1 }).data[0]?.length ?? 0;
  return DELIMITERS.reduce((best, delimiter) => (cellsBy(delimiter) > cellsBy(best) ? delimiter : best));
}
