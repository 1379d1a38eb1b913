import { expect, type Locator, type Page } from '@playwright/test';
import { burst } from '../support/burst.ts';
import { openBasket } from '../support/guest.ts';
import {
  at,
  browserOf,
  choose,
  expectAccessible,
  publishDraft,
  resetHouse,
  savedStatus,
  test,
} from '../support/house.ts';

test.beforeAll(resetHouse);

const PHONE = { width: 390, height: 844 };

async function putEmberInBasket(guest: Page, note = ''): Promise<void> {
  await guest.goto(at('/shop'));
  await guest.getByRole('button', { name: /^Ember broth/ }).click();
  await guest.getByLabel('Thick wheat').check();
  if (note) await guest.getByLabel(/Allergies we must know of/).fill(note);
  await guest.getByRole('button', { name: /Add to basket/ }).click();
}

/** Counts every tap and key press a person makes. */
function counting() {
  let count = 0;
  return {
    tap: async (target: Locator) => (count++, target.click()),
    press: async (page: Page, key: string) => (count++, page.keyboard.press(key)),
    taps: () => count,
  };
}

test('from the shop to the pass and onto paper, with a loud allergy note; the guest sees how far it is', async ({
  page,
  context,
}) => {
  await page.setViewportSize(PHONE);
  await putEmberInBasket(page, 'No sesame at all');
  await openBasket(page);
  const basket = page.getByLabel('Basket');
  await expect(basket.locator('.loud')).toHaveText(/Allergies we must know of:\s*No sesame at all/);
  // A dish is changed in the basket with everything as it was.
  await page.getByRole('button', { name: 'Change Ember broth' }).click();
  await expect(page.getByLabel('Thick wheat')).toBeChecked();
  await expect(page.getByLabel(/Allergies we must know of/)).toHaveValue('No sesame at all');
  await page.getByLabel('Large').check();
  await page.getByRole('button', { name: /Update basket/ }).click();
  await expect(basket).toContainText('Large, Thick wheat');
  await page.getByLabel('Your name').fill('Ines');
  await page.reload();
  await expect(page.getByLabel('Your name')).toHaveValue('Ines');
  await page.getByRole('button', { name: /Place order/ }).click();
  await page.waitForURL('**/shop/order/*');
  await expect(page.getByRole('status')).toContainText('It is being made');
  await expectAccessible(page);
  const number = await page.locator('.number').textContent();

  const kitchen = await context.newPage();
  await kitchen.setViewportSize({ width: 1280, height: 800 });
  await kitchen.goto(at('/pass'));
  const kettles = kitchen.getByRole('region', { name: 'Kettles' });
  await expect(kettles).toContainText('No sesame at all');
  await expect(kettles).toContainText('Ines');
  await expectAccessible(kitchen);
  await kitchen.goto(at('/setup/printers/steps:kettles'));
  const paper = kitchen.locator('article.paper').first();
  await expect(paper).toContainText(`Kettles ${number}`);
  await expect(paper.locator('.reversed').first()).toContainText('No sesame');
  await expectAccessible(kitchen);

  await kitchen.goto(at('/pass'));
  await kitchen.getByRole('link', { name: `Open the order of number ${number} at Kettles` }).click();
  await expect(kitchen.getByRole('heading', { name: `Number ${number}` })).toBeVisible();
  await kitchen.getByRole('link', { name: 'To the pass' }).click();
  const bumps = kitchen.getByRole('button', { name: new RegExp(`^Bump number ${number} `) });
  await expect(bumps.first()).toBeVisible();
  for (let left = await bumps.count(); left > 0; left--) await bumps.first().click();
  await expect(page.getByRole('status')).toContainText('It is ready');
  await kitchen.goto(at('/orders'));
  await kitchen.getByLabel('Find an order').fill('ines');
  await kitchen.getByRole('link', { name: new RegExp(`${number}.*Ember broth`) }).click();
  await expect(kitchen.getByText('Kettles: printed')).toBeVisible();
  await expect(kitchen.getByText('Kettles: done')).toBeVisible();
  await kitchen.getByText('The receipt').click();
  await expect(kitchen.locator('pre')).toContainText('Total');
  await expectAccessible(kitchen);
});

