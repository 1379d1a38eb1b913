import { expect, test } from '@playwright/test';
import { at, expectAccessible, resetHouse, savedStatus } from '../support/house.ts';

test.beforeAll(resetHouse);

const INTERNAL_NAME = 'Internal name';

test('the second of two who edit the same group is told, and nothing is overwritten', async ({ browser }) => {
  const first = await (await browser.newContext()).newPage();
  const second = await (await browser.newContext()).newPage();
  // The second person's connection is slow: they don't hear of the first change before making their own.
  await second.route('**/api/*/events', (route) => route.abort());
  await first.goto(at('/groups/filling'));
  await second.goto(at('/groups/filling'));
  await expect(second.getByLabel(INTERNAL_NAME)).toHaveValue('Sandwich filling');

  await first.getByLabel(INTERNAL_NAME).fill('What is folded in');
  await expect(savedStatus(first)).toHaveText('Saved');
  await second.getByLabel(INTERNAL_NAME).fill('Insides');
  const told = second.getByRole('dialog', { name: 'Somebody else changed this too' });
  await expect(told).toContainText('Nothing was overwritten');
  await expect(first.getByLabel(INTERNAL_NAME)).toHaveValue('What is folded in');
  await expect(second.getByLabel(INTERNAL_NAME)).toHaveValue('What is folded in');

  await told.getByRole('button', { name: 'Use mine' }).click();
  await expect(second.getByLabel(INTERNAL_NAME)).toHaveValue('Insides');
  await expect(first.getByLabel(INTERNAL_NAME)).toHaveValue('Insides');
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
});

test('edits made while the server is away wait, and are sent when it is back', async ({ page }) => {
  await page.goto(at('/groups/spread'));
  await page.route('**/api/workbench/changes', (route) => route.abort());
  await page.getByLabel('Prompt for guests').fill('And on it?');
  await expect(savedStatus(page)).toHaveText('Offline. 1 change waits here and will be sent.');
  await page.unroute('**/api/workbench/changes');
  await expect(savedStatus(page)).toHaveText('Saved');
});
