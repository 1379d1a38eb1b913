import { expect } from '@playwright/test';
import { at, choose, publishDraft, resetHouse, savedStatus, test } from '../support/house.ts';

test.beforeEach(resetHouse);

test('the till’s face is the till, with days, notes and keys; the guest’s is in one language', async ({ page }) => {
  await page.goto(at('/menu/fold-tray'));
  const faces = page.locator('hl-faces');
  await faces.getByText('Till', { exact: true }).click();
  await expect(faces.getByLabel('For which day?')).toBeVisible();
  await faces.locator('[aria-keyshortcuts="1"]').click();
  await expect(faces.locator('[aria-keyshortcuts="1"]')).toHaveAttribute('aria-pressed', 'true');
  await faces.getByLabel('For which day?').fill('2027-01-15');
  await expect(faces.getByLabel('Kitchen tickets')).toContainText('2027-01-15');
  await page.goto(at('/menu/ember'));
  await choose(faces, 'Language', 'Español');
  await expect(faces.getByRole('group', { name: /Añade lo que quieras/ })).toBeVisible();
  await expect(faces).not.toContainText(/Choose|Pile it up|Sold out|Why this price|up to/);
});

test('a group that is on no dish yet can be seen as its guest will see it', async ({ page }) => {
  await page.goto(at('/groups'));
  await page.getByRole('button', { name: '+ New group' }).click();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await page.keyboard.type('Dumpling dip');
  await page.getByLabel('Prompt for guests').fill('Which dip?');
  await page.getByRole('button', { name: 'Add a row' }).click();
  await page.getByLabel('Guest name, row 1').fill('Black vinegar');
  await page.keyboard.press('Tab');
  await expect(savedStatus(page)).toHaveText('Saved');
  const faces = page.locator('hl-faces');
  await expect(faces.getByRole('group', { name: /Which dip\?/ })).toContainText('Black vinegar');
});

test('a summary line has words of its own in each language, and the basket reads it in the guest’s', async ({
  page,
}) => {
  await page.goto(at('/menu/milk-tea'));
  await page.getByText('Summary line in the basket').click();
  const words = page.getByLabel('For this dish');
  await words.fill('{cup-size} tea with {milk}');
  await choose(page.getByRole('banner'), 'Editing language', 'Español');
  await words.fill('Té {cup-size} con {milk}');
  await expect(savedStatus(page)).toHaveText('Saved');
  await publishDraft(page);
  await page.goto(at('/shop'));
  await page.getByRole('button', { name: /^Milk tea/ }).click();
  await page.getByRole('radio', { name: /^Tall/ }).check();
  await page.getByRole('radio', { name: /^Oat milk/ }).check();
  await page.getByRole('button', { name: /Add to basket/ }).click();
  await expect(page.getByLabel('Your basket')).toContainText('Tall tea with Oat milk');
  await page.getByRole('button', { name: 'Español' }).click();
  await expect(page.getByLabel('Tu cesta')).toContainText('Té Larga con Bebida de avena');
});

test('who reads what says where else a station is changed, and lists days too', async ({ page }) => {
  await page.goto(at('/menu/ember'));
  await page.getByText('Kitchen routing').click();
  const routing = page.locator('hl-who-reads');
  await routing.locator('summary', { hasText: 'Toppings' }).click();
  await expect(routing).toContainText(/a station chosen here is changed on 2 other dishes too/);
  await page.goto(at('/menu/fold-tray'));
  await page.getByText('Kitchen routing').click();
  await expect(routing).toContainText('Wanted on: printed wherever part of the dish is made.');
});

test('a till whose server does not answer says so after seconds, and keeps the order', async ({ page }) => {
  await page.goto(at('/till'));
  await page.getByLabel('Find a dish').fill('toast');
  await page.keyboard.press('Enter');
  await expect(page.locator('hl-till-line')).toBeVisible();
  await page.keyboard.press('1');
  await page.keyboard.press('Enter');
  const order = page.getByRole('region', { name: 'The order' });
  await expect(order).toContainText('Night toast');
  await page.route('**/api/device/orders', () => undefined);
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText(/The server is slow to answer. The order is kept here/)).toBeVisible({ timeout: 15_000 });
  await page.reload();
  await expect(order).toContainText('Night toast');
});

test('who reads what is changed at the dish, and how it is read back is written with a live preview', async ({
  page,
}) => {
  await page.goto(at('/menu/milk-tea'));
  await page.getByText('Kitchen routing').click();
  await page.locator('hl-who-reads summary', { hasText: 'Milk' }).click();
  await choose(page, /Oat/, 'Cold side');
  await expect(page.locator('hl-who-reads')).toContainText('Oat milk: Cold side');
  await page.getByText('Summary line in the basket').click();
  const words = page.getByLabel('For this dish');
  await words.fill('{cup-size} tea{, with +milk');
  await expect(page.getByRole('alert')).toContainText('brace');
  await words.fill('{cup-size} tea{, with +milk}');
  await expect(page.locator('hl-summary-editor dl')).toContainText('Short tea');
  await expect(savedStatus(page)).toHaveText('Saved');
  await publishDraft(page);
  await page.goto(at('/till'));
  await page.getByRole('button', { name: 'Teas and other drinks' }).click();
  await page.getByRole('button', { name: /^Milk tea/ }).click();
  await expect(page.getByRole('region', { name: 'The order' })).toContainText(/(Short|Tall) tea/);
});
