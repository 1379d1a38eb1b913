import { readFileSync } from 'node:fs';
import { expect, type Locator, type Page } from '@playwright/test';
import { at, choose, resetHouse, savedStatus, test } from '../support/house.ts';

test.beforeEach(resetHouse);

const picture = { name: 'egg.png', mimeType: 'image/png', buffer: readFileSync('docs/screenshots/pass.png') };

async function upload(page: Page, within: Locator): Promise<void> {
  const asked = page.waitForEvent('filechooser');
  await within.getByText(/Choose or drop one/).click();
  await (await asked).setFiles(picture);
  await page.getByRole('button', { name: 'Use all of it' }).click();
}

const picturesOf = (page: Page) =>
  page
    .getByRole('table', { name: 'Choices' })
    .locator('td.name')
    .evaluateAll((cells) => cells.map((cell) => cell.querySelector('img') !== null));

test('a picture goes to all selected choices, and a slow one to the choice it was meant for', async ({ page }) => {
  await page.goto(at('/groups/toppings'));
  await page.getByLabel('Select row 1').check();
  await page.getByLabel('Select row 3').check();
  const bulk = page.getByRole('form', { name: 'Change the selected choices' });
  await choose(bulk, 'Which field', 'Picture');
  await upload(page, bulk);
  await expect(async () => {
    expect((await picturesOf(page)).slice(0, 4)).toEqual([true, false, true, false]);
  }).toPass();

  await page.goto(at('/groups/porridge-top'));
  let letGo: () => void = () => undefined;
  const held = new Promise<void>((resolve) => {
    letGo = resolve;
  });
  await page.route('**/api/workbench/pictures*', async (route) => {
    await held;
    await route.continue();
  });
  const more = page.getByRole('button', { name: /^More about/ });
  await more.nth(0).click();
  await upload(page, page.locator('hl-choice-details'));
  await more.nth(1).click();
  letGo();
  await expect(async () => expect((await picturesOf(page)).slice(0, 2)).toEqual([true, false])).toPass();
});

test('a new group is named by typing; groups and dishes are moved by keys and dragging, the focus stays', async ({
  page,
}) => {
  await page.goto(at('/groups'));
  await page.getByRole('button', { name: '+ New group' }).click();
  await expect(page.getByRole('menu')).toBeFocused();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Internal name')).toBeFocused();
  await page.keyboard.type('Dumpling dip');
  await expect(page.getByRole('heading', { name: 'Dumpling dip', level: 1 })).toBeVisible();

  await page.goto(at('/menu/ember'));
  const names = page.locator('hl-group-card h3');
  const order = async () =>
    (await names.allTextContents()).map((name) => name.trim().split(/\s+shared/)[0]).slice(0, 3);
  await expect(names.first()).toContainText('Bowl size');
  const handle = page.getByRole('button', { name: /^Move Toppings/ });
  await handle.focus();
  await page.keyboard.press('Alt+ArrowUp');
  expect(await order()).toEqual(['Bowl size', 'Toppings (two on us)', 'Noodle']);
  await expect(handle).toBeFocused();
  const [from, to] = [
    await page.getByRole('button', { name: /^Move Noodle/ }).boundingBox(),
    await names.first().boundingBox(),
  ];
  if (!from || !to) throw new Error('nothing to drag');
  await page.mouse.move(from.x + 8, from.y + 8);
  await page.mouse.down();
  await page.mouse.move(from.x + 12, from.y - 20, { steps: 4 });
  await page.mouse.move(to.x + 8, to.y - 4, { steps: 10 });
  await page.mouse.up();
  await expect(async () => expect(await order()).toEqual(['Noodle', 'Bowl size', 'Toppings (two on us)'])).toPass();

  const dish = page.locator('hl-section-dishes').getByRole('button', { name: /^Root broth/ });
  await dish.focus();
  await page.keyboard.press('Alt+ArrowUp');
  await expect(page.locator('hl-section-dishes').first()).toContainText(/Root broth[\s\S]*Ember broth/);
  await expect(dish).toBeFocused();
  await expect(savedStatus(page)).toHaveText('Saved');
});

test('before something used is deleted, the question has the focus, and Escape leaves everything as it was', async ({
  page,
}) => {
  await page.goto(at('/groups/toppings'));
  const remove = page.getByRole('button', { name: 'Delete this group' });
  await remove.click();
  const asked = page.getByRole('alertdialog', { name: 'Delete Toppings (two on us)' });
  await expect(asked.getByRole('button', { name: 'Cancel' }).last()).toBeFocused();
  await page.keyboard.press('Escape');
  await expect(asked).toBeHidden();
  await expect(remove).toBeFocused();
});

test('the shop says when it serves and which days it takes', async ({ page }) => {
  await page.clock.install({ time: new Date('2026-03-10T13:00:00') });
  await page.goto(at('/shop'));
  await expect(page.getByText('Served 07:00–10:30.').first()).toBeVisible();
  await page.getByRole('button', { name: /^Tray of folds/ }).click();
  const day = page.getByLabel('For which day?');
  await expect(day).toHaveAttribute('min', '2026-03-12');
  await day.fill('2026-03-11');
  await expect(page.getByText(/For which day: between Thu, Mar 12, 2026 and/)).toBeVisible();
});

test('an order that nobody answers says so after seconds', async ({ page }) => {
  await page.goto(at('/shop'));
  await page.getByRole('button', { name: /^Barley tea/ }).click();
  await page.getByLabel('Short').check();
  await page.getByRole('button', { name: /Add to basket/ }).click();
  await page.route('**/api/shop/orders', () => undefined);
  await page.getByRole('button', { name: /Place order/ }).click();
  await expect(page.getByText(/We are slow to answer. Your basket is safe/)).toBeVisible({ timeout: 15_000 });
});
