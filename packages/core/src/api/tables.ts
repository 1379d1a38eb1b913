import Type, { type Static } from 'typebox';
import { optional } from '../menu/schema-kit.ts';
import { ChangeBody, changeDefinitions } from './change.ts';
import { MOST_MATCHINGS, TABLE_NAMES } from './constants.ts';
import { Counted } from './stock.ts';
import { WorkbookDocument } from './workbook.ts';
import { count, enumOf, many, nullable, object, oneOf, text } from './schema.ts';

const MOST_FILES = 12;

/** A file, its bytes in base64. */
const base64 = Type.String({ contentEncoding: 'base64', maxLength: 14_000_000 });
export const TableFile = object({ name: Type.String({ minLength: 1, maxLength: 200 }), content: base64 });
export type TableFile = Readonly<Static<typeof TableFile>>;

/** Which table a sheet with these headers is, and which column each is, as somebody said; empty: it is not read. */
export const TableMatching = object({
  headers: Type.Array(text, { maxItems: 500 }),
  table: enumOf(...TABLE_NAMES),
  columns: Type.Array(text, { maxItems: 500 }),
});
export type TableMatching = Readonly<Static<typeof TableMatching>>;

/** `matchings`: those that were made by hand, for sheets with other headers than ours. */
export const TablesRequest = object({
  files: Type.Array(TableFile, { minItems: 1, maxItems: MOST_FILES }),
  matchings: optional(Type.Array(TableMatching, { maxItems: MOST_MATCHINGS })),
});
export type TablesRequest = Readonly<Static<typeof TablesRequest>>;

/** Tables of the menu, and of each all rows or those whose first cells are among these. */
export const TablesPart = object({
  file: enumOf('xlsx', 'csv'),
  parts: Type.Array(
    object({ table: enumOf(...TABLE_NAMES.filter((name) => name !== 'counts')), rows: optional(many(many(text))) }),
    { minItems: 1, maxItems: TABLE_NAMES.length },
  ),
});
export type TablesPart = Readonly<Static<typeof TablesPart>>;

/** What one row of a table does to the draft; see `RowRead`. */
export const TableRow = object({
  file: text,
  sheet: optional(text),
  table: nullable(enumOf(...TABLE_NAMES)),
  row: count,
  status: enumOf('same', 'changed', 'added', 'refused'),
  keys: many(text),
  cells: many(object({ column: text, before: text, after: text })),
  faults: many(object({ column: text, says: text })),
});
export type TableRow = Readonly<Static<typeof TableRow>>;

const end = object({
  /** Those that are not as they were. */
  rows: many(TableRow),
  same: count,
  unknown: many(object({ file: text, sheet: optional(text), column: text })),
  /** How the columns of sheets with other headers than ours were matched. */
  matched: many(
    object({
      file: text,
      sheet: optional(text),
      table: nullable(enumOf(...TABLE_NAMES)),
      columns: many(object({ header: text, column: text, by: enumOf('name', 'content', 'hand', 'none') })),
    }),
  ),
  /** The headers that each table can have. */
  headers: many(object({ table: enumOf(...TABLE_NAMES), headers: many(text) })),
  /** What all rows but the refused ones change; null if nothing. */
  change: nullable(ChangeBody),
  /** Whole menus, as documents. */
  documents: many(object({ file: text, menu: WorkbookDocument })),
  /** Files that are not tables, or can't be trusted. */
  refused: many(object({ file: text, says: text })),
});
const line = oneOf(object({ done: count, total: count }), end);
export type TablesEnd = Readonly<Static<typeof end>>;
export type TablesLine = Readonly<Static<typeof line>>;
/** How far the reading of tables is, then what they say. */
export const TablesLine = Type.Unsafe<TablesLine>({ ...line, ...changeDefinitions });

const sheetFiles = ['counts.xlsx', 'counts.csv'] as const;
/** A sheet to count by: one file of these. */
export const CountSheetFile = enumOf(...sheetFiles);
export type CountSheetFile = Static<typeof CountSheetFile>;

/** Sheets that were filled in, of the counts of one location. */
export const CountSheetRequest = object({
  files: Type.Array(TableFile, { minItems: 1, maxItems: MOST_FILES }),
  location: optional(text),
});
export type CountSheetRequest = Readonly<Static<typeof CountSheetRequest>>;

/** What was counted, and which rows were refused; nothing is changed. */
export const CountSheetRead = object({
  counts: many(Counted),
  rows: many(TableRow),
  refused: many(object({ file: text, says: text })),
});
export type CountSheetRead = Readonly<Static<typeof CountSheetRead>>;
