import readExcel from 'read-excel-file/universal';
import writeExcel, { type Cell } from 'write-excel-file/universal';
import { minorDigits } from '../money/currencies.ts';
import type { SheetIn } from './find-table.ts';
import type { ColumnOut, TableOut } from './write-tables.ts';
import { xlsxRefusal } from './xlsx-package.ts';

type Written = Parameters<typeof writeExcel>;
type SheetOut = Written[0][number];
type Feature = NonNullable<NonNullable<Written[1]>['features']>[number];

const PLAIN_NUMBER = /^-?\d+(\.\d+)?$/;
/** Text that XLSX would take for a letter by its number (ECMA-376, 22.9.2.19, from memory). */
const LIKE_AN_ESCAPE = /_(?=x[\dA-Fa-f]{4}_)/g;
/** Digits of a double that are the person's; the rest is the noise of a formula. */
const SOUND_DIGITS = 12;
const WIDEST = 48;
const NARROWEST = 9;
/** Dropdowns reach this many rows beyond the last, for rows that are added. */
const ROWS_TO_COME = 500;
/** The longest title and text of a note on cells, and the longest list of a dropdown (ECMA-376, from memory). */
const [LONGEST_TITLE, LONGEST_NOTE, LONGEST_LIST] = [32, 255, 255];

/**
 * Tables as one spreadsheet file (XLSX): a sheet each, with a header that stays, widths, numbers in the currency's format,
 * with its sign, dropdowns where a cell is one of a few, and a note on every column.
 */
export async function writeXlsx(tables: readonly TableOut[], currency: string): Promise<Uint8Array> {
  const money = moneyFormat(currency);
  const sheets = tables.map(({ name, columns, rows }): SheetOut => ({
    sheet: name,
    stickyRowsCount: 1,
    stickyColumnsCount: 1,
    columns: columns.map((_, i) => ({ width: widthOf(columns, rows, i) })),
    data: [
      columns.map(({ header }): Cell => ({
        value: header,
        type: String,
        fontWeight: 'bold',
        backgroundColor: '#f3ead8',
      })),
      ...rows.map((row) => row.map((text, i) => cellOf(text, columns[i], money))),
    ],
  }));
  const blob = await writeExcel(sheets, { features: [notesOn(tables)] }).toBlob();
  return new Uint8Array(await blob.arrayBuffer());
}

/** The sheets of a spreadsheet file, cells as text: numbers as decimals with a point, days as `YYYY-MM-DD`. */
export async function readXlsx(
  file: string,
  bytes: Uint8Array,
): Promise<{ readonly sheets: SheetIn[] } | { readonly says: string }> {
  const refusal = xlsxRefusal(bytes);
  if (refusal !== undefined) return { says: refusal };
  try {
    const read = await readExcel(bytes.slice().buffer, { trim: false, parseNumber: soundNumber });
    const sheets = read.map(({ sheet, data }) => ({ file, sheet, rows: data.map((row) => row.map(textOf)) }));
    // Sheets that were never used.
    return { sheets: sheets.filter(({ rows }) => rows.some((row) => row.some((text) => text !== ''))) };
  } catch {
    return { says: 'It is not a spreadsheet file (XLSX), or it is damaged.' };
  }
}

function textOf(value: unknown): string {
  if (typeof value === 'string') return value;
  if (typeof value === 'number') return soundNumber(String(value));
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  return value instanceof Date ? value.toISOString().replace(/T00:00:00\.000Z$/, '') : '';
}

function soundNumber(text: string): string {
  const value = Number(text);
  if (!Number.isFinite(value)) return text;
  const rounded = Number(value.toPrecision(SOUND_DIGITS));
  return rounded.toLocaleString('en-US', { useGrouping: false, maximumFractionDigits: SOUND_DIGITS });
}

function cellOf(text: string, column: ColumnOut | undefined, money: string): Cell {
  if (text === '') return null;
  if (column && column.shows !== 'text' && PLAIN_NUMBER.test(text))
    return { value: Number(text), type: Number, ...(column.shows === 'money' && { format: money }) };
  return { value: text.replaceAll(LIKE_AN_ESCAPE, '_x005F_'), type: String };
}

/** A sign of letters is left out: programs take some letters in a format for parts of a date. */
function moneyFormat(currency: string): string {
  const decimals = minorDigits(currency);
  const sum = decimals === 0 ? '#,##0' : `#,##0.${'0'.repeat(decimals)}`;
  const parts = new Intl.NumberFormat('en', { style: 'currency', currency, currencyDisplay: 'narrowSymbol' });
  const sign = parts.formatToParts(0).find(({ type }) => type === 'currency')?.value ?? '';
  return /^\p{Sc}$/u.test(sign) ? `"${sign}"${sum}` : sum;
}

function widthOf(columns: readonly ColumnOut[], rows: TableOut['rows'], i: number): number {
  const longest = rows.reduce((most, row) => Math.max(most, row[i]?.length ?? 0), columns[i]?.header.length ?? 0);
  return Math.min(WIDEST, Math.max(NARROWEST, longest + 2));
}

/** Shows a column's note while one of its cells is chosen, and a dropdown where the cell is one of a few. */
function notesOn(tables: readonly TableOut[]): Feature {
  const rulesOf = (name: string | undefined): string => {
    const table = tables.find((one) => one.name === name);
    if (!table) return '';
    const last = table.rows.length + 1 + ROWS_TO_COME;
    const rules = table.columns.map((column, i) => {
      const list = (column.options ?? []).join(',');
      const isList = list !== '' && list.length <= LONGEST_LIST;
      const letter = letterOf(i);
      return [
        `<dataValidation ${isList ? 'type="list" ' : ''}allowBlank="1" showInputMessage="1"`,
        ` promptTitle="${escaped(column.header.slice(0, LONGEST_TITLE))}" prompt="${escaped(column.note.slice(0, LONGEST_NOTE))}"`,
        ` sqref="${letter}2:${letter}${last}">${isList ? `<formula1>"${escaped(list)}"</formula1>` : ''}</dataValidation>`,
      ].join('');
    });
    return `<dataValidations count="${rules.length}">${rules.join('')}</dataValidations>`;
  };
  return { files: { transform: { 'xl/worksheets/sheet{id}.xml': { insert: ({ sheet }) => rulesOf(sheet) } } } };
}

function letterOf(index: number): string {
  const rest = String.fromCharCode(65 + (index % 26));
  return index < 26 ? rest : letterOf(Math.floor(index / 26) - 1) + rest;
}

function escaped(text: string): string {
  return text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;');
}
