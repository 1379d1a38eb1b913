import type { Change } from '../change/change.ts';
import { faultMessage } from '../messages/fault-message.ts';
import type { Menu } from '../menu/document.ts';
import { type Fault, parsePointer } from '../menu/fault.ts';
import { parseMenu, type ShapeCheck } from '../menu/parse.ts';
import type { Count, Pantry } from '../pantry/pantry.ts';
import { findTable, type FoundTable, type SheetIn } from './find-table.ts';
import { type CellFault, readRow, type RowRead } from './read-row.ts';
import { changeOf, menuOf, newDraft, type TableDraft } from './table-draft.ts';
import type { TableName } from './table-kind.ts';
import { tableKinds } from './table-kinds.ts';
import { OF_THE_ORDER } from './table-kinds-of-parts.ts';
import { keyOfCount } from './keys.ts';

/** What tables say, held against a menu: row by row, and the change that all rows but the refused ones make. */
export interface TablesRead {
  /** In the order of the sheets and their rows; empty rows are not named. */
  readonly rows: readonly RowRead[];
  /** Headers that the table of a sheet does not have; their cells are not read. */
  readonly unknown: readonly { readonly file: string; readonly sheet?: string; readonly column: string }[];
  /** Undefined if nothing changes. */
  readonly change: Change | undefined;
  /** What was counted, in the order of the rows. */
  readonly counts: readonly Count[];
}

/** How far the reading is, and whether to go on. */
export type TablesWatch = (done: number, total: number) => boolean;

/** Each reading finds at least one more row to refuse; this many are enough for any that a person makes. */
const MOST_READINGS = 50;
const WATCH_EVERY = 500;

/**
 * Reads tables back (service contract, section 5). Rows that are refused change nothing, and stop no other from being
 * judged. Undefined if the watcher stopped it.
 */
export function readTables(
  menu: Menu,
  pantry: Pantry | undefined,
  sheets: readonly SheetIn[],
  shapeCheck: ShapeCheck,
  watch: TablesWatch = () => true,
): TablesRead | undefined {
  const reading = new Reading(menu, pantry, sheets);
  for (let time = 0; time < MOST_READINGS; time++) {
    const judged = reading.read(watch);
    if (!judged) return undefined;
    const parsed = parseMenu(menuOf(judged.draft), shapeCheck);
    if (parsed.ok || time === MOST_READINGS - 1) return reading.result(judged);
    reading.refuse(judged, parsed.faults);
  }
  return undefined;
}

interface Judged {
  readonly draft: TableDraft;
  readonly rows: readonly RowRead[];
}

class Reading {
  readonly #menu: Menu;
  readonly #pantry: Pantry | undefined;
  readonly #given: readonly SheetIn[];
  readonly #sheets: readonly { readonly sheet: SheetIn; readonly found: FoundTable | undefined }[];
  /** Rows whose change would break the menu, by their place in the result. */
  readonly #refused = new Map<string, { readonly row: RowRead; readonly faults: readonly CellFault[] }>();

  constructor(menu: Menu, pantry: Pantry | undefined, sheets: readonly SheetIn[]) {
    const kinds = tableKinds(menu);
    this.#menu = menu;
    this.#pantry = pantry;
    this.#given = sheets;
    const place = ({ found }: { readonly found: FoundTable | undefined }) => (found ? kinds.indexOf(found.kind) : -1);
    this.#sheets = sheets
      .map((sheet) => ({ sheet, found: findTable(kinds, sheet) }))
      .sort((a, b) => place(a) - place(b));
  }

  read(watch: TablesWatch): Judged | undefined {
    const draft = newDraft(this.#menu, this.#pantry);
    const rows: RowRead[] = [];
    const total = this.#sheets.reduce((sum, { sheet }) => sum + sheet.rows.length, 0);
    let done = 0;
    const seen = new Map<string, RowRead>();
    for (const { sheet, found } of this.#sheets) {
      if (!found) rows.push(unknownSheet(sheet));
      for (let i = 1; found && i < sheet.rows.length; i++) {
        if (++done % WATCH_EVERY === 0 && !watch(done, total)) return undefined;
        if (sheet.rows[i]?.every((cell) => cell.trim() === '')) continue;
        const keyOf = (keys: readonly string[]) => `${found.kind.name} ${JSON.stringify(keys)}`;
        const broken = this.#refused.get(placeOf(sheet, i + 1));
        const read: RowRead = broken
          ? { ...broken.row, status: 'refused', cells: [], faults: broken.faults }
          : readRow(draft, sheet, found, i, (keys) => seen.get(keyOf(keys)));
        rows.push(read);
        if (!seen.has(keyOf(read.keys))) seen.set(keyOf(read.keys), read);
      }
    }
    return { draft, rows };
  }

  /** Refuses the rows that the faults of the changed menu come from. */
  refuse({ draft, rows }: Judged, faults: readonly Fault[]): void {
    const changing = rows.filter(({ status }) => status === 'changed' || status === 'added');
    const rowsOf = new Map<string, RowRead[]>();
    for (const row of changing)
      for (const owner of ownersOf(row)) rowsOf.set(owner, [...(rowsOf.get(owner) ?? []), row]);
    const menu = menuOf(draft);
    for (const fault of faults) {
      const [found] = ownersAt(menu, fault.path)
        .map((owner) => rowsOf.get(owner) ?? [])
        .filter((list) => list.length > 0);
      for (const row of found ?? changing) this.#add(row, fault);
    }
  }

  result({ draft, rows }: Judged): TablesRead {
    const changed = rows.filter(({ status }) => status === 'changed' || status === 'added');
    return {
      rows: this.#inOrder(rows),
      unknown: this.#sheets.flatMap(({ sheet: { file, sheet }, found }) =>
        (found?.unknown ?? []).map((column) => ({ file, ...(sheet !== undefined && { sheet }), column })),
      ),
      change: changeOf(draft),
      counts: changed.flatMap(({ table, keys }) =>
        table === 'counts' ? (draft.counts.get(keyOfCount(keys)) ?? []) : [],
      ),
    };
  }

