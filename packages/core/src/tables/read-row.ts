import isEqual from 'fast-deep-equal';
import { LONGEST_CELL, NOT_HELD, plainCell, unguarded } from './cell.ts';
import type { Column } from './column.ts';
import type { FoundTable, SheetIn } from './find-table.ts';
import type { TableDraft } from './table-draft.ts';
import type { TableName } from './table-kind.ts';

export interface CellChange {
  readonly column: string;
  readonly before: string;
  readonly after: string;
}

/** A refused cell; `column` is empty where it is the row as a whole. */
export interface CellFault {
  readonly column: string;
  readonly says: string;
}

/** What became of one row. `row`: its number in the sheet, the header being row 1. */
export interface RowRead {
  readonly file: string;
  readonly sheet?: string;
  readonly table: TableName | null;
  readonly row: number;
  readonly status: 'same' | 'changed' | 'added' | 'refused';
  /** The cells by which the thing is known. */
  readonly keys: readonly string[];
  readonly cells: readonly CellChange[];
  readonly faults: readonly CellFault[];
}

/** Reads one row into the draft, unless it is refused. `seen`: an earlier row about the same thing. */
export function readRow(
  draft: TableDraft,
  sheet: SheetIn,
  found: FoundTable,
  index: number,
  seen: (keys: readonly string[]) => RowRead | undefined,
): RowRead {
  const { kind, at } = found;
  const cells = sheet.rows[index] ?? [];
  const textAt = (header: string) => {
    const column = at.get(header);
    return column === undefined ? undefined : plainCell(cells[column] ?? '');
  };
  const base = {
    file: sheet.file,
    ...(sheet.sheet !== undefined && { sheet: sheet.sheet }),
    table: kind.name,
    row: index + 1,
  };
  const given = kind.keys.map(({ header }) => textAt(header) ?? '');
  const refusal = (faults: readonly CellFault[], keys: readonly string[] = given): RowRead => ({
    ...base,
    status: 'refused',
    keys,
    cells: [],
    faults,
  });
  const beyond = cells.slice(sheet.rows[0]?.length ?? 0).find((cell) => cell.trim() !== '');
  if (beyond !== undefined) return refusal([{ column: '', says: `“${beyond}” is in a column without a name.` }]);

  const there = kind.get(draft, given);
  const name = unguarded(textAt(kind.named ?? '') ?? '');
  if (!there && given.at(-1) === '' && kind.named !== undefined && name === '')
    return refusal([{ column: kind.named, says: 'A row without an id needs a name.' }]);
  const start = there ? { keys: given, thing: there } : kind.add(draft, given, name);
  if ('says' in start) return refusal([{ column: kind.keys[0]?.header ?? '', says: start.says }]);
  const other = seen(start.keys);
  if (other) return refusal([{ column: '', says: repeats(base, other) }], start.keys);

  const known = kind.get(draft, start.keys);
  const faults: CellFault[] = [];
  const changes: CellChange[] = [];
  let thing: object = start.thing;
  for (const column of kind.columns) {
    const raw = textAt(column.header);
    const isNeeded = !known && kind.needs?.includes(column.header);
    if (isNeeded && (raw ?? '') === '')
      faults.push({ column: column.header, says: `A new row needs its ${column.header}.` });
    if (raw === undefined || (!known && raw === '')) continue;
    const unusable = unusableCell(raw);
    if (unusable !== undefined) {
      faults.push({ column: column.header, says: unusable });
      continue;
    }
    const text = column.shows === 'text' ? unguarded(raw) : raw;
    const before = known ? column.write(known) : '';
    if (known && isSameCell(column, before, text)) continue;
    if (known && before === undefined) {
      faults.push({ column: column.header, says: 'This can’t be held by a cell; change it in the editor.' });
      continue;
    }
    if (known && kind.fixed?.includes(column.header)) {
      faults.push({ column: column.header, says: `${column.header} stays as it is; make a new one instead.` });
      continue;
    }
    const read = column.read(thing, text);
    if ('says' in read) faults.push({ column: column.header, says: read.says });
    else if (read.value && !isEqual(read.value, thing)) {
      changes.push({
        column: column.header,
        before: shown(column, before),
        after: shown(column, column.write(read.value)),
      });
      thing = read.value;
    }
  }
  if (faults.length > 0) return refusal(faults, start.keys);
  if (changes.length === 0 && (known || kind.saysNothingAlone))
    return { ...base, status: 'same', keys: start.keys, cells: [], faults: [] };
  kind.put(draft, start.keys, thing);
  return { ...base, status: known ? 'changed' : 'added', keys: start.keys, cells: changes, faults: [] };
}

/** What a spreadsheet shows for a formula that has no result. */
const FORMULA_ERROR = /^#(?:REF!|N\/A|VALUE!|DIV\/0!|NAME\?|NUM!|NULL!|SPILL!)$/;

function unusableCell(text: string): string | undefined {
  if (FORMULA_ERROR.test(text)) return `The spreadsheet shows ${text} here: its formula has no result.`;
  return text.length > LONGEST_CELL ? 'It is longer than a cell of a spreadsheet can be.' : undefined;
}

function repeats({ file, sheet }: Pick<RowRead, 'file' | 'sheet'>, other: RowRead): string {
  const where = other.file === file && other.sheet === sheet ? '' : ` of ${other.sheet ?? other.file}`;
  return `Row ${other.row}${where} is about the same; leave one of them out.`;
}

function isSameCell(column: Column<object>, before: string | undefined, text: string): boolean {
  if (before === undefined) return text === NOT_HELD;
  return plainCell(column.shows === 'text' ? unguarded(before) : before) === text;
}

function shown(column: Column<object>, written: string | undefined): string {
  if (written === undefined) return NOT_HELD;
  return column.shows === 'text' ? unguarded(written) : written;
}
