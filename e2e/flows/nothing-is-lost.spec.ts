import { expect, type Page, type Route } from '@playwright/test';
import { openBasket } from '../support/guest.ts';
import { at, expectAccessible, resetHouse, savedStatus, test } from '../support/house.ts';

test.beforeEach(resetHouse);

/** The request arrives and takes effect; its answer never comes back. */
async function loseTheAnswer(route: Route): Promise<void> {
  await route.fetch();
  await route.abort();
}

async function chooseBowl(page: Page): Promise<void> {
  await page.goto(at('/shop'));
  await page.getByRole('button', { name: /Ember broth/ }).click();
  await page.getByLabel('Thick wheat').check();
  await page.getByRole('button', { name: /Add to|Add to basket/ }).click();
  await page
    .getByLabel(/No cutlery|Cutlery set/)
    .first()
    .check();
}

test('a guest whose answer was lost, and who changes the order, is told what became of the first and never orders twice', async ({
  page,
  request,
}) => {
  await chooseBowl(page);
  await page.route('**/api/shop/orders', loseTheAnswer);
  const send = page.getByRole('button', { name: /^Place/ });
  await send.click();
  await expect(page.getByRole('alert')).toContainText('We can’t be reached just now. Your basket is safe');
  await page.unroute('**/api/shop/orders');

  await page.getByLabel('Your name').fill('Ilse');
  await page.reload();
  await page.getByRole('button', { name: /^Place order/ }).click();
  const told = page.getByRole('alert');
  await expect(told).toContainText('Your first order did arrive: it is number 1');
  await expect(page.getByRole('button', { name: /Place a second order/ })).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('button', { name: /Keep number 1/ }).click();
  await expect(page).toHaveURL(/\/shop\/order\//);
  await expect(page.getByText('The kitchen has your order')).toBeVisible();
  const orders = (await (await request.get(at('/api/workbench/orders'))).json()) as unknown[];
  expect(orders).toHaveLength(1);
});

test('a guest whose answer was lost sends the same again and gets the same order', async ({ page, request }) => {
  await chooseBowl(page);
  await page.route('**/api/shop/orders', loseTheAnswer, { times: 1 });
  const send = page.getByRole('button', { name: /^Place order/ });
  await send.click();
  await expect(page.getByRole('alert')).toBeVisible();
  await send.click();
  await expect(page.getByText('The kitchen has your order')).toBeVisible();
  expect((await (await request.get(at('/api/workbench/orders'))).json()) as unknown[]).toHaveLength(1);
});

test('a change whose answer was lost is saved once and clashes with nobody', async ({ page }) => {
  await page.goto(at('/groups/milk'));
  await page.route('**/api/workbench/changes', loseTheAnswer, { times: 1 });
  await page.getByLabel('Internal name').fill('Milk, lost and found');
  await expect(savedStatus(page)).toHaveText('Saved');
  await page.reload();
  await expect(page.getByLabel('Internal name')).toHaveValue('Milk, lost and found');
  await expect(page.getByRole('dialog')).toHaveCount(0);
});

test('a server that fails is told from one that can’t be reached, and the person decides', async ({ page }) => {
  await page.goto(at('/groups/milk'));
  await page.route('**/api/workbench/changes', (route) =>
    route.fulfill({ status: 500, contentType: 'application/problem+json', body: '{"title":"fault"}' }),
  );
  await page.getByLabel('Internal name').fill('Milk!');
  await expect(savedStatus(page)).toHaveText('Not saved: something is wrong at the server. 1 change waits here.');
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Discard this change' }).click();
  await expect(page.getByLabel('Internal name')).toHaveValue('Milk');
  await page.getByLabel('Internal name').fill('Milk?');
  await expect(page.getByRole('button', { name: 'Discard this change' })).toBeVisible();
  await page.unroute('**/api/workbench/changes');
  await page.getByRole('button', { name: 'Try again' }).click();
  await expect(savedStatus(page)).toHaveText('Saved');
});

test('a menu that can’t be read can be tried again', async ({ page }) => {
  await page.route('**/api/workbench/menu', (route) =>
    route.fulfill({ status: 500, contentType: 'application/problem+json', body: '{}' }),
  );
  await page.goto(at('/groups/milk'));
  await expect(page.getByRole('heading', { name: 'The menu can’t be read just now' })).toBeVisible();
  await page.unroute('**/api/workbench/menu');
  // The page also reads it again by itself once its live events connect, and the button goes.
  const again = page.getByRole('main').getByRole('button', { name: 'Try again' });
  await expect(async () => {
    if (await again.isVisible()) await again.click({ timeout: 1_000 });
    await expect(page.getByLabel('Internal name')).toHaveValue('Milk', { timeout: 2_000 });
  }).toPass();
});

test('an order on hold is seen at once at the other till, and taken up by one of them', async ({ page, context }) => {
  const second = await context.newPage();
  for (const till of [page, second]) await till.goto(at('/till'));
  await page.getByLabel('Find a dish').fill('barley');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('region', { name: 'The order' })).toContainText('Barley tea');
  await page.getByRole('button', { name: 'Hold', exact: true }).click();
  const held = second.getByRole('button', { name: /Held orders \(1\)/ });
  await expect(held).toBeVisible();
  await held.click();
  await second.route('**/confirm', (route) => route.abort(), { times: 1 });
  await second.getByRole('button', { name: /no name/ }).click();
  const order = second.getByRole('region', { name: 'The order' });
  await expect(order).toContainText('Barley tea');
  await expect(page.getByRole('button', { name: /Held orders \(0\)/ })).toBeVisible();
  await expect(order.getByRole('button', { name: /^Send/ })).toBeEnabled();
});