test('a menu that changes under a guest is shown before anything is charged', async ({ page, browser }) => {
  await page.setViewportSize(PHONE);
  await putEmberInBasket(page);
  const operator = await (await browser.newContext()).newPage();
  await operator.goto(at('/menu/ember'));
  await operator.getByLabel(/^Price \(/).fill('9.40 / 9.90');
  await expect(savedStatus(operator)).toHaveText('Saved');
  await publishDraft(operator);
  await openBasket(page);
  const basket = page.getByLabel('Basket');
  await expect(basket).toContainText('This was €10.70 when you chose it and is €11.20 now');
  const send = page.getByRole('button', { name: /Place order/ });
  await expect(send).toBeDisabled();
  await page.getByRole('button', { name: 'Accept' }).click();
  await send.click();
  await expect(page.getByText('€11.20 in all')).toBeVisible();
});

test('an experienced hand takes an order of three dishes with questions in few taps, changes it, puts it aside and sends it', async ({
  page,
}) => {
  await page.goto(at('/till'));
  const hand = counting();
  const key = (name: string | RegExp) => page.getByRole('button', { name });
  await hand.tap(key(/^Ember broth/));
  await hand.tap(key('Thick wheat'));
  await hand.tap(key(/^Add$/));
  await hand.tap(key('From the griddle'));
  await hand.tap(key(/^Griddle fold/));
  await hand.tap(page.locator('hl-till-questions .keys button').first());
  await hand.tap(key(/^Add$/));
  await hand.tap(key('Teas and other drinks'));
  await hand.tap(key(/^Barley tea/));
  const order = page.getByRole('region', { name: 'The order' });
  await expect(order.getByRole('listitem')).toHaveCount(3);
  await expectAccessible(page);

  await hand.tap(key('Change Ember broth'));
  await hand.tap(key(/^Large/));
  await hand.tap(key('Update'));
  await expect(order).toContainText('Large, Thick wheat');
  await hand.tap(key('One Barley tea more'));
  await hand.tap(key('Hold'));
  await expect(order).toContainText('On hold.');
  await hand.tap(key(/Held orders/));
  await hand.tap(key(/no name/));
  await expect(order).toContainText('2 Barley tea');
  await hand.tap(key(/^Send/));
  await expect(order.getByRole('status')).toContainText(/Number \d+ is in the kitchen/);
  // At about a second a tap, well under 20 seconds for what the order itself needs.
  expect(hand.taps()).toBeLessThanOrEqual(18);

  // The same from the keyboard alone.
  await page.keyboard.type('root');
  await page.keyboard.press('Enter');
  await page.keyboard.press('1');
  await page.keyboard.press('Enter');
  await page.keyboard.type('barley');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Alt++');
  await expect(order).toContainText('2 Barley tea');
  await page.keyboard.press('Control+Enter');
  await expect(order.getByRole('status')).toContainText(/Number \d+ is in the kitchen/);
});

test('a hand that is faster than the screen loses no key', async ({ page }) => {
  await page.goto(at('/till'));
  await expect(page.getByLabel('Find a dish')).toBeFocused();
  await expect(page.getByRole('button', { name: /^Ember broth/ })).toBeVisible();
  await burst(page, ...'root', 'Enter', '1', 'Enter', ...'barley', 'Enter', 'Alt++');
  const lines = page.getByRole('region', { name: 'The order' }).getByRole('listitem');
  await expect(lines).toContainText(['1 Root broth', '2 Barley tea']);
  await expect(page.getByLabel('Find a dish')).toHaveValue('');
});

test('a dish typed before the menu has arrived is added when it arrives', async ({ page }) => {
  await page.route('**/api/device/menu', async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 1_500));
    await route.continue();
  });
  await page.goto(at('/till'));
  await page.getByLabel('Find a dish').fill('barley');
  await page.keyboard.press('Enter');
  await page.keyboard.type('1');
  await expect(page.getByRole('region', { name: 'The order' })).toContainText('1 Barley tea');
});

