import { readCsv } from './csv.ts';
import type { SheetIn } from './find-table.ts';
import { readXlsx } from './xlsx.ts';

/** Part of every place that core runs in, though not of the language. */
declare class TextDecoder {
  constructor(encoding: string, options: { readonly fatal: boolean; readonly ignoreBOM: boolean });
  decode(bytes: Uint8Array): string;
}

const MOST_BYTES = 40 * 1024 * 1024;
const MOST_ROWS = 200_000;
const MOST_COLUMNS = 500;
/** How a ZIP package begins, which an XLSX file is; and a spreadsheet of the old binary format. */
const [ZIP, OLD_BINARY] = [
  [0x50, 0x4b],
  [0xd0, 0xcf],
];

export type FileRead = { readonly sheets: readonly SheetIn[] } | { readonly says: string };

/** The sheets of a CSV or XLSX file, known by its content; `says`: why it can't be read. */
export async function readTableFile(file: string, bytes: Uint8Array): Promise<FileRead> {
  if (bytes.length > MOST_BYTES) return { says: 'It is larger than 40 MB.' };
  const begins = (mark: readonly number[]) => mark.every((byte, i) => bytes[i] === byte);
  if (begins(OLD_BINARY)) return { says: 'It is a spreadsheet of an old format. Save it as XLSX or CSV.' };
  const read = begins(ZIP) ? await readXlsx(file, bytes) : readText(file, bytes);
  if ('says' in read) return read;
  const isTooLarge = ({ rows }: SheetIn) => rows.length > MOST_ROWS || (rows[0]?.length ?? 0) > MOST_COLUMNS;
  return read.sheets.some(isTooLarge) ? { says: 'It has more rows or columns than any menu.' } : read;
}

function readText(file: string, bytes: Uint8Array): FileRead {
  let text: string;
  try {
    text = new TextDecoder('utf-8', { fatal: true, ignoreBOM: true }).decode(bytes);
  } catch {
    return { says: 'Its letters are not in UTF-8. Save it as “CSV UTF-8”, or as XLSX.' };
  }
  const read = readCsv(text);
  return 'says' in read ? read : { sheets: [{ file, rows: read.rows }] };
}
