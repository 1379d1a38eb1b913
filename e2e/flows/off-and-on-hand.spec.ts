import { expect, type Page } from '@playwright/test';
import { openBasket } from '../support/guest.ts';
import { at, expectAccessible, resetHouse, test } from '../support/house.ts';

test.beforeAll(resetHouse);
// Who may look, but needs the shift lead's PIN for everything here.
test.use({ who: 'editor' });

const PHONE = { width: 390, height: 844 };

async function enterPin(page: Page): Promise<void> {
  const dialog = page.getByRole('dialog');
  await dialog.locator('#pin').fill('2468');
  await dialog.getByRole('button', { name: 'Continue' }).click();
  await expect(dialog).toHaveCount(0);
}

const pick = (page: Page, label: string) => page.getByRole('group', { name: label }).or(page.getByLabel(label)).first();

test('an ingredient 86’d from a phone stops an open basket at once; put back, it can be ordered', async ({
  page: shop,
  browser,
}) => {
  await shop.setViewportSize(PHONE);
  await shop.goto(at('/shop'));
  await shop.getByRole('button', { name: /^Ember broth/ }).click();
  await shop.getByRole('radio', { name: /^Thick wheat/ }).check();
  await shop.getByRole('button', { name: /Add to basket/ }).click();
  await openBasket(shop);
  const basket = shop.getByLabel('Your basket');
  await expect(basket.getByRole('button', { name: /Place order/ })).toBeEnabled();

  const board = await (await browser.newContext({ viewport: PHONE })).newPage();
  await board.goto(at('/board'));
  await board.getByLabel(/Find a dish/).fill('whe');
  const row = board.getByRole('button', { name: /^Wheat noodle/ });
  await row.click();
  // Before the second tap it says what goes down with it, and until when.
  const bar = board.getByRole('region', { name: '86 Wheat noodle' });
  await expect(bar).toContainText('No longer to be had: Thick wheat.');
  await expect(pick(bar as never, 'How long')).toContainText('Until 04:00');
  await expectAccessible(board);
  await row.click();
  await enterPin(board);
  const off = board.getByRole('region', { name: 'Off now' });
  await expect(off).toContainText('Wheat noodle');
  await expect(off).toContainText('until 04:00');
  await expectAccessible(board);

  const pass = await board.context().newPage();
  await pass.goto(at('/pass'));
  await expect(pass.getByText('Just 86’d: Wheat noodle')).toBeVisible();
  await expect(basket).toContainText('Thick wheat is sold out.');
  await expect(basket.getByRole('button', { name: /Place order/ })).toBeDisabled();

  await board.getByRole('button', { name: 'Undo' }).click();
  await expect(off).toContainText('Nothing is off.');
  await expect(basket.getByRole('button', { name: /Place order/ })).toBeEnabled();
});

test('“86 crackers” typed in the workbench leads to them on the board', async ({ page }) => {
  await page.goto(at('/menu'));
  await page.getByRole('button', { name: /^Find/ }).click();
  await page.getByRole('combobox', { name: /A dish, group/ }).fill('86 crack');
  await page.getByRole('option', { name: /86 Seed crackers/ }).click();
  await page.waitForURL('**/board?find=Seed%20crackers');
  await expect(page.getByRole('button', { name: /^Seed crackers/ })).toBeVisible();
});

test('a deed waits, visibly, while the connection is away, and is done once when it is back', async ({ browser }) => {
  const context = await browser.newContext({ viewport: PHONE });
  const board = await context.newPage();
  await board.goto(at('/board'));
  await board.getByLabel(/Find a dish/).fill('crack');
  await board.getByRole('button', { name: /^Seed crackers/ }).click();
  await context.setOffline(true);
  await board.getByRole('button', { name: '86 Seed crackers' }).click();
  await expect(board.getByText('One thing waits for the connection')).toBeVisible();
  await context.setOffline(false);
  await enterPin(board);
  await expect(board.getByText('waits for the connection')).toHaveCount(0);
  const off = board.getByRole('region', { name: 'Off now' });
  await expect(off.getByText('Seed crackers')).toHaveCount(1);
  await off.getByRole('button', { name: 'Put back Seed crackers' }).click();
  await expect(off).toContainText('Nothing is off.');
});

test('counted on a phone, sold to the last, delivered again; the ledger tells', async ({ page, context, browser }) => {
  await page.setViewportSize(PHONE);
  await page.goto(at('/pantry'));
  await page.getByText('Count', { exact: true }).click();
  await page.getByRole('textbox', { name: 'Find' }).fill('tray');
  await page.getByLabel('Tray of folds, portions').fill('1');
  await page.getByRole('textbox', { name: 'Find' }).fill('egg');
  await page.getByLabel('Egg, each').fill('2');
  await expect(page.getByText('+2 → 2')).toBeVisible();
  await expectAccessible(page);
  // What is typed survives a reload, another mode, another location, and a PIN that is not given.
  await page.reload();
  await page.getByText('Waste', { exact: true }).click();
  await expect(page.getByLabel('Egg, each')).toHaveValue('');
  await page.getByText('Count', { exact: true }).click();
  await page.getByLabel('Location').selectOption('Millrace Hatch');
  await expect(page.getByLabel('Egg, each')).toHaveValue('');
  await page.getByLabel('Location').selectOption('Lantern Steps');
  await expect(page.getByLabel('Egg, each')).toHaveValue('2');
  await page.getByRole('button', { name: 'Keep' }).click();
  await page.getByRole('dialog').getByText('Cancel').click();
  await expect(page.getByLabel('Egg, each')).toHaveValue('2');
  await page.getByRole('button', { name: 'Keep' }).dblclick();
  await enterPin(page);
  await page.getByRole('textbox', { name: 'Find' }).fill('');
  const egg = page.getByRole('row', { name: /^Egg/ });
  await expect(egg).toContainText('2 each');

  const shop = await context.newPage();
  await shop.goto(at('/shop'));
  await expect(shop.getByRole('button', { name: /^Tray of folds/ })).toContainText('Only 1 left');
  await shop.getByRole('button', { name: /^Ember broth/ }).click();
  await expect(shop.locator('label', { hasText: 'Soft egg' })).toContainText('Only 2 left');
  await shop.getByRole('radio', { name: /^Thick wheat/ }).check();
  await shop.getByRole('checkbox', { name: /^Soft egg/ }).check();
  await shop.getByRole('button', { name: 'One more', exact: true }).click();
  await shop.getByRole('button', { name: /Add to basket/ }).click();
  await shop.getByRole('button', { name: /Place order/ }).click();
  await shop.waitForURL('**/shop/order/*');
  const number = await shop.locator('.number').textContent();

  await expect(egg).toContainText('0 each none left');
  const other = await (await browser.newContext()).newPage();
  await other.goto(at('/shop'));
  await other.getByRole('button', { name: /^Ember broth/ }).click();
  await expect(other.locator('label', { hasText: 'Soft egg' })).toContainText('Sold out');
  await page.getByText('Delivery', { exact: true }).click();
  await page.getByLabel('Egg, each').fill('30');
  await page.getByRole('button', { name: 'Keep' }).click();
  await expect(other.locator('label', { hasText: 'Soft egg' })).not.toContainText('Sold out');

  await page.getByRole('button', { name: 'Egg', exact: true }).click();
  const ledger = page.getByRole('dialog', { name: 'Egg' });
  await expect(ledger.getByRole('row')).toContainText(['When', 'delivered', `sold with number ${number}`, 'counted']);
  await expectAccessible(page);
});
