import { readFileSync } from 'node:fs';
import { expect, type Locator, type Page } from '@playwright/test';
import { readTableFile, type SheetIn, writeXlsx } from '@hearty-ladle/core/tables';
import type { StoredMenu } from '@hearty-ladle/core';
import { applied, at, choose, expectAccessible, resetHouse, test } from '../support/house.ts';

test.beforeEach(resetHouse);

/** The sheets of the file that a button saves. */
async function saved(page: Page, button: Locator): Promise<readonly SheetIn[]> {
  const download = page.waitForEvent('download');
  await button.click();
  const file = await download;
  const read = await readTableFile(file.suggestedFilename(), new Uint8Array(readFileSync(await file.path())));
  if ('says' in read) throw new Error(read.says);
  return read.sheets;
}

/** Drops a spreadsheet with these cells. */
async function bring(page: Page, name: string, rows: readonly (readonly string[])[]): Promise<void> {
  const [headers = [], ...cells] = rows;
  const columns = headers.map((header) => ({ header, shows: 'number' as const, note: '' }));
  const bytes = await writeXlsx([{ name: name as 'items', columns, rows: cells }], 'EUR');
  await page.goto(at('/setup/in-and-out'));
  await page
    .locator('input[type=file]')
    .setInputFiles({ name: `${name}.xlsx`, mimeType: 'application/octet-stream', buffer: Buffer.from(bytes) });
}

/** Gives the house so many more dishes. */
async function addDishes(page: Page, count: number): Promise<void> {
  const { menu } = (await (await page.request.get(at('/api/workbench/menu'))).json()) as StoredMenu;
  const section = menu.sections[0]?.id ?? '';
  const edits = Array.from({ length: count }, (_, i) => {
    const thing = {
      id: `plate-${i}`,
      name: `Plate ${i}`,
      price: 500 + i,
      sections: [section],
      station: menu.stations[0]?.id,
    };
    return { type: 'put', kind: 'items', thing };
  });
  const body = { id: crypto.randomUUID(), label: 'More plates', change: { edits }, based: [] };
  const answer = await page.request.post(at('/api/workbench/changes'), { data: body });
  expect(answer.ok(), await answer.text()).toBe(true);
}

const priceOf = async (page: Page, id: string) => {
  const { menu } = (await (await page.request.get(at('/api/workbench/menu'))).json()) as StoredMenu;
  return menu.items.find((item) => item.id === id)?.price;
};

test('the prices of sixty dishes are raised in a spreadsheet and brought back; an own sheet is matched by hand once', async ({
  page,
}) => {
  await addDishes(page, 60);
  await page.goto(at('/prices'));
  await page.getByLabel('Find', { exact: true }).fill('Plate');
  await expect(page.getByRole('status').filter({ hasText: /60 of \d+ prices/ })).toBeVisible();
  const [sheet] = await saved(page, page.getByRole('button', { name: 'Spreadsheet', exact: true }));
  const [headers = [], ...rows] = sheet?.rows ?? [];
  expect(rows).toHaveLength(60);
  const price = headers.indexOf('Price (house)');
  const raised = rows.map((row) => row.with(price, String(Math.round(Number(row[price]) * 110) / 100)));
  await bring(page, 'items', [headers, ...raised]);
  await expect(page.getByText('60 rows change, 0 are new, 0 are as before.')).toBeVisible();
  await page.getByRole('button', { name: 'Bring it in' }).click();
  await applied(page);
  expect(await priceOf(page, 'plate-40')).toBe(594);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(() => priceOf(page, 'plate-40')).toBe(540);

  // A list of somebody's own.
  const own = [['What', 'From autumn'], ...Array.from({ length: 5 }, (_, i) => [`Plate ${i}`, '7'])];
  await bring(page, 'autumn', own);
  const box = page.getByRole('region', { name: 'Columns of autumn' });
  await expect(box.getByText('by what its cells hold')).toBeVisible();
  await choose(box, '“From autumn” is', 'Price (house)');
  await expectAccessible(page);
  await box.getByRole('button', { name: 'Read it like this' }).click();
  await expect(page.getByText('5 rows change, 0 are new, 0 are as before.')).toBeVisible();
  await page.getByRole('button', { name: 'Leave it' }).click();
  // The same header is known the next time.
  await bring(page, 'winter', [
    ['What', 'From autumn'],
    ['Plate 1', '8'],
  ]);
  await expect(page.getByText('1 row changes, 0 are new, 0 are as before.')).toBeVisible();
  await page.getByRole('button', { name: 'Bring it in' }).click();
  await applied(page);
  expect(await priceOf(page, 'plate-1')).toBe(800);
});

test('the variants of a dish go out with every combination and come back with prices of their own', async ({
  page,
}) => {
  await page.goto(at('/menu/milk-tea'));
  await page.getByText('Variants: combinations with a price of their own').click();
  const variants = page.locator('hl-variants-sheet');
  const [sheet] = await saved(page, variants.getByRole('button', { name: 'Spreadsheet', exact: true }));
  const [headers = [], ...rows] = sheet?.rows ?? [];
  const combinations = await variants.getByRole('row').count();
  expect(rows).toHaveLength(combinations - 1);
  const price = headers.indexOf('Price (house)');
  const without = rows.filter((row) => row[price] === '');
  const all = rows.map((row) => (row[price] === '' ? row.with(price, '4.25') : row));
  await bring(page, 'variants', [headers, ...all]);
  await expect(page.getByRole('button', { name: 'Bring it in' })).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Bring it in' }).click();
  await applied(page);
  const { menu } = (await (await page.request.get(at('/api/workbench/menu'))).json()) as StoredMenu;
  const cells = menu.items.find(({ id }) => id === 'milk-tea')?.variants?.cells ?? [];
  expect(cells.filter((cell) => cell.price === 425)).toHaveLength(without.length);

  // The choices of a group, from where they are edited.
  await page.goto(at('/groups/noodle'));
  const [choices] = await saved(page, page.getByRole('button', { name: 'Spreadsheet', exact: true }));
  expect(new Set(choices?.rows.slice(1).map(([group]) => group))).toEqual(new Set(['noodle']));
});

test('a sheet to count by is filled in and typed into the count, which is kept as any other', async ({ page }) => {
  await page.goto(at('/pantry'));
  await page
    .getByRole('radio', { name: 'Count' })
    .or(page.getByRole('button', { name: 'Count', exact: true }))
    .click();
  const [sheet] = await saved(page, page.getByRole('button', { name: 'Sheet to count by' }));
  const [headers = [], ...rows] = sheet?.rows ?? [];
  const [name, onHand] = [headers.indexOf('Name'), headers.indexOf('On hand')];
  const filled = rows.map((row, i) => row.with(onHand, i === 0 ? '17.5' : i === 1 ? 'a few' : (row[onHand] ?? '')));
  const buffer = Buffer.from([headers, ...filled].map((row) => row.join('\t')).join('\n'));
  await page.locator('input[type=file]').setInputFiles({ name: 'counts.csv', mimeType: 'text/csv', buffer });
  await expect(page.getByText('1 quantity differs and is typed in below')).toBeVisible();
  await expect(page.getByText(/^Row 3: /)).toBeVisible();
  await expectAccessible(page);
  const [thing = ''] = (rows[0]?.[name] ?? '').split(', ');
  await expect(page.getByRole('textbox', { name: new RegExp(`^${thing},`) })).toHaveValue('17.5');
  await page.getByRole('button', { name: 'Keep' }).click();
  await expect(page.getByRole('row', { name: new RegExp(`^${thing}`) })).toContainText('17.5');
});
