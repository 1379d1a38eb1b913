import { expect, type Page } from '@playwright/test';
import { addBasket } from '../support/basket.ts';
import { applied, at, expectAccessible, publishDraft, resetHouse, savedStatus, test } from '../support/house.ts';

test.beforeEach(resetHouse);

const cell = (page: Page, column: string, combination: string) =>
  page.locator('hl-variant-grid').getByLabel(`${column}, ${combination}`, { exact: true });

/** Pastes tab-separated text into the focused cell, as a spreadsheet hands it over. */
async function paste(page: Page, text: string): Promise<void> {
  await page.evaluate((value) => {
    const clipboardData = new DataTransfer();
    clipboardData.setData('text', value);
    document.activeElement?.dispatchEvent(
      new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }),
    );
  }, text);
}

test('forty variants: made of two groups, filled by one paste and a code pattern, one row off; the guest pays them', async ({
  page,
}) => {
  await addBasket(page, 8, 5);
  await page.goto(at('/menu/basket'));
  await page.getByText('Variants: combinations with a price of their own').click();
  const sheet = page.locator('hl-variants-sheet');
  await sheet.getByLabel('Basket size (8)').check();
  await sheet.getByLabel('Basket filling (5)').check();
  await sheet.getByRole('button', { name: 'Make 40 variants' }).click();
  await applied(page);

  // What is computed stands in grey until it is typed over.
  await expect(cell(page, 'House', 'Basket One, Filling One')).toHaveAttribute('placeholder', '9.00');
  await cell(page, 'House', 'Basket One, Filling One').focus();
  const prices = Array.from({ length: 40 }, (_, i) => `${10 + i}.50\t${11 + i}.50`);
  await paste(page, prices.join('\n'));
  await expect(cell(page, 'Courier', 'Basket Eight, Filling Five')).toHaveValue('50.50');
  await sheet.getByLabel('Codes for all, by a pattern').fill('{item}-{basket-size}{basket-fill}');
  await expect(sheet.getByRole('alert')).toContainText('doesn’t know {basket-fill}');
  await sheet.getByLabel('Codes for all, by a pattern').fill('{item}-{basket-size}{basket-filling}');
  await page.keyboard.press('Enter');
  await expect(cell(page, 'Code', 'Basket Two, Filling Three')).toHaveValue('DB-B2F3');
  await cell(page, 'Sold', 'Basket One, Filling Two').uncheck();
  // What can't be read stays, underlined, and is said.
  await cell(page, 'House', 'Basket One, Filling Three').fill('dear');
  await expect(sheet.getByRole('alert')).toContainText('Write a price as 8.90');
  await cell(page, 'House', 'Basket One, Filling Three').fill('12.75');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Control+d');
  await expect(cell(page, 'House', 'Basket One, Filling Four')).toHaveValue('12.75');
  await applied(page);
  await expectAccessible(page);

  await publishDraft(page);
  await page.goto(at('/shop'));
  await page.getByRole('button', { name: /Dumpling basket/ }).click();
  await page.getByLabel('Basket One').check();
  await expect(page.getByLabel('Filling Two')).toBeDisabled();
  await page.getByLabel('Filling Four').check();
  await expect(page.getByRole('button', { name: /Add to basket.*12\.75/ })).toBeVisible();
});

test('a group turned into variants and back: prices that add up stay, and one undo brings the variants back', async ({
  page,
}) => {
  await page.goto(at('/menu/barley-tea'));
  await page.getByText('Variants: combinations with a price of their own').click();
  const sheet = page.locator('hl-variants-sheet');
  await sheet.getByLabel('Cup size (2)').check();
  await sheet.getByRole('button', { name: 'Make 2 variants' }).click();
  await cell(page, 'House', 'Tall').fill('4.80');
  await applied(page);
  await sheet.getByRole('button', { name: 'Back to plain groups …' }).click();
  await expect(sheet.getByRole('group', { name: 'Back to plain groups' })).toContainText('Every price stays');
  await sheet.getByRole('button', { name: 'Turn back' }).click();
  await applied(page);
  await expect(sheet.getByRole('button', { name: 'Make variants' })).toBeVisible();
  const faces = page.locator('hl-faces');
  await faces.getByLabel('Tall').check();
  await expect(faces).toContainText('€4.80');
  await page.locator('hl-item-sheet').getByRole('heading', { name: 'Modifier groups' }).click();
  await page.keyboard.press('Control+z');
  await expect(cell(page, 'House', 'Tall')).toHaveValue('4.80');
  await expect(savedStatus(page)).toHaveText(/Saved|Decide below/);
});