  #add(row: RowRead, fault: Fault): void {
    const place = placeOf(row, row.row);
    const steps = parsePointer(fault.path);
    const column = row.cells.find(({ column: header }) => this.#holds(row.table, header, steps))?.column;
    const { faults = [] } = this.#refused.get(place) ?? {};
    const said = { column: column ?? row.cells[0]?.column ?? '', says: faultMessage(fault) };
    this.#refused.set(place, { row, faults: [...faults, said] });
  }

  #holds(table: TableName | null, header: string, steps: readonly string[]): boolean {
    const found = this.#sheets.find((one) => one.found?.kind.name === table)?.found;
    const field = found?.kind.columns.find((column) => column.header === header)?.field;
    return field !== undefined && steps.slice(2).includes(field);
  }

  /** In the order of the sheets as they were given, not of the tables. */
  #inOrder(rows: readonly RowRead[]): RowRead[] {
    const order = new Map(this.#given.map((sheet, i) => [placeOf(sheet, 0), i]));
    const place = (row: RowRead) => order.get(placeOf(row, 0)) ?? 0;
    return rows.toSorted((a, b) => place(a) - place(b));
  }
}

function placeOf({ file, sheet }: Pick<SheetIn, 'file' | 'sheet'>, row: number): string {
  return JSON.stringify([file, sheet, row]);
}

function unknownSheet({ file, sheet }: SheetIn): RowRead {
  const says =
    'It can’t be told which table this is: name it items, groups, choices, questions, variants, ingredients or counts.';
  const where = { file, ...(sheet !== undefined && { sheet }) };
  return { ...where, table: null, row: 1, status: 'refused', keys: [], cells: [], faults: [{ column: '', says }] };
}

/** What a row changes, the narrowest first. */
function ownersOf({ table, keys }: RowRead): string[] {
  const [one = '', two = ''] = keys;
  switch (table) {
    case 'choices':
      return [`choices ${one}/${two}`, `groups ${one} parts`];
    case 'questions':
      return [`questions ${one}/${two}`, `items ${one} parts`];
    case 'variants':
      return [`items ${one} variants`, `items ${one} parts`];
    case 'items':
    case 'groups':
    case 'ingredients':
      return [`${table} ${one}`];
    default:
      return [];
  }
}

/** What has the fault at a path, the narrowest first. */
function ownersAt(menu: Menu, path: string): string[] {
  const [list = '', index = '', part, at = '', cell] = parsePointer(path);
  if (list === 'orderGroups')
    return [
      `questions ${OF_THE_ORDER}/${menu.orderGroups?.[Number(index)]?.group ?? ''}`,
      `items ${OF_THE_ORDER} parts`,
    ];
  if (list === 'items') {
    const item = menu.items[Number(index)];
    const own = [`items ${item?.id ?? ''}`, `items ${item?.id ?? ''} parts`];
    if (part === 'groups')
      return [`questions ${item?.id ?? ''}/${item?.groups?.[Number(at)]?.group ?? ''}`, ...own.reverse()];
    return part === 'variants' && cell !== undefined ? [`items ${item?.id ?? ''} variants`, ...own] : own;
  }
  if (list === 'groups') {
    const group = menu.groups[Number(index)];
    const own = [`groups ${group?.id ?? ''}`, `groups ${group?.id ?? ''} parts`];
    const choice = group?.kind === 'choices' ? group.choices?.[Number(at)]?.id : undefined;
    return part === 'choices' && choice !== undefined ? [`choices ${group?.id ?? ''}/${choice}`, ...own] : own;
  }
  return list === 'ingredients' ? [`ingredients ${menu.ingredients?.[Number(index)]?.id ?? ''}`] : [];
}