test('the bar that leads to the basket never lies over it', async ({ page }) => {
  await chooseBowl(page);
  await page.setViewportSize({ width: 390, height: 780 });
  await openBasket(page);
  await expect(page.getByRole('heading', { name: 'Your basket' })).toBeVisible();
  await expect(page.getByRole('link', { name: /Your basket/ })).toHaveCount(0);
  await page.getByRole('link', { name: /Back to the menu/ }).click();
  await expect(page.getByRole('link', { name: /Your basket/ })).toBeVisible();
});

test('the house’s settings are changed and hold at once', async ({ page, request }) => {
  await page.goto(at('/setup/house'));
  const lines = page.getByLabel('Max lines per order');
  await expect(lines).toHaveValue('60');
  await lines.fill('2');
  await page.keyboard.press('Tab');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('In effect at every till')).toBeVisible();
  const reply = await request.post(at('/api/shop/orders'), {
    headers: { 'Idempotency-Key': crypto.randomUUID() },
    data: { location: 'steps', lines: [{ item: 'toast' }, { item: 'toast' }, { item: 'toast' }] },
  });
  expect(((await reply.json()) as { title: string }).title).toContain('2 lines at most');
  await lines.fill('60');
  await page.keyboard.press('Tab');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('In effect at every till')).toBeVisible();
});

test('an order at the till outlives a reload, and what is being answered is never left behind', async ({ page }) => {
  await page.goto(at('/till'));
  const find = page.getByLabel('Find a dish');
  const lines = page.getByRole('region', { name: 'The order' }).getByRole('listitem');
  await expect(find).toBeFocused();
  await find.fill('root');
  await page.keyboard.press('Enter');

  // A required question stays where it is when it is answered, so that a second tap meets the same key.
  const titles = page.locator('hl-till-questions .title strong');
  await expect(titles.first()).toHaveText('Noodle');
  const before = await titles.allTextContents();
  await page.getByRole('button', { name: 'Thick wheat' }).click();
  expect(await titles.allTextContents()).toEqual(before);

  await page.reload();
  await expect(page.getByRole('button', { name: 'Thick wheat' })).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press('Enter');
  await expect(lines).toHaveText([/1 Root broth/]);

  // A line opened from the order is changed by a number key and kept by Enter.
  await page.getByRole('button', { name: 'Change Root broth' }).click();
  await page.keyboard.press('3');
  await page.keyboard.press('Enter');
  await expect(lines).toHaveText([/Root broth.*Large/s]);

  // What lacks an answer is said before the order goes; what has all of them goes with it.
  await find.fill('ember');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: /^Send/ }).click();
  await expect(page.getByRole('status').filter({ hasText: 'Finish the open dish' })).toBeVisible();
  await page.getByRole('button', { name: 'Thick wheat' }).click();
  await page.getByRole('button', { name: /^Send/ }).click();
  await expect(page.getByText(/Number \d+ is in the kitchen/)).toBeVisible();
  await page.reload();
  await expect(lines).toHaveText([/Tap a dish/]);
});
