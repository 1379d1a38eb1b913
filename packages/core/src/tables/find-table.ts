import type { TableKind, TableName } from './table-kind.ts';

/** A sheet as it was read: its file, the name of the sheet if the file has several, and its cells row by row. */
export interface SheetIn {
  readonly file: string;
  readonly sheet?: string;
  /** Which table it is, if that was said. */
  readonly table?: TableName;
  readonly rows: readonly (readonly string[])[];
}

/** Which table a sheet is, and which of its columns are which; `unknown`: headers that the table does not have. */
export interface FoundTable {
  readonly kind: TableKind;
  /** The index of each column in the sheet, by header. */
  readonly at: ReadonlyMap<string, number>;
  readonly unknown: readonly string[];
}

/** Knows a table by the name of its sheet or file, else by its columns; undefined if it can’t be told. */
export function findTable(kinds: readonly TableKind[], { file, sheet, table, rows }: SheetIn): FoundTable | undefined {
  const headers = (rows[0] ?? []).map((header) => header.trim());
  const said = kinds.find(({ name }) => name === table);
  if (said) return matched(said, headers);
  const names = [sheet ?? '', baseName(file)].map((name) => name.trim().toLowerCase());
  const named = kinds.find(({ name }) => name === names[0]) ?? kinds.find(({ name }) => name === names[1]);
  if (named) return matched(named, headers);
  const ranked = kinds
    .map((kind) => matched(kind, headers))
    .map((found) => ({ found, score: found.at.size, missing: missingKeys(found) }))
    .sort((a, b) => b.score - a.score || a.missing - b.missing);
  const [best, next] = ranked;
  const isAlone = best && (best.score !== next?.score || best.missing !== next.missing);
  // Ids alone don't tell one table from another.
  return isAlone && best.score > best.found.kind.keys.length ? best.found : undefined;
}

/** Of two tables that have the columns, it is the one that needs none beside them. */
function missingKeys({ kind, at }: FoundTable): number {
  return kind.keys.filter(({ header }) => !at.has(header)).length;
}

function matched(kind: TableKind, headers: readonly string[]): FoundTable {
  const known = new Map(headersOf(kind).map((header) => [header.toLowerCase(), header]));
  const at = new Map<string, number>();
  const unknown: string[] = [];
  headers.forEach((header, i) => {
    if (header === '') return;
    const name = known.get(header.toLowerCase());
    if (name === undefined || at.has(name)) unknown.push(header);
    else at.set(name, i);
  });
  return { kind, at, unknown };
}

function headersOf({ keys, columns }: TableKind): string[] {
  return [...keys, ...columns].map(({ header }) => header);
}

function baseName(file: string): string {
  return (file.split(/[/\\]/).at(-1) ?? file).replace(/\.[^.]*$/, '');
}