test('a printer runs out of paper: the pass says so, its backup takes over with a mark, then it prints again', async ({
  page,
  context,
}) => {
  const setUp = await context.newPage();
  await setUp.goto(at('/setup/printers/steps:kettles'));
  await choose(setUp, 'Simulated printer of Griddle, Lantern Steps', 'Out of paper');
  await page.goto(at('/pass'));
  const griddle = page.getByRole('region', { name: 'Griddle' });
  await expect(griddle.getByRole('alert')).toHaveText('Its printer: out of paper', { timeout: 15_000 });

  const till = await context.newPage();
  await till.goto(at('/till'));
  const sellFold = async () => {
    await till.getByRole('button', { name: 'From the griddle' }).click();
    await till.getByRole('button', { name: /^Griddle fold/ }).click();
    await till.keyboard.press('1');
    await till.keyboard.press('Enter');
    await till.getByRole('button', { name: /^Send/ }).click();
    await expect(till.getByRole('status')).toContainText('is in the kitchen');
  };
  await sellFold();
  await expect(setUp.locator('article.paper').first()).toContainText('FOR Griddle', { timeout: 30_000 });
  await expect(griddle).toContainText('printed at Kettles');

  await choose(setUp, 'Simulated printer of Griddle, Lantern Steps', 'Works');
  await expect(griddle.getByRole('alert')).toHaveCount(0, { timeout: 15_000 });
  await setUp.goto(at('/setup/printers/steps:griddle'));
  await sellFold();
  await expect(setUp.locator('article.paper').first()).toContainText('Griddle', { timeout: 15_000 });
  await griddle
    .getByRole('button', { name: /Reprint number/ })
    .last()
    .click();
  await expect(setUp.locator('article.paper').first()).toContainText('REPRINT', { timeout: 15_000 });
});

test('a price is named at the till only with the word of a person who may', async ({ browser }) => {
  const page = await (await browser.newContext({ storageState: browserOf('till') })).newPage();
  await page.goto(at('/till'));
  const order = page.getByRole('region', { name: 'The order' });
  const asked = page.getByRole('dialog', { name: 'Open price' });
  const enterPin = async (pin: string) => {
    await expect(asked.locator('#pin')).toBeFocused();
    await page.keyboard.type(pin);
    await page.keyboard.press('Enter');
  };
  await page.getByLabel('Find a dish').fill('off the');
  await page.keyboard.press('Enter');
  // The dialog, once it is all there, leaves the focus where the PIN is typed.
  await expect(asked.locator('#pin')).toBeFocused();
  await asked.evaluate(async (dialog) => {
    await Promise.allSettled(dialog.getAnimations().map(({ finished }) => finished));
  });
  await page.waitForTimeout(100);
  await enterPin('1111');
  await expect(asked.getByRole('alert')).toHaveText('That PIN is not right.');
  await asked.locator('#pin').fill('2468');
  await page.keyboard.press('Enter');
  await page.getByLabel(/What does it cost/).fill('4.50');
  await page.keyboard.press('Tab');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(order).toContainText('What does it cost:€4.50');
  // One that was on hold asks for a PIN again, in place, and is then sent.
  await page.getByRole('button', { name: 'Leave' }).click();
  await page.getByRole('button', { name: /^Hold/ }).click();
  await page.getByRole('button', { name: /Held orders \(1\)/ }).click();
  await page.locator('.parked button').first().click();
  await expect(order).toContainText('€4.50');
  // The order's own questions are answered here too.
  await order.getByText('For the whole order').click();
  await order.getByLabel('Cutlery set').check();
  await page.getByRole('button', { name: /^Send/ }).click();
  await enterPin('2468');
  await expect(order.getByRole('status')).toContainText(/Number \d+ is in the kitchen/);
});

test('a phone’s Back closes the dish and keeps the shop; a dish opens at its top', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(at('/shop'));
  const dish = page.getByRole('button', { name: /Set lunch/ });
  await dish.scrollIntoViewIfNeeded();
  await dish.click();
  await expect(page.getByRole('heading', { name: 'Set lunch', level: 2 })).toBeInViewport();
  await page.goBack();
  await expect(dish).toBeVisible();
  await expect(page).toHaveURL(/\/shop$/);
  await dish.click();
  await page.getByRole('button', { name: /Back to the menu/ }).click();
  await expect(page).toHaveURL(/\/shop$/);
});
