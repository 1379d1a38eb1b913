import { expect } from '@playwright/test';
import { at, browserOf, expectAccessible, PEOPLE, resetHouse, savedStatus, test } from '../support/house.ts';

test.beforeAll(resetHouse);

const INTERNAL_NAME = 'Internal name';

test('two people edit one group: different rows both stay, the same field is put to the second of them', async ({
  browser,
}) => {
  const first = await (await browser.newContext({ storageState: browserOf('editor') })).newPage();
  const second = await (await browser.newContext()).newPage();
  // The second person's connection is slow: they don't hear of the first change before making their own.
  await second.route('**/api/*/events', (route) => route.abort());
  await first.goto(at('/groups/filling'));
  await second.goto(at('/groups/filling'));
  await expect(second.getByLabel(INTERNAL_NAME)).toHaveValue('Sandwich filling');

  await first.getByLabel(INTERNAL_NAME).fill('What is folded in');
  await first.getByLabel('Kitchen name, row 1').fill('FIRST');
  await first.keyboard.press('Tab');
  await expect(savedStatus(first)).toHaveText('Saved');
  // Another row: both stay. The same field: both are shown, with the other's name.
  await second.getByLabel('Kitchen name, row 2').fill('SECOND');
  await second.getByLabel(INTERNAL_NAME).fill('Insides');
  const told = second.getByRole('dialog', { name: `${PEOPLE.editor} changed this too` });
  await expect(told).toContainText('(Name)');
  await expect(told.getByRole('definition')).toHaveText(['“What is folded in”', '“Insides”']);
  await expectAccessible(second);
  await expect(first.getByLabel(INTERNAL_NAME)).toHaveValue('What is folded in');
  await told.getByRole('button', { name: 'Use mine' }).click();
  for (const page of [first, second]) {
    await expect(page.getByLabel(INTERNAL_NAME)).toHaveValue('Insides');
    await expect(page.getByLabel('Kitchen name, row 1')).toHaveValue('FIRST');
    await expect(page.getByLabel('Kitchen name, row 2')).toHaveValue('SECOND');
  }
});

test('what was done is undone and done again, also by keyboard', async ({ page }) => {
  await page.goto(at('/menu/toast'));
  const price = page.getByLabel(/^Price \(/);
  await expect(price).toHaveValue('4.30 / 4.80');
  await price.fill('5.00');
  await price.blur();
  await expect(page.locator('[data-face-price]')).toHaveText('€5.00');
  const ask = page.getByRole('combobox', { name: /Add a group/ });
  await ask.fill('cutl');
  await page.getByRole('option', { name: 'Cutlery' }).click();
  const cards = page.locator('hl-group-card h3');
  await expect(cards).toHaveText([/Spread/, /Cutlery/, /Kitchen note/, /Allergy note/]);
  await page.getByRole('button', { name: /^Move Cutlery/ }).press('Alt+ArrowUp');
  await expect(cards).toHaveText([/Cutlery/, /Spread/, /Kitchen note/, /Allergy note/]);
  await expectAccessible(page);
  for (let i = 0; i < 3; i++) await page.keyboard.press('Control+z');
  await expect(price).toHaveValue('4.30 / 4.80');
  await expect(cards).toHaveText([/Spread/, /Kitchen note/, /Allergy note/]);
  await page.keyboard.press('Control+Shift+z');
  await expect(price).toHaveValue('5.00');
  await page.keyboard.press('Control+z');
  await expect(savedStatus(page)).toHaveText('Saved');
  await page.reload();
  await expect(price).toHaveValue('4.30 / 4.80');
  // Undo reaches back across the reload, newest first, and says what it undid.
  await page.keyboard.press('Control+y');
  await expect(price).toHaveValue('5.00');
  await expect(page.getByText('Redone: Priced “Night toast” 5.00')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(price).toHaveValue('4.30 / 4.80');
  await expect(savedStatus(page)).toHaveText('Saved');
});

test('edits made while the server is away wait, and are sent when it is back', async ({ page }) => {
  await page.goto(at('/groups/spread'));
  await page.route('**/api/workbench/changes', (route) => route.abort());
  await page.getByLabel('Prompt for guests').fill('And on it?');
  await expect(savedStatus(page)).toHaveText('Offline. 1 change waits here and will be sent.');
  await page.unroute('**/api/workbench/changes');
  await expect(savedStatus(page)).toHaveText('Saved');
});
