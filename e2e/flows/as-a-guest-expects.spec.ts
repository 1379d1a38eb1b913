import { expect } from '@playwright/test';
import { at, expectAccessible, resetHouse, test } from '../support/house.ts';

test.beforeAll(resetHouse);

const basket = 'section[aria-labelledby="basket-title"]';
const LINKED = 'bowl-size/regular,noodle/wheat,toppings/egg*2:extra,toppings/truffle-oil';

test('a link opens a dish with its choices, says what is gone, and how it is wanted is asked once', async ({
  page,
}) => {
  await page.goto(at(`/shop?dish=ember&with=${LINKED}`));
  await expect(page.getByRole('status').filter({ hasText: 'truffle oil' })).toBeVisible();
  await expect(page.getByRole('radio', { name: /Regular/ })).toBeChecked();
  await expect(page.getByRole('checkbox', { name: /Soft egg/ })).toBeChecked();
  await expect(page).not.toHaveURL(/with=/);
  const comesWith = page.getByRole('group', { name: /Comes with/ });
  await page.getByRole('button', { name: /All of them: Comes with/ }).click();
  for (const name of ['Scallion', 'Sesame', 'Chilli oil'])
    await expect(comesWith.getByRole('checkbox', { name: new RegExp(name) })).toBeChecked();
  await page.getByRole('button', { name: /Add to basket/ }).click();

  const how = page.getByRole('region', { name: 'How would you like it?' });
  await expectAccessible(page);
  const lines = page.locator(basket).getByRole('article');
  await lines.getByRole('button', { name: /One more Ember/ }).click();
  await expect(lines).toContainText('2 × Ember broth');
  await expect(how.getByRole('button', { name: /Millrace Hatch/ })).toContainText('more');
  await how.getByRole('button', { name: /Millrace Hatch/ }).click();
  await expect(lines.getByRole('button', { name: 'Accept' })).toBeVisible();
  await lines.getByRole('button', { name: 'Accept' }).click();
  await how.getByRole('button', { name: /Have it brought/ }).click();
  await how.getByRole('button', { name: 'Done' }).click();
  await expect(page.getByText('Have it brought, from Millrace Hatch')).toBeVisible();
  const send = page.getByRole('button', { name: /Place order/ });
  await expect(send).toBeDisabled();
  await page.getByLabel('Address').fill('Old Ropewalk 3');
  await page.reload();
  await expect(page.getByLabel('Address')).toHaveValue('Old Ropewalk 3');
  await expect(page.getByText('Have it brought, from Millrace Hatch')).toBeVisible();
  await send.click();
  await expect(page.getByText('Thank you.')).toBeVisible();

  await page.getByRole('link', { name: 'New order' }).click();
  await page.getByRole('button', { name: 'Order again' }).click();
  await expect(lines).toContainText('2 × Ember broth');
});

test('a dish that went is said, and sections lead to their dishes', async ({ page }) => {
  await page.goto(at('/shop?dish=yesterdays-soup&with=size/large'));
  await expect(page.getByRole('status').filter({ hasText: 'not on the menu any more' })).toBeVisible();
  await page.getByRole('navigation', { name: 'Sections' }).getByRole('link', { name: 'Lunch and gatherings' }).click();
  await expect(page.getByRole('region', { name: 'Lunch and gatherings' })).toBeFocused();
  await expect(page.getByRole('button', { name: /Tray of folds/ })).toBeInViewport();
  // An address that is nothing in the shop leads to the menu.
  await page.goto(at('/shop/nothing-here'));
  await expect(page).toHaveURL(/\/shop$/);
  await expect(page.getByRole('button', { name: /^Ember broth/ })).toBeVisible();
});

test('a dish whose page does not come is said, and the menu is one step away', async ({ page }) => {
  let isCutOff = false;
  await page.route(/\.js$/, (route) => (isCutOff ? route.abort() : route.continue()));
  // Never idle, so that nothing is loaded ahead.
  await page.addInitScript(() => (window.requestIdleCallback = () => 0));
  await page.goto(at('/shop'));
  const dish = page.getByRole('button', { name: /Ember broth/ }).first();
  await expect(dish).toBeVisible();
  isCutOff = true;
  await dish.click();
  await expect(page.getByRole('alert')).toContainText('your basket is kept');
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Back to the menu' }).click();
  await expect(dish).toBeVisible();
  await expect(page.getByRole('alert')).toHaveCount(0);
  isCutOff = false;
  await page.reload();
  await dish.click();
  await expect(page.getByRole('heading', { name: 'Ember broth' })).toBeVisible();
});

test('on a phone the basket is a page of its own, and nothing scrolls sideways', async ({ page }) => {
  await page.setViewportSize({ width: 400, height: 860 });
  await page.goto(at('/shop?dish=toast&with=spread/plain'));
  await page.getByRole('button', { name: /Add to basket/ }).click();
  await expect(page.locator(basket)).toBeHidden();
  await page.getByRole('link', { name: /Your basket/ }).click();
  await expect(page.locator(basket)).toBeVisible();
  await expect(page.getByRole('button', { name: /Ember broth/ })).toBeHidden();
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBe(400);
  await page.goBack();
  await expect(page.getByRole('button', { name: /Ember broth/ })).toBeVisible();
});

test('an operator takes the link and its code from the guest’s face', async ({ page }) => {
  await page.goto(at('/menu/toast'));
  await page.getByRole('radio', { name: /Herb oil/ }).check();
  await page.getByRole('button', { name: 'Link and QR code' }).click();
  const link = page.getByRole('textbox', { name: 'The link' });
  await expect(link).toHaveValue(/\/shop\?dish=toast&with=spread\/herb$/);
  await expect(page.getByRole('img', { name: /QR code/ })).toBeVisible();
  await page.goto(await link.inputValue());
  await expect(page.getByRole('radio', { name: /Herb oil/ })).toBeChecked();
});
