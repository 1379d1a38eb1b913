import { expect, type Page } from '@playwright/test';
import { at, browserOf, choose, expectAccessible, resetHouse, test } from '../support/house.ts';

test.beforeAll(resetHouse);
test.use({ who: 'till' });

const TALL = { group: 'cup-size', choice: 'tall' };

/** Rings up a toast at the till, by keys alone. */
async function ringUpToast(page: Page): Promise<void> {
  await page.getByLabel('Find a dish').fill('toast');
  await page.keyboard.press('Enter');
  await expect(page.locator('hl-till-line')).toBeVisible();
  await page.keyboard.press('1');
  await page.keyboard.press('Enter');
  await expect(page.locator('hl-till-line')).toHaveCount(0);
}

async function enterPin(page: Page): Promise<void> {
  await page.locator('#pin').fill('2468');
  await page.keyboard.press('Enter');
}

test('part of a sent line is voided with the PIN, the pass reads VOID; a round is added, with its own tickets', async ({
  page,
}) => {
  await page.goto(at('/till'));
  await ringUpToast(page);
  const order = page.getByRole('region', { name: 'The order' });
  await order.getByLabel('How many Night toast').fill('3');
  await order.getByLabel('Table or place').fill('Table 4');
  await page.keyboard.press('Control+Enter');
  await expect(order.getByRole('status')).toContainText('is in the kitchen');
  await order.getByRole('link', { name: 'Sent orders' }).click();
  await page.getByRole('link', { name: /3 Night toast/ }).click();
  await page.getByRole('button', { name: 'Void …' }).click();
  const dialog = page.getByRole('dialog', { name: /^Void of number/ });
  await expect(dialog.getByRole('button', { name: /tell the kitchen/ })).toBeDisabled();
  await dialog.getByLabel('One Night toast more').click();
  await expect(dialog).toContainText('€8.60');
  await expectAccessible(page);
  await dialog.getByRole('button', { name: /tell the kitchen/ }).click();
  await enterPin(page);
  await expect(dialog).toHaveCount(0);
  const sheet = page.locator('hl-order-sheet');
  await expect(sheet).toContainText('1 voided, 2 left');
  await expect(sheet).toContainText('To pay after voids€8.60');
  await expect(sheet).toContainText('Guest changed their mind (back into stock)');
  await expectAccessible(page);
  // Found by what was voided, at its location, today; and not among those that are done.
  const list = page.getByRole('navigation', { name: 'Orders found' });
  await choose(page, 'State', 'With voids');
  await choose(page, 'Location', 'Lantern Steps');
  await expect(list.getByRole('link')).toHaveCount(1);
  await choose(page, 'State', 'Done');
  await expect(page.getByText('No order has all of that.')).toBeVisible();
  await page.getByRole('button', { name: 'Show all' }).click();
  await expect(list.getByRole('link')).toHaveCount(1);

  await page.getByRole('link', { name: 'Add a round' }).click();
  await expect(order).toContainText('Round for number');
  await page.reload();
  await expect(order).toContainText('Round for number');
  await ringUpToast(page);
  await expectAccessible(page);
  await page.keyboard.press('Control+Enter');
  await expect(order.getByRole('status')).toContainText(/Round 2 of number \d+ is in the kitchen/);
  await expect(order).not.toContainText('Round for number');

  await page.goto(at('/pass'));
  const griddle = page.getByRole('region', { name: 'Griddle' });
  await expect(griddle.getByRole('article')).toHaveCount(3);
  await expect(griddle.getByRole('article').nth(0)).toContainText('VOID 1');
  await expect(griddle.getByRole('article').filter({ hasText: 'Guest changed their mind' })).toContainText('VOID');
  await expect(griddle.getByRole('article').filter({ hasText: 'ROUND 2' })).toContainText('Table 4');
});

test('what has run out is sold at the till by a person who may, and it says that on hand falls below zero', async ({
  page,
}) => {
  await page.goto(at('/pantry'));
  await page.getByText('Count', { exact: true }).click();
  await page.getByRole('textbox', { name: 'Find' }).fill('toast');
  await page.getByLabel('Night toast, portions').fill('1');
  await page.getByRole('button', { name: 'Keep' }).click();
  await enterPin(page);
  await expect(page.getByLabel('Night toast, portions')).toHaveCount(0);
  await page.goto(at('/till'));
  await ringUpToast(page);
  const order = page.getByRole('region', { name: 'The order' });
  await order.getByLabel('How many Night toast').fill('2');
  await expect(order).toContainText('There is not enough Night toast left for this.');
  await expect(order.getByRole('button', { name: /^Send/ })).toBeDisabled();
  await order.getByRole('button', { name: 'Sell what has run out' }).click();
  await enterPin(page);
  await expect(order).toContainText('On hand falls below zero: Night toast');
  await expectAccessible(page);
  await order.getByRole('button', { name: /^Send/ }).click();
  await expect(order.getByText(/is in the kitchen/)).toBeVisible();
  // The next order is judged by what is on hand again.
  await expect(page.getByRole('button', { name: /^Night toast/ })).toHaveCount(0);
  await page.getByLabel('Find a dish').fill('toast');
  await expect(page.locator('.keys').getByRole('button', { name: /Night toast/ })).toBeDisabled();
  await page.goto(at('/pantry'));
  await expect(page.getByRole('row', { name: /^Night toast/ })).toContainText('-1');
});

test('what is chosen to be voided stays while orders come in; a round is rung up for its order’s service and place', async ({
  browser,
}) => {
  const context = await browser.newContext({ storageState: browserOf('owner') });
  const page = await context.newPage();
  const send = async () =>
    (
      await context.request.post(at('/api/device/orders'), {
        headers: { 'Idempotency-Key': crypto.randomUUID() },
        data: {
          location: 'millrace',
          service: 'takeaway',
          lines: [{ item: 'barley-tea', quantity: 2, picks: [TALL] }],
        },
      })
    ).json() as Promise<{ id: string; number: number }>;
  const { id, number } = await send();
  await page.goto(at(`/orders/${id}`));
  await page.getByRole('button', { name: 'Void …' }).click();
  const dialog = page.getByRole('dialog', { name: /^Void of number/ });
  await dialog.getByLabel('One Barley tea more').click();
  await expect(dialog.getByLabel('How many Barley tea')).toHaveValue('1');
  const later = await send();
  await expect(page.getByRole('link', { name: new RegExp(`^${later.number} `) })).toHaveCount(1);
  await expect(dialog.getByLabel('How many Barley tea')).toHaveValue('1');
  await dialog.getByRole('button', { name: 'Keep the order' }).click();
  await page.getByRole('link', { name: 'Add a round' }).click();
  const order = page.getByRole('region', { name: 'The order' });
  await expect(order).toContainText(`Round for number ${number}`);
  await expect(order.getByRole('alert')).toContainText('That order is at Millrace Hatch');
  await page.getByLabel('Location').selectOption('Millrace Hatch');
  await expect(order.getByRole('alert')).toHaveCount(0);
  await ringUpToast(page);
  await page.keyboard.press('Control+Enter');
  await expect(order.getByRole('status')).toContainText(`Round 2 of number ${number} is in the kitchen`);
});
