import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import type { Menu } from '../index.ts';
import { brothBar } from '../testing/broth-bar.ts';
import { Random } from '../testing/random.ts';
import { richMenu } from '../testing/rich-menu.ts';
import { changed, read, sheetsOf } from '../testing/sheets.ts';
import { writeTables } from './index.ts';

describe('tables', () => {
  it('that are read back as they were written change nothing, for any menu', () => {
    for (let seed = 1; seed <= 60; seed++) {
      const menu = richMenu(seed);
      const found = read(menu, sheetsOf(menu));
      expect({ seed, change: found.change, not: found.rows.filter(({ status }) => status !== 'same') }).toEqual({
        seed,
        change: undefined,
        not: [],
      });
    }
  });

  it('make a menu again out of one without dishes and groups, but for what no cell can hold', () => {
    const menu = brothBar();
    const empty: Menu = { ...menu, items: [], groups: [], ingredients: [], orderGroups: [], rules: [] };
    const found = read(empty, sheetsOf(menu));
    const made = changed(empty, found);
    const again = sheetsOf(made);
    expect(found.rows.filter(({ status }) => status === 'refused').map((row) => [row.table, ...row.keys])).toEqual([]);
    expect(again.find(({ file }) => file === 'items.csv')).toEqual(
      sheetsOf(menu).find(({ file }) => file === 'items.csv'),
    );
  });

  it('change exactly the cell that was edited', () => {
    let edited = 0;
    for (let seed = 1; seed <= 40; seed++) {
      const random = new Random(seed);
      const menu = richMenu(seed);
      for (const table of sheetsOf(menu)) {
        if (table.rows.length < 2) continue;
        const headers = table.rows[0] ?? [];
        const column = headers.findIndex((header) => /^(Code|Calories|Price \(house\)|Name|Kitchen name)/.test(header));
        const row = random.pick(table.rows.map((_, i) => i).slice(1));
        const before = table.rows[row]?.[column];
        if (before === undefined || before.startsWith('(') || /^(base|times)|%/.test(before)) continue;
        const cell = /^(Calories|Price)/.test(headers[column] ?? '') ? '12' : 'Something else';
        const rows = table.rows.map((cells, i) => (i === row ? cells.with(column, cell) : cells));
        const found = read(menu, [{ ...table, rows }]);
        const touched = found.rows.filter(({ status }) => status !== 'same');
        if (touched[0]?.status === 'refused') continue;
        expect(touched.map(({ row: at, cells }) => [at, cells.map((one) => one.column)])).toEqual([
          [row + 1, [headers[column]]],
        ]);
        const after = sheetsOf(changed(menu, found)).find(({ file }) => file === table.file);
        const differing = after?.rows.flatMap((cells, i) =>
          cells.flatMap((text, j) => (text === table.rows[i]?.[j] ? [] : [`${i} ${headers[j]}`])),
        );
        expect(differing).toEqual([`${row} ${headers[column]}`]);
        edited++;
      }
    }
    expect(edited).toBeGreaterThan(60);
  });
});

it('are documented, every column of every table', () => {
  const documented = readFileSync(new URL('../../../../docs/tables.md', import.meta.url), 'utf8');
  const menu = { ...richMenu(1), locales: ['en'], priceLists: [{ id: 'house', name: 'House' }] };
  for (const { name, columns } of writeTables(menu, { format: 'hearty-ladle/pantry@1' })) {
    const section = documented.split('### ').find((part) => part.startsWith(`\`${name}\``)) ?? '';
    for (const { header } of columns)
      expect(section).toContain(`| ${header.replace('(en)', '(_language_)').replace('(house)', '(_list_)')} `);
  }
});
