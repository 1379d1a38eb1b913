import { describe, expect, it } from 'vitest';
import type { Pantry } from '../index.ts';
import { Menu as MenuSchema } from '../menu/document.ts';
import { brothBar } from '../testing/broth-bar.ts';
import { shapeCheck } from '../validation/index.ts';
import { countSheet, readCountSheet, type SheetIn } from './index.ts';

const menu = { ...brothBar(), locations: [{ id: 'quay', name: 'Quay' }] } as ReturnType<typeof brothBar>;
const [first, second] = menu.ingredients ?? [];
const pantry: Pantry = {
  format: 'hearty-ladle/pantry@1',
  counts: [
    { what: { ingredient: first?.id ?? '' }, location: 'quay', onHand: 12.5, low: 2 },
    { what: { item: menu.items[0]?.id ?? '' }, onHand: 3 },
  ],
};
const sheet = (): SheetIn => {
  const { columns, rows } = countSheet(menu, pantry, 'quay');
  return { file: 'counts.csv', rows: [columns.map(({ header }) => header), ...rows] };
};
const read = (sheets: readonly SheetIn[]) => readCountSheet(menu, pantry, sheets, shapeCheck(MenuSchema), 'quay');

describe('a sheet to count by', () => {
  it('has what is counted at the location, then what is not, by name', () => {
    const { rows } = sheet();
    expect(rows[0]).toEqual(['What', 'Id', 'Combination', 'Location', 'Name', 'On hand']);
    expect(rows[1]).toEqual(['ingredient', first?.id, '', 'quay', expect.stringContaining(first?.name ?? '?'), '12.5']);
    expect(rows).toHaveLength(1 + (menu.ingredients?.length ?? 0));
    expect(rows.slice(2).every((row) => row[5] === '')).toBe(true);
  });

  it('that comes back as it was says nothing, and rows without a quantity were not counted', () => {
    expect(read([sheet()])).toMatchObject({ counts: [] });
    expect(read([sheet()]).rows.filter(({ status }) => status !== 'same')).toEqual([]);
  });

  it('says what was found, what the count said, and which rows are no quantity', () => {
    const { file, rows } = sheet();
    const filled = rows.map((row, i) => (i === 0 ? row : row.with(5, ['11', '4,5', 'plenty'][i - 1] ?? '')));
    const found = read([{ file, rows: filled }]);
    expect(found.counts).toEqual([
      { what: { ingredient: first?.id }, onHand: 11, seen: 12.5 },
      { what: { ingredient: second?.id }, onHand: 4.5 },
    ]);
    expect(found.rows.filter(({ status }) => status === 'refused')).toMatchObject([
      { row: 4, faults: [{ column: 'On hand' }] },
    ]);
    const elsewhere = read([{ file, rows: rows.map((row, i) => (i === 1 ? row.with(3, '').with(5, '7') : row)) }]);
    expect(elsewhere).toMatchObject({ counts: [], rows: [{ faults: [{ says: 'This is counted elsewhere.' }] }] });
  });
});
