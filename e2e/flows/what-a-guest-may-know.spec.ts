import { expect, type Page } from '@playwright/test';
import { openBasket } from '../support/guest.ts';
import { at, expectAccessible, resetHouse, test } from '../support/house.ts';

test.beforeAll(resetHouse);

async function avoid(page: Page, ...names: string[]): Promise<void> {
  await page.locator('hl-avoid-box summary').click();
  for (const name of names) await page.getByRole('checkbox', { name, exact: true }).check();
}

test('a dish made without sesame, proved, ordered, and told to the kitchen above everything else', async ({
  page,
  context,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(at('/shop'));
  await avoid(page, 'Sesame');
  const root = page.getByRole('button', { name: /^Root broth/ });
  await expect(root).toContainText('Can be made without sesame');
  await expect(page.getByRole('button', { name: /^Clear bowl/ })).toContainText('Can’t be made without sesame');
  await expect(page.getByRole('button', { name: /^Elder cordial/ })).toContainText('Not all allergens are stated');
  await expectAccessible(page);
  await root.click();
  await expect(page.getByRole('status').filter({ hasText: 'without sesame' })).toBeVisible();
  const sesame = page.getByRole('checkbox', { name: /^Sesame/ });
  await expect(sesame).not.toBeChecked();
  await expect(page.locator('label').filter({ has: sesame })).toContainText('Contains sesame');
  // What is chosen against it is said at once, and in the basket.
  await sesame.check();
  await expect(page.getByText('As chosen, it contains sesame: Sesame.')).toBeVisible();
  await expectAccessible(page);
  await sesame.uncheck();
  await page.getByRole('button', { name: /Add to basket/ }).click();
  await openBasket(page);
  await expect(page.getByLabel('Your basket')).not.toContainText('Contains sesame');
  await page.getByLabel('Your name').fill('Runa');
  await page.getByRole('button', { name: /Place order/ }).click();
  await page.waitForURL('**/shop/order/*');
  const number = await page.locator('.number').textContent();

  const kitchen = await context.newPage();
  await kitchen.goto(at('/pass'));
  const ticket = kitchen.getByRole('region', { name: 'Kettles' }).locator('article', { hasText: `No. ${number}` });
  await expect(ticket.locator('.loud').first()).toHaveText(/ALLERGY: SESAME/);
  await kitchen.goto(at('/setup/printers/steps:kettles'));
  await expect(kitchen.locator('article.paper').first()).toContainText(/^\s*!! ALLERGY:\s+SESAME/);

  // The till marks every choice that brings it, and lines that do.
  await kitchen.goto(at('/till'));
  await avoid(kitchen, 'Sesame');
  await kitchen.locator('hl-avoid-box summary').click();
  await kitchen.getByRole('button', { name: /^Ember broth/ }).click();
  await expect(kitchen.getByRole('button', { name: /^Seed crackers/ })).toContainText('Contains sesame');
  await expect(kitchen.getByRole('button', { name: /^Flat rice/ })).not.toContainText('sesame');
  await kitchen.getByRole('button', { name: /^Flat rice/ }).click();
  await kitchen.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(kitchen.getByRole('button', { name: 'Change Ember broth' })).toContainText('Contains sesame');
  await expectAccessible(kitchen);
});

test('a sale shows the usual price struck through in list, dish, basket and till, and its last day', async ({
  page,
}) => {
  await page.goto(at('/shop'));
  const cordial = page.getByRole('button', { name: /^Elder cordial/ });
  await expect(cordial.locator('s')).toHaveText('€3.10 – €4.00');
  await expect(cordial).toContainText(/€2\.50 – €3\.40 until /);
  await cordial.click();
  await expect(page.locator('hl-dish-page s')).toHaveText('€3.10');
  await page.getByRole('radio', { name: /Tall/ }).check();
  await expect(page.locator('hl-dish-page s')).toHaveText('€4.00');
  await page.getByRole('button', { name: /Add to basket.*€3\.40/ }).click();
  await expect(page.getByLabel('Your basket').locator('s')).toHaveText('€4.00');
  await page.goto(at('/till'));
  await page.getByRole('button', { name: 'Teas and other drinks' }).click();
  await expect(page.getByRole('button', { name: /^Elder cordial/ }).locator('s')).toHaveText(/^€3\.10/);
});

test('prices that depend on what is not chosen yet say so, from–to, and become exact; calories follow', async ({
  page,
}) => {
  await page.goto(at('/shop'));
  const ember = page.getByRole('button', { name: /^Ember broth/ });
  await expect(ember).toContainText(/calories/);
  await ember.click();
  const add = page.getByRole('button', { name: /Add to basket/ });
  await expect(add).toContainText('–');
  await page.getByLabel('Thick wheat').check();
  await expect(add).not.toContainText('–');
  const calories = page.getByText(/^\d+ calories$/);
  const before = await calories.textContent();
  await page.getByRole('checkbox', { name: /^Soft egg/ }).check();
  await expect(calories).not.toHaveText(before ?? '');
});
