import { expect, type Page } from '@playwright/test';
import { addBasket } from '../support/basket.ts';
import {
  applied,
  at,
  choose,
  expectAccessible,
  publishDraft,
  resetHouse,
  savedStatus,
  test,
} from '../support/house.ts';

test.beforeEach(resetHouse);

const cell = (page: Page, row: string, column: string) =>
  page.getByRole('gridcell', { name: new RegExp(`^${row} with ${column}:`) });
const table = (page: Page) => page.getByRole('grid');

test('six sizes by nine fillings: a block dragged, a row by keys, a row copied, a column off; the guest is offered the rest', async ({
  page,
}) => {
  await addBasket(page, 6, 9);
  // From a group that is asked, to its table.
  await page.goto(at('/groups/basket-size'));
  await page.getByRole('link', { name: 'What goes with what, in a cross table' }).click();
  await choose(page, 'Across the top', 'Basket filling');
  await expect(table(page).getByText('54 of 54')).toBeVisible();
  await expectAccessible(page);

  // One drag empties 2 by 3.
  await cell(page, 'Basket One', 'Filling Seven').hover();
  await page.mouse.down();
  await cell(page, 'Basket Two', 'Filling Nine').hover();
  await page.mouse.up();
  await expect(table(page).getByText('48 of 54')).toBeVisible();

  // By keys: a block of two, the whole row, and the row as it was before.
  await cell(page, 'Basket Three', 'Filling One').focus();
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press(' ');
  await expect(table(page).getByText('46 of 54')).toBeVisible();
  await page.keyboard.press('Control+c');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Control+v');
  await expect(cell(page, 'Basket Four', 'Filling Two')).toHaveAccessibleName(/does not go together/);
  await expect(table(page).getByText('44 of 54')).toBeVisible();
  await page.keyboard.press('Shift+Space');
  await page.keyboard.press('Shift+Space');
  await expect(table(page).getByText('37 of 54')).toBeVisible();
  await expect(page.getByRole('row', { name: /Basket Four/ }).getByText('none')).toBeVisible();
  await page.keyboard.press('Shift+Space');
  await page.keyboard.press('Control+Space');
  await applied(page);

  // What was written are ordinary rules, and it reads them back.
  const menu = (await (await page.request.get(at('/api/workbench/menu'))).json()) as {
    menu: { rules: { when: unknown; then: unknown[] }[] };
  };
  expect(menu.menu.rules.filter(({ when }) => JSON.stringify(when).includes('basket-size/basket-one'))).toHaveLength(1);
  await page.reload();
  await expect(cell(page, 'Basket One', 'Filling Eight')).toHaveAccessibleName(/does not go together/);
  await publishDraft(page);
  await page.goto(at('/shop'));
  await page.getByRole('button', { name: /Dumpling basket/ }).click();
  await page.getByLabel('Basket One').check();
  await expect(page.getByLabel('Filling Six')).toBeVisible();
  await expect(page.getByLabel('Filling Eight')).toBeHidden();
});

test('another rule’s cell is hatched and leads to it; a dish’s variants are sold or not; undone with one key', async ({
  page,
}) => {
  await page.goto(at('/rules'));
  const line = page.getByRole('combobox', { name: 'Type a new rule' });
  await line.fill('on clear bowl: when bowl size is small, then hide soft egg');
  await line.press('Enter');
  await page.waitForURL('**/rules/rule');
  await applied(page);
  await page.goto(at('/cross-table?rows=bowl-size&columns=toppings&item=glass-bowl'));
  // It is a table rule of this dish; for all dishes it is another's.
  await expect(cell(page, 'Small', 'Soft egg')).toHaveAccessibleName(/does not go together/);
  await choose(page, 'When', 'only with Comes with: Scallion');
  await expect(cell(page, 'Small', 'Soft egg')).toHaveAccessibleName(/decided elsewhere/);
  await cell(page, 'Small', 'Soft egg').focus();
  await expect(page.getByRole('status').filter({ hasText: 'decided by other rules' })).toBeVisible();
  await expect(page.getByRole('link', { name: /on Clear bowl: when Bowl size is Small/ })).toBeVisible();

  await page.goto(at('/cross-table?rows=cup-size&columns=milk&item=milk-tea'));
  await expect(page.getByText('These are the variants of this dish')).toBeVisible();
  await cell(page, 'Short', 'Oat milk').click();
  await expect(cell(page, 'Short', 'Oat milk')).toHaveAccessibleName(/does not go together/);
  await applied(page);
  await page.keyboard.press('Control+z');
  await expect(cell(page, 'Short', 'Oat milk')).toHaveAccessibleName(/goes together/);
  await expect(savedStatus(page)).toHaveText('Saved');
});
