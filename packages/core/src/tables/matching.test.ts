import { describe, expect, it } from 'vitest';
import { brothBar } from '../testing/broth-bar.ts';
import { Random } from '../testing/random.ts';
import { richMenu } from '../testing/rich-menu.ts';
import { changed, read, sheetsOf } from '../testing/sheets.ts';
import { asMatched, matchSheet, type SheetIn, writeParts } from './index.ts';

const menu = brothBar();
const dish = menu.items[0];
const priceList = menu.priceLists[0]?.id ?? '';

describe('a sheet of somebody’s own', () => {
  const sheet: SheetIn = {
    file: 'autumn.csv',
    rows: [
      ['Dish', 'Our no.', 'New price', 'Remarks'],
      ...menu.items
        .slice(0, 4)
        .map(({ id, name }) => [typeof name === 'string' ? name : (name['en'] ?? ''), id, '12.50', '']),
    ],
  };
  const price = `Price (${priceList})`;

  it('is known by what its cells hold, and reads only what was matched', () => {
    const match = matchSheet(menu, sheet, []);
    expect(match.table).toBe('items');
    expect(match.columns.map(({ column, by }) => [column, by])).toEqual([
      [`Name (${menu.locales[0]})`, 'content'],
      ['Id', 'content'],
      ['', 'none'],
      ['', 'none'],
    ]);
    const found = read(menu, [asMatched(sheet, match)]);
    expect(found.change).toBeUndefined();
    expect(found.unknown.map(({ column }) => column)).toEqual(['New price', 'Remarks']);
  });

  it('is read as somebody said, and is known again by its header', () => {
    const columns = ['', 'Id', price, ''];
    const byHand = [{ headers: [...(sheet.rows[0] ?? [])], table: 'items' as const, columns }];
    const match = matchSheet(menu, sheet, byHand);
    expect(match.columns.every(({ by }) => by === 'hand')).toBe(true);
    const found = read(menu, [asMatched(sheet, match)]);
    expect(found.unknown).toEqual([]);
    expect(found.rows.flatMap(({ cells }) => cells.map(({ column, after }) => [column, after]))).toEqual(
      Array.from({ length: found.rows.length }, () => [price, '12.50']),
    );
    expect(changed(menu, found).items.find(({ id }) => id === dish?.id)?.price).not.toBe(dish?.price);
    // With one more column it is another table.
    const wider = { ...sheet, rows: sheet.rows.map((row, i) => [...row, i === 0 ? 'Season' : '']) };
    expect(matchSheet(menu, wider, byHand).columns.some(({ by }) => by === 'hand')).toBe(false);
  });

  it('that says nothing the menu knows is no table', () => {
    const strange = {
      file: 'wine.csv',
      rows: [
        ['A', 'B'],
        ['x', '1'],
        ['y', '2'],
      ],
    };
    expect(matchSheet(menu, strange, []).table).toBeNull();
  });

  it('of our own is matched by name alone, and reads as it did, for any menu', () => {
    for (let seed = 1; seed <= 20; seed++) {
      const any = richMenu(seed);
      for (const one of sheetsOf(any)) {
        const match = matchSheet(any, one, []);
        expect(match.columns.filter(({ by }) => by !== 'name')).toEqual([]);
        expect(read(any, [asMatched(one, match)]).change).toBeUndefined();
      }
    }
  });
});

describe('some rows of tables', () => {
  it('are those that were asked for, and come back as they were, for any menu', () => {
    let combinations = 0;
    for (let seed = 1; seed <= 600; seed++) {
      const any = richMenu(seed);
      // One in thirty has variants.
      if (seed > 40 && !any.items.some(({ variants }) => variants)) continue;
      const random = new Random(seed);
      const some = any.items.filter(() => random.chance(0.5)).map(({ id }) => [id]);
      const tables = writeParts(any, [{ table: 'items', rows: some }, { table: 'variants' }]);
      expect(tables[0]?.rows.map(([id]) => id)).toEqual(some.map(([id]) => id));
      combinations += tables[1]?.rows.length ?? 0;
      const sheets = tables.map(({ name, columns, rows }) => ({
        file: `${name}.csv`,
        rows: [columns.map(({ header }) => header), ...rows],
      }));
      const found = read(any, sheets);
      expect({ seed, rows: found.rows.filter(({ status }) => status !== 'same') }).toEqual({ seed, rows: [] });
      expect(found.change).toBeUndefined();
    }
    expect(combinations).toBeGreaterThan(20);
  });

  it('keep what a combination says that names its groups in another order', () => {
    const [size, noodle] = menu.groups.filter(
      (group) => group.kind === 'choices' && group.min === 1 && group.max === 1 && (group.choices?.length ?? 0) > 1,
    );
    const first = (group: typeof size) => (group?.kind === 'choices' ? (group.choices?.[0]?.id ?? '') : '');
    const by = [size?.id ?? '', noodle?.id ?? ''];
    const pick = { [by[1] ?? '']: first(noodle), [by[0] ?? '']: first(size) };
    const cup = { id: 'cup', name: 'Cup', price: 500, sections: [], groups: by.map((group) => ({ group })) };
    const own = { ...menu, items: [{ ...cup, variants: { by, cells: [{ pick, price: 777 }] } }] } as typeof menu;
    const [table] = writeParts(own, [{ table: 'variants' }]);
    expect(table?.rows.filter((row) => row.includes('7.77'))).toHaveLength(1);
    const rows = [table?.columns.map(({ header }) => header) ?? [], ...(table?.rows ?? [])];
    expect(read(own, [{ file: 'variants.csv', rows }]).change).toBeUndefined();
  });
});
