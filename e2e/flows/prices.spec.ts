import { expect, type Page } from '@playwright/test';
import { applied, at, choose, expectAccessible, resetHouse, savedStatus, test } from '../support/house.ts';

test.beforeEach(resetHouse);

const cell = (page: Page, list: string, what: string) => page.getByLabel(`${list}, ${what}`, { exact: true });
const reach = (page: Page) => page.getByRole('region', { name: 'What this change touches' });

test('a dish shows what it costs and leaves, as usual and over everything that can be built', async ({ page }) => {
  await page.goto(at('/prices'));
  const fold = page.getByRole('row', { name: /^Select Griddle fold, dish/ });
  // One flatbread at 0.32 of 6.90.
  await expect(fold).toContainText('€0.32');
  await expect(fold).toContainText('€6.58 · 95%');
  await expect(fold).toContainText('€6.58 to ');
});

test('every price up 4 %, rounded to 0.05: its reach is read, it is one change, and one key undoes it', async ({
  page,
}) => {
  await page.goto(at('/prices'));
  await expect(cell(page, 'House', 'Ember broth, dish')).toHaveValue('8.90');
  await expectAccessible(page);
  await page.getByLabel('by', { exact: true }).fill('four');
  await expect(page.getByRole('alert')).toContainText('Write a percentage');
  await page.getByLabel('by', { exact: true }).fill('4%');
  await page.keyboard.press('Enter');
  // 8.90 × 1.04 is 9.256, 1.50 × 1.04 is 1.56.
  await expect(cell(page, 'House', 'Ember broth, dish')).toHaveValue('9.25');
  await expect(cell(page, 'House', 'Toppings (two on us): Smoked mushroom, only on Root broth')).toHaveValue('1.55');
  await expect(reach(page)).toContainText('This changes what guests pay on 12 dishes');
  await expect(reach(page)).toContainText('Ember broth · Price');
  await applied(page);
  await page.reload();
  await expect(cell(page, 'House', 'Ember broth, dish')).toHaveValue('9.25');
  await page.getByRole('button', { name: /^Undo/ }).click();
  await applied(page);
  await expect(cell(page, 'House', 'Ember broth, dish')).toHaveValue('8.90');
  await expect(cell(page, 'Courier', 'Ember broth, dish')).toHaveValue('9.90');
});

test('one price list is set from another plus 8 %, for what is selected; a typed price, copied down; what differs', async ({
  page,
}) => {
  await page.goto(at('/prices'));
  await page.getByLabel('Find', { exact: true }).fill('tea');
  await expect(page.getByRole('status').filter({ hasText: 'of 41 prices' })).toBeVisible();
  await choose(page, 'Section', 'Teas and other drinks');
  await page.getByLabel('Select Milk tea, dish', { exact: true }).check();
  await page.getByLabel('Select Barley tea, dish', { exact: true }).check();
  await choose(page, 'Change', 'Courier');
  await choose(page, 'starting from', 'House');
  await page.getByLabel('by', { exact: true }).fill('8%');
  await choose(page, 'and round', 'to prices ending in .95');
  await page.getByRole('button', { name: 'Change 2 prices' }).click();
  // 3.40 × 1.08 is 3.672, 2.60 × 1.08 is 2.808.
  await expect(cell(page, 'Courier', 'Milk tea, dish')).toHaveValue('3.95');
  await expect(cell(page, 'Courier', 'Barley tea, dish')).toHaveValue('2.95');
  await expect(cell(page, 'House', 'Milk tea, dish')).toHaveValue('3.40');
  await applied(page);

  // What can't be read stays, underlined; a list left empty follows the first one.
  await cell(page, 'Courier', 'Barley tea, dish').fill('dear');
  await expect(page.getByRole('alert')).toContainText('Write an amount, such as 8.90');
  await cell(page, 'Courier', 'Barley tea, dish').fill('');
  await expect(cell(page, 'Courier', 'Barley tea, dish')).toHaveAttribute('placeholder', '2.60');
  await cell(page, 'House', 'Barley tea, dish').fill('3.40');
  await applied(page);
  await page.getByLabel(/^Differs from House/).check();
  await expect(cell(page, 'House', 'Barley tea, dish')).toBeHidden();
  await expect(cell(page, 'Courier', 'Milk tea, dish')).toBeVisible();
  await expect(savedStatus(page)).toHaveText('Saved');
});

test('dishes put on sale for some days, and cheaper from so many portions; ended again, one change each', async ({
  page,
}) => {
  await page.goto(at('/prices'));
  await page.getByLabel('Select Barley tea, dish', { exact: true }).check();
  await page.getByText('Sales and quantity prices').click();
  const tools = page.getByRole('form', { name: 'Offer the dishes that are selected' });
  await tools.getByLabel('price changed by').fill('-20%');
  await tools.getByRole('button', { name: 'Offer 1 dish' }).click();
  await applied(page);
  // 2.60 less a fifth is 2.08.
  await expect(cell(page, 'House', 'Barley tea, on sale')).toHaveValue(/^2\.(05|10)$/);
  await tools.getByText('From so many portions').click();
  await tools.getByLabel('from portions').fill('1');
  await expect(page.getByText('Write a whole number of portions, 2 or more.')).toBeVisible();
  await tools.getByLabel('from portions').fill('10');
  await tools.getByLabel('price changed by').fill('-0.60');
  await tools.getByRole('button', { name: 'Offer 1 dish' }).click();
  await applied(page);
  await expect(cell(page, 'House', 'Barley tea, from 10 portions')).toHaveValue('2.00');
  await expectAccessible(page);
  await tools.getByRole('button', { name: 'End this price' }).click();
  await applied(page);
  await expect(cell(page, 'House', 'Barley tea, from 10 portions')).toHaveCount(0);
  await page.getByRole('button', { name: /^Undo/ }).click();
  await applied(page);
  await expect(cell(page, 'House', 'Barley tea, from 10 portions')).toHaveValue('2.00');
});
