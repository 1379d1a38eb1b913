import { expect } from '@playwright/test';
import { openBasket } from '../support/guest.ts';
import { at, expectAccessible, publishDraft, resetHouse, savedStatus, test } from '../support/house.ts';

test.beforeAll(resetHouse);

test('an operator builds groups for a new dish, a guest orders it, the ticket is on the pass', async ({
  page,
  context,
}) => {
  await page.goto(at('/menu'));
  await page.getByRole('button', { name: '+ New dish' }).first().click();
  await page.getByLabel('Name of the new dish').fill('Lantern broth');
  // Looking for another dish meanwhile loses nothing.
  await page.getByLabel('Find a dish').fill('zzz');
  await expect(page.getByText('No dish matches.')).toBeVisible();
  await page.getByLabel('Find a dish').fill('');
  await expect(page.getByLabel('Name of the new dish')).toHaveValue('Lantern broth');
  await page.getByLabel('Price of the new dish').fill('7.50');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Name of the dish')).toHaveValue('Lantern broth');

  // A required size, typed row by row.
  const ask = page.getByRole('combobox', { name: /Add a group/ });
  await ask.fill('Lantern size');
  await page.getByRole('option', { name: /with choices/ }).click();
  await page.getByLabel('Up to how many; empty for no limit').fill('1');
  await page.getByRole('button', { name: 'Add a row' }).click();
  await page.getByLabel('Guest name, row 1').fill('Cup');
  await page.keyboard.press('Enter');
  await page.getByLabel('Guest name, row 2').fill('Bowl');
  await page.keyboard.press('Tab');
  await page.keyboard.press('Tab');
  await page.keyboard.type('2.50');
  await page.getByLabel('At least how many').fill('3');
  await expect(page.getByRole('alert')).toContainText('can’t both be met');
  await page.getByLabel('At least how many').fill('1');
  await expect(page.getByRole('alert')).toHaveCount(0);

  // Two-included toppings, typed as a list.
  await page.getByRole('button', { name: '← Lantern broth' }).click();
  await ask.fill('Lantern toppings');
  await page.getByRole('option', { name: /with choices/ }).click();
  await page.getByLabel(/Type or paste choices/).fill('Soft egg 1.75\nSweet corn 0.95\nGreens 1.10\nOdd 1.2.3');
  await page.getByRole('button', { name: 'Add these' }).click();
  await expect(page.getByText('These lines were not understood')).toBeVisible();
  await expect(page.getByLabel(/Type or paste choices/)).toHaveValue('Odd 1.2.3');
  await page.getByLabel('How many are included').fill('2');

  // The guest's face: what is missing is said, the price moves.
  const face = page.locator('hl-faces');
  await expect(face.getByText('Lantern size: please choose one.')).toBeVisible();
  await face.getByLabel('Bowl').check();
  await expect(face.locator('[data-face-price]')).toHaveText('€10.00');
  for (const name of ['Soft egg', 'Sweet corn', 'Greens']) await face.getByLabel(name).check();
  await expect(face.locator('[data-face-price]')).toHaveText('€11.10');
  await expect(face.getByRole('region', { name: 'Kitchen tickets' })).toContainText('Sweet corn');
  await expect(savedStatus(page)).toHaveText('Saved');
  await expectAccessible(page);

  await publishDraft(page);

  // The pass is open while a guest orders with a note.
  const pass = await context.newPage();
  await pass.goto(at('/pass'));
  await expect(pass.getByText('Live', { exact: true })).toBeVisible();

  const guest = await context.newPage();
  await guest.setViewportSize({ width: 390, height: 844 });
  await guest.goto(at('/shop'));
  await guest.getByRole('button', { name: /Lantern broth/ }).click();
  await guest.getByRole('button', { name: /Add to basket/ }).click();
  await expect(guest.getByRole('alert')).toContainText('Lantern size: please choose one.');
  await guest.getByLabel('Bowl').check();
  await guest.getByLabel('Soft egg').check();
  await guest.getByLabel(/Allergies we must know of/).fill('No sesame, please');
  await expectAccessible(guest);
  await guest.getByRole('button', { name: /Add to basket/ }).click();
  await guest.reload();
  await openBasket(guest);
  await expect(guest.getByLabel('Basket')).toContainText('Bowl, Soft eggAllergies we must know of:No sesame, please');
  await expectAccessible(guest);
  await guest.getByRole('button', { name: /Place order/ }).click();
  await expect(guest.getByText('The kitchen has your order')).toBeVisible();
  await expect(guest.getByText('€10.00 in all', { exact: false })).toBeVisible();

  const kettles = pass.getByRole('region', { name: 'Kettles' });
  await expect(kettles).toContainText('Lantern broth');
  await expect(kettles).toContainText('No sesame, please');
  await expectAccessible(pass);
  await kettles.getByRole('button', { name: /^Bump/ }).click();
  await expect(kettles).not.toContainText('Lantern broth');
  await pass.reload();
  await pass
    .getByRole('button', { name: /Recall .* Kettles|Recall number .* Kettles/ })
    .first()
    .click();
  await expect(kettles).toContainText('Lantern broth');
});