test('all combinations in one list, as the operator says: each with its price, and a picture that the dish follows', async ({
  page,
}) => {
  await page.goto(at('/menu/milk-tea'));
  await page.getByText('Variants: combinations with a price of their own').click();
  const sheet = page.locator('hl-variants-sheet');
  await sheet.getByText('from all combinations in one list').click();
  await sheet.getByRole('button', { name: 'Picture, Tall, Oat milk' }).click();
  const pictured = sheet.getByRole('group', { name: 'Picture of Tall, Oat milk' });
  await pictured.locator('input[type=file]').setInputFiles('docs/screenshots/shop.png');
  await page.getByRole('button', { name: 'Use all of it' }).click();
  await expect(pictured.getByRole('img')).toBeVisible();
  await applied(page);
  await expectAccessible(page);

  await publishDraft(page);
  await page.goto(at('/shop'));
  await page.getByRole('button', { name: /^Milk tea/ }).click();
  const list = page.getByRole('group', { name: /^Which one\?/ });
  // The combination that is not sold is not in the list; each has the price of the whole dish.
  await expect(list.getByRole('radio')).toHaveCount(5);
  await expect(list.getByText('Tall, No milk')).toHaveCount(0);
  await expect(page.getByRole('group', { name: /^Milk\?/ })).toHaveCount(0);
  await expect(list.getByText('€3.20')).toBeVisible();
  const row = list.locator('label', { hasText: 'Tall, Oat milk' });
  await expect(row.getByText('€5.10')).toBeVisible();
  await row.hover();
  await expect(page.locator('body > img.large-picture')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.locator('body > img.large-picture')).toHaveCount(0);
  await row.click();
  await expect(page.getByRole('img', { name: 'Milk tea' })).toBeVisible();
  await expect(page.getByRole('button', { name: /Add to basket.*€5\.10/ })).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('button', { name: /Add to basket/ }).click();
  await expect(page.getByLabel('Your basket')).toContainText('€5.10');
});

test('three versions with a price each, and a question for one of them only', async ({ page }) => {
  await addBasket(page, 3, 4);
  await page.goto(at('/menu/basket'));
  await page.getByText('Variants: combinations with a price of their own').click();
  const sheet = page.locator('hl-variants-sheet');
  await sheet.getByLabel('Basket size (3)').check();
  await sheet.getByRole('button', { name: 'Make 3 variants' }).click();
  await applied(page);
  await cell(page, 'House', 'Basket One').focus();
  await paste(page, '9.00\n12.50\n15.00');
  await applied(page);
  await page.goto(at('/rules'));
  const line = page.getByRole('combobox', { name: 'Type a new rule' });
  await line.fill('on dumpling basket: when basket size is basket three, then show basket filling');
  await line.press('Enter');
  await page.waitForURL('**/rules/rule');
  await applied(page);

  await publishDraft(page);
  await page.goto(at('/shop'));
  const dish = page.getByRole('button', { name: /^Dumpling basket/ });
  await expect(dish).toContainText('€9.00 – €15.00');
  await dish.click();
  // Before the size is chosen the price goes from–to, never a wrong one in between.
  const add = page.getByRole('button', { name: /Add to basket/ });
  await expect(add).toContainText('€9.00 – €15.00');
  await page.getByLabel('Basket Two').check();
  await expect(page.getByRole('group', { name: /^Basket filling/ })).toHaveCount(0);
  await expect(add).toContainText(/€12\.50$/);
  await page.getByLabel('Basket Three').check();
  await expect(page.getByRole('group', { name: /^Basket filling/ })).toBeVisible();
  await page.getByLabel('Filling Four').check();
  await expect(add).toContainText(/€15\.00$/);
});
