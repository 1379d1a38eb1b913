import type { Counted } from '../api/stock.ts';
import { compileMenu } from '../compile/compile-menu.ts';
import type { Menu } from '../menu/document.ts';
import type { ShapeCheck } from '../menu/parse.ts';
import { keyOfWhat } from '../menu/what-key.ts';
import { namedWhats } from '../pantry/named-whats.ts';
import type { Count, Pantry } from '../pantry/pantry.ts';
import type { SheetIn } from './find-table.ts';
import type { RowRead } from './read-row.ts';
import { readTables } from './read-tables.ts';
import { keysOfCount } from './keys.ts';
import { type TableOut, writeTables } from './write-tables.ts';

const ON_HAND = 'On hand';
const NAME = 'Name';

/**
 * The counts of a location to be counted on paper or in a spreadsheet: what is counted there, then the ingredients that
 * are not, with their names. The names are for people, and are not read back.
 *
 * @param location absent in a house without locations
 */
export function countSheet(menu: Menu, pantry: Pantry, location: string | undefined): TableOut {
  const own = (pantry.counts ?? []).filter((count) => count.location === location);
  const table = writeTables(menu, { ...pantry, counts: own }).find(({ name }) => name === 'counts');
  const [first = ''] = menu.locales;
  const names = new Map(
    namedWhats(compileMenu(menu), first).map(({ key, name, of }) => [key, of === '' ? name : `${name}, ${of}`]),
  );
  const named = (keys: readonly string[], what: Count['what'], onHand: string) => [
    ...keys,
    names.get(keyOfWhat(what)) ?? '',
    onHand,
  ];
  const at = table?.columns.findIndex(({ header }) => header === ON_HAND) ?? 0;
  const counted = own.map((count, i) => named(keysOfCount(count), count.what, table?.rows[i]?.[at] ?? ''));
  const known = new Set(own.map(({ what }) => keyOfWhat(what)));
  const others = (menu.ingredients ?? []).flatMap(({ id: ingredient }) => {
    const what = { ingredient };
    const count = { what, onHand: 0, ...(location !== undefined && { location }) };
    return known.has(keyOfWhat(what)) ? [] : [named(keysOfCount(count), what, '')];
  });
  const columns = (table?.columns ?? []).filter(({ header }) => header !== 'Low at');
  const name = { header: NAME, shows: 'text' as const, note: 'What it is; not read back.' };
  return { name: 'counts', columns: columns.toSpliced(at, 0, name), rows: [...counted, ...others] };
}

/** What was counted at a location, by a sheet that is filled in; rows without a quantity were not counted. */
export function readCountSheet(
  menu: Menu,
  pantry: Pantry,
  sheets: readonly SheetIn[],
  shapeCheck: ShapeCheck,
  location: string | undefined,
): { readonly rows: readonly RowRead[]; readonly counts: readonly Counted[] } {
  const filled = sheets.map((sheet): SheetIn => {
    const [headers = [], ...rows] = sheet.rows;
    const at = headers.findIndex((header) => header.trim().toLowerCase() === ON_HAND.toLowerCase());
    // Rows keep their numbers, by which they are spoken of.
    const counted = rows.map((row) => ((row[at] ?? '').trim() === '' ? [] : row));
    return { ...sheet, table: 'counts', rows: [headers, ...counted] };
  });
  const found = readTables(menu, pantry, filled, shapeCheck);
  const counts = (found?.counts ?? [])
    .filter((count) => count.location === location)
    .map(({ what, onHand }): Counted => {
      const before = pantry.counts?.find((one) => one.location === location && keyOfWhat(one.what) === keyOfWhat(what));
      return { what, onHand, ...(before && { seen: before.onHand }) };
    });
  return { rows: (found?.rows ?? []).map((row) => ofLocation(row, location)), counts };
}

/** A row about another place is refused: it would be counted where nobody looked. */
function ofLocation(row: RowRead, location = ''): RowRead {
  const [, , , place = ''] = row.keys;
  if (place === location || (row.status !== 'changed' && row.status !== 'added')) return row;
  return { ...row, status: 'refused', cells: [], faults: [{ column: 'Location', says: 'This is counted elsewhere.' }] };
}
