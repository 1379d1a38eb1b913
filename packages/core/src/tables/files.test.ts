import { zipSync, strToU8, unzipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import type { Menu } from '../index.ts';
import { Random } from '../testing/random.ts';
import { richMenu } from '../testing/rich-menu.ts';
import { Menu as MenuSchema } from '../menu/document.ts';
import { shapeCheck } from '../validation/index.ts';
import { readTableFile, readTables, type SheetIn, writeCsv, writeTables, writeXlsx } from './index.ts';

const check = shapeCheck(MenuSchema);
const utf8 = (text: string) => new TextEncoder().encode(text);
const sheetsOf = async (file: string, bytes: Uint8Array): Promise<readonly SheetIn[]> => {
  const read = await readTableFile(file, bytes);
  if ('says' in read) throw new Error(read.says);
  return read.sheets;
};
const refusal = async (file: string, bytes: Uint8Array) => {
  const read = await readTableFile(file, bytes);
  return 'says' in read ? read.says : undefined;
};
const rowsOf = async (text: string) => (await sheetsOf('items.csv', utf8(text)))[0]?.rows;
/** A menu with every text that a spreadsheet might spoil. */
const awkward = (seed: number): Menu => {
  const menu = richMenu(seed);
  const texts = [
    '=1+1',
    "'quoted",
    '+49',
    '-',
    '@home',
    '\ttabbed',
    'a\r\nb',
    'a;b, "c"',
    '  spaced  ',
    '0012',
    '5/12',
    '1e5',
    'ب جملة',
    '👩‍🍳',
    'x_x000D_y',
  ];
  const random = new Random(seed);
  return {
    ...menu,
    items: menu.items.map((item) => ({ ...item, code: random.pick(texts), kitchenName: random.pick(texts) })),
  };
};

describe('files of tables', () => {
  it('written as CSV and as XLSX and read back change nothing, for any menu', async () => {
    for (let seed = 1; seed <= 25; seed++) {
      const menu = awkward(seed);
      const tables = writeTables(menu);
      const csv = await Promise.all(tables.map((table) => sheetsOf(`${table.name}.csv`, utf8(writeCsv(table)))));
      const xlsx = await sheetsOf('menu.xlsx', await writeXlsx(tables, 'EUR'));
      for (const sheets of [csv.flat(), xlsx]) {
        const found = readTables(menu, undefined, sheets, check);
        expect({ seed, rows: found?.rows.filter(({ status }) => status !== 'same') }).toEqual({ seed, rows: [] });
        expect(found?.change).toBeUndefined();
      }
    }
  });

  it('have a header that stays, number formats, dropdowns and notes', async () => {
    const parts = unzipSync(await writeXlsx(writeTables(richMenu(3)), 'EUR'));
    const sheet = new TextDecoder().decode(parts['xl/worksheets/sheet2.xml']);
    expect(sheet).toContain('state="frozen"');
    expect(sheet).toMatch(/<dataValidation type="list"[^>]*promptTitle="Kind"[^>]*><formula1>"choices,note,/);
    expect(new TextDecoder().decode(parts['xl/styles.xml'])).toContain('#,##0.00');
  });

  it.each([
    ['a byte order mark', '\ufeffId,Code\r\ntea,7\r\n'],
    ['semicolons', 'Id;Code\r\ntea;7\r\n'],
    ['tabs', 'Id\tCode\ntea\t7\n'],
    ['a line that names the separator', 'sep=;\r\nId;Code\r\ntea;7\r\n'],
    ['quotation marks', '"Id","Code"\n"tea","7"\n'],
  ])('are read with %s', async (_, text) => {
    expect((await rowsOf(text))?.slice(0, 2)).toEqual([
      ['Id', 'Code'],
      ['tea', '7'],
    ]);
  });

  it('keep the numbers of rows where lines are empty or cells have several lines', async () => {
    const menu = richMenu(1);
    const [item] = menu.items;
    const found = readTables(
      menu,
      undefined,
      await sheetsOf('items.csv', utf8(`Id,Calories,,\n\n${item?.id},"many\nlines",,\n`)),
      check,
    );
    expect(found?.rows).toMatchObject([{ row: 3, status: 'refused', faults: [{ column: 'Calories' }] }]);
  });

  const OFFICE = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships';
  const xlsx = (cells: string, more: Record<string, Uint8Array> = {}) =>
    zipSync({
      '[Content_Types].xml': strToU8('<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"/>'),
      'xl/workbook.xml': strToU8(
        `<workbook xmlns:r="${OFFICE}"><sheets><sheet name="items" sheetId="1" r:id="rId1"/></sheets></workbook>`,
      ),
      'xl/_rels/workbook.xml.rels': strToU8(
        `<Relationships><Relationship Id="rId1" Type="${OFFICE}/worksheet" Target="worksheets/sheet1.xml"/></Relationships>`,
      ),
      'xl/worksheets/sheet1.xml': strToU8(`<worksheet><sheetData>${cells}</sheetData></worksheet>`),
      ...more,
    });
  const text = (at: string, words: string) => `<c r="${at}" t="inlineStr"><is><t>${words}</t></is></c>`;
  const header = `<row r="1">${text('A1', 'Id')}${text('B1', 'Price (house)')}</row>`;

  /** A package that says that a part of it unpacks to 2 GB. */
  const bomb = () => {
    const bytes = xlsx(header, { 'xl/media/x.bin': new Uint8Array(64) });
    const at = bytes.findLastIndex((_, i) => [0x50, 0x4b, 1, 2].every((byte, j) => bytes[i + j] === byte));
    // Where a ZIP package's directory has the size of an unpacked part (APPNOTE 4.3.12, from memory).
    new DataView(bytes.buffer).setUint32(at + 24, 0x7fff_ffff, true);
    return bytes;
  };

  it('take the results of formulas, numbers with the noise of a double, and leave macros alone', async () => {
    const cells = `${header}<row r="2">${text('A2', 'tea')}<c r="B2"><f>2*4.45</f><v>8.9000000000000004</v></c></row>`;
    const sheets = await sheetsOf('m.xlsm', xlsx(cells, { 'xl/vbaProject.bin': new Uint8Array(64) }));
    expect(sheets[0]?.rows[1]).toEqual(['tea', '8.9']);
  });

  it('are refused with a sentence where cells can’t be trusted', async () => {
    const formula = `${header}<row r="2">${text('A2', 'tea')}<c r="B2"><f>2*4.45</f></c></row>`;
    expect(await refusal('m.xlsx', xlsx(formula))).toContain('The cell B2 has a formula without its result');
    const merged = xlsx(header, {
      'xl/worksheets/sheet1.xml': strToU8(
        `<worksheet><sheetData>${header}</sheetData><mergeCells count="1"><mergeCell ref="A2:A4"/></mergeCells></worksheet>`,
      ),
    });
    expect(await refusal('m.xlsx', merged)).toContain('A2:A4 are merged');
    expect(await refusal('m.csv', new Uint8Array([0x49, 0x64, 0xe9, 0x0a]))).toContain('UTF-8');
    expect(await refusal('m.csv', utf8('Id,Code\n"tea,7\n'))).toContain('quotation mark');
    expect(await refusal('m.xls', new Uint8Array([0xd0, 0xcf, 0x11, 0xe0]))).toContain('old format');
    expect(await refusal('m.xlsx', utf8('PK\u0003\u0004 nothing'))).toContain('damaged');
    expect(await refusal('m.xlsx', bomb())).toContain('unpacks');
  });

  it('refuse a cell of 65,000 letters and one with a formula’s error, at their cell', async () => {
    const menu = richMenu(1);
    const [one, two] = menu.items;
    const sheets = await sheetsOf('items.csv', utf8(`Id,Code\n${one?.id},${'x'.repeat(65_000)}\n${two?.id},#REF!\n`));
    const found = readTables(menu, undefined, sheets, check);
    expect(found?.rows).toMatchObject([
      { row: 2, status: 'refused', faults: [{ column: 'Code' }] },
      { row: 3, status: 'refused', faults: [{ column: 'Code' }] },
    ]);
  });

  it('10,000 mutated files are read or refused, never half', { timeout: 240_000 }, async () => {
    const menu = awkward(2);
    const tables = writeTables(menu);
    const random = new Random(7);
    const originals = [
      ...tables.map((table) => [`${table.name}.csv`, utf8(writeCsv(table))] as const),
      ['menu.xlsx', await writeXlsx(tables.slice(0, 2), 'EUR')] as const,
    ];
    const counted = { read: 0, refused: 0, changed: 0 };
    for (let i = 0; i < 10_000; i++) {
      const [file, original] = random.pick(originals);
      const bytes = original.slice();
      for (let j = random.int(1, 6); j > 0; j--)
        bytes[random.int(0, bytes.length - 1)] = random.chance(0.9) ? random.int(9, 126) : random.int(0, 255);
      const read = await readTableFile(file, random.chance(0.1) ? bytes.slice(0, random.int(0, bytes.length)) : bytes);
      if ('says' in read) {
        expect(read.says).toMatch(/\.$/);
        counted.refused++;
        continue;
      }
      counted.read++;
      const found = readTables(menu, undefined, read.sheets, check);
      if (found?.change) counted.changed++;
      for (const { status, faults } of found?.rows ?? []) expect(status === 'refused').toBe(faults.length > 0);
    }
    expect(counted.read).toBeGreaterThan(2_000);
    expect(counted.refused).toBeGreaterThan(500);
    expect(counted.changed).toBeGreaterThan(500);
  });
});
