import type { TableMatching } from '../api/tables.ts';
import { textIn } from '../menu/text.ts';
import type { Menu } from '../menu/document.ts';
import { unguarded } from './cell.ts';
import { findTable, type SheetIn } from './find-table.ts';
import { newDraft } from './table-draft.ts';
import type { TableKind } from './table-kind.ts';
import { tableKinds } from './table-kinds.ts';

/** How a column of a sheet was matched; `none`: it is not read. */
type MatchedBy = 'name' | 'content' | 'hand' | 'none';

/** Which table a sheet is and which of its columns are which. `column` is empty for one that is not read. */
export interface MatchedSheet {
  readonly table: TableKind['name'] | null;
  readonly columns: readonly { readonly header: string; readonly column: string; readonly by: MatchedBy }[];
}

/** The share of a column's cells that must be ids or names of the menu, so that the column is taken for theirs. */
const ENOUGH = 0.6;
const ENOUGH_CELLS = 2;

/**
 * Matches the columns of a sheet of somebody's own: by a matching that was made by hand for the same headers, else by
 * name, else the ids and the names by what the cells hold.
 */
export function matchSheet(menu: Menu, sheet: SheetIn, byHand: readonly TableMatching[]): MatchedSheet {
  const kinds = tableKinds(menu);
  const headers = (sheet.rows[0] ?? []).map((header) => header.trim());
  const known = byHand.find((one) => one.headers.join('\n') === headers.join('\n'));
  if (known) {
    const columns = headers.map((header, i) => ({ header, column: known.columns[i] ?? '', by: 'hand' as const }));
    return { table: known.table, columns };
  }
  const found = findTable(kinds, sheet);
  const kind = found?.kind ?? kindByContent(menu, kinds, sheet);
  if (!kind) return { table: null, columns: headers.map((header) => ({ header, column: '', by: 'none' })) };
  const names = new Map(headersOf(kind).map((header) => [header.toLowerCase(), header]));
  const taken = new Set(headers.flatMap((header) => names.get(header.toLowerCase()) ?? []));
  const contents = contentColumns(menu, kind, sheet);
  const columns = headers.map((header, i) => {
    const name = names.get(header.toLowerCase());
    if (name !== undefined) return { header, column: name, by: 'name' as const };
    const content = contents.get(i)?.header;
    if (content === undefined || taken.has(content)) return { header, column: '', by: 'none' as const };
    taken.add(content);
    return { header, column: content, by: 'content' as const };
  });
  return { table: kind.name, columns };
}

/** The sheet with the headers of the table that it is matched with. */
export function asMatched(sheet: SheetIn, { table, columns }: MatchedSheet): SheetIn {
  if (table === null) return sheet;
  const headers = (sheet.rows[0] ?? []).map((header, i) => {
    const { column = '', by = 'none' } = columns[i] ?? {};
    // What nobody knows keeps its header, to be named as unknown; what somebody said not to read loses it.
    return column !== '' ? column : by === 'none' ? header : '';
  });
  return { ...sheet, table, rows: [headers, ...sheet.rows.slice(1)] };
}

/** The headers that each table can have. */
export function tableHeaders(menu: Menu): { readonly table: TableKind['name']; readonly headers: readonly string[] }[] {
  return tableKinds(menu).map((kind) => ({ table: kind.name, headers: headersOf(kind) }));
}

function headersOf({ keys, columns }: TableKind): string[] {
  return [...keys, ...columns].map(({ header }) => header);
}

/** The table whose ids or names the columns hold; the one with the most. */
function kindByContent(menu: Menu, kinds: readonly TableKind[], sheet: SheetIn): TableKind | undefined {
  const ranked = kinds
    .filter(({ named }) => named !== undefined)
    .map((kind) => ({ kind, share: sumOf(contentColumns(menu, kind, sheet)) }))
    .sort((one, other) => other.share - one.share);
  const [best, next] = ranked;
  return best && best.share > (next?.share ?? 0) ? best.kind : undefined;
}

interface ContentColumn {
  readonly header: string;
  /** The share of its cells that are ids or names of the table’s things. */
  readonly share: number;
}

function sumOf(columns: ReadonlyMap<number, ContentColumn>): number {
  return [...columns.values()].reduce((sum, { share }) => sum + share, 0);
}

/** Which columns of a sheet hold the ids, and which the names, of a table’s things. */
function contentColumns(menu: Menu, kind: TableKind, sheet: SheetIn): Map<number, ContentColumn> {
  const [first = ''] = menu.locales;
  const things = kind.things(newDraft(menu));
  const found = new Map<number, ContentColumn>();
  const search = (header: string, texts: ReadonlySet<string>) => {
    const shares = (sheet.rows[0] ?? []).map((_, i) => shareOf(sheet, i, texts));
    const best = Math.max(0, ...shares);
    const at = shares.indexOf(best);
    if (best >= ENOUGH && !found.has(at)) found.set(at, { header, share: best });
  };
  kind.keys.forEach(({ header }, i) => search(header, new Set(things.map(({ keys }) => plain(keys[i] ?? '')))));
  if (kind.named !== undefined) {
    const names = things.map(({ thing }) => ('name' in thing ? textIn(thing.name as never, first, first) : ''));
    search(kind.named, new Set(names.map(plain)));
  }
  return found;
}

function shareOf(sheet: SheetIn, column: number, texts: ReadonlySet<string>): number {
  const cells = sheet.rows.slice(1).flatMap((row) => {
    const text = plain(row[column] ?? '');
    return text === '' ? [] : [text];
  });
  return cells.length < ENOUGH_CELLS ? 0 : cells.filter((text) => texts.has(text)).length / cells.length;
}

function plain(text: string): string {
  return unguarded(text).trim().toLowerCase();
}
