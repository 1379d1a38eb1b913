import { expect } from '@playwright/test';
import { at, expectAccessible, resetHouse, test } from '../support/house.ts';

test.beforeAll(resetHouse);

const SCREENS = [
  ['/menu', 'Choose a dish, or add one'],
  ['/menu/ember', 'Modifier groups'],
  ['/menu/ember/toppings', 'A shared group'],
  ['/groups', 'Modifier groups'],
  ['/history', 'Everything that was changed'],
  ['/setup', 'Choose something on the left'],
  ['/setup/house', 'These settings take effect at once'],
  ['/setup/stations/kettles', 'Used in'],
  ['/groups/bowl-size', 'Used on'],
  ['/check', 'What each dish can cost'],
  ['/editions', 'Editions so far'],
  ['/rules', 'Type a new rule'],
  ['/cross-table?rows=noodle&columns=toppings', 'Filled goes together'],
  ['/prices', 'Percentages and factors follow'],
  ['/shop', 'Your basket'],
  ['/pass', 'Pass'],
  ['/till', 'Tap a dish'],
  ['/orders', 'Choose an order'],
  ['/takings', 'Business days'],
  ['/board', 'Off now'],
  ['/pantry', 'Butter'],
  ['/setup/printers', 'Choose a station to say what prints there'],
  ['/api-docs', 'quotes, orders'],
] as const;

for (const [path, words] of SCREENS) {
  test(`${path} can be used by everybody`, async ({ page }) => {
    const faults: string[] = [];
    page.on('pageerror', (error) => faults.push(error.message));
    page.on('console', (message) => message.type() === 'error' && faults.push(message.text()));
    await page.goto(at(path));
    await expect(page.getByText(words).first()).toBeVisible();
    await expectAccessible(page);
    expect(faults).toEqual([]);
  });
}

test('line check finds a question that is asked nowhere, and leads to it', async ({ page }) => {
  await page.goto(at('/groups'));
  await page.getByRole('button', { name: '+ New group' }).click();
  await page.getByRole('menuitem', { name: /^Notice/ }).click();
  await page.getByLabel('Internal name').fill('Forgotten question');
  await page.getByRole('link', { name: 'Line check' }).click();
  await page.getByRole('link', { name: 'Forgotten question' }).first().click();
  await expect(page.getByLabel('Internal name')).toHaveValue('Forgotten question');
});

test('the usual columns of the choice grid fit beside a scrollbar at 1280 pixels', async ({ page }) => {
  // The test browser shows no scrollbars; a usual one takes about 16 pixels.
  await page.setViewportSize({ width: 1280 - 16, height: 800 });
  for (const path of ['/groups/toppings', '/menu/ember/toppings']) {
    await page.goto(at(path));
    const grid = page.getByRole('table', { name: 'Choices' });
    await expect(grid).toBeVisible();
    expect(await grid.evaluate((element) => element.scrollWidth - element.clientWidth)).toBe(0);
  }
});

test('a group that is asked once per order says so', async ({ page }) => {
  await page.goto(at('/groups/cutlery'));
  await expect(page.getByRole('button', { name: /Cutlery.*once per order/ })).toBeVisible();
  await expect(page.getByText('Asked once per order.')).toBeVisible();
});

for (const [path, opener, dialog] of [
  ['/menu/ember', /^Add Toppings .* to other dishes/, /^Add “Toppings/],
  ['/menu/ember', /^Copy these groups/, /^Copy the groups/],
  ['/menu/ember', /^Find/, 'Find anything'],
] as const) {
  test(`the dialog ${dialog} takes the focus, keeps it, and gives it back`, async ({ page }) => {
    await page.goto(at(path));
    const button = page.getByRole('button', { name: opener });
    await button.focus();
    await page.keyboard.press('Enter');
    const opened = page.getByRole('dialog', { name: dialog });
    await expect(opened).toBeVisible();
    const holdsFocus = () => opened.evaluate((element) => element.contains(document.activeElement));
    await expect.poll(holdsFocus).toBe(true);
    for (let i = 0; i < 40; i++) await page.keyboard.press('Tab');
    expect(await holdsFocus()).toBe(true);
    await expectAccessible(page);
    await page.keyboard.press('Escape');
    await expect(opened).toHaveCount(0);
    await expect(button).toBeFocused();
  });
}

test('the menu of kinds and the list of shortcuts can be used by everybody', async ({ page }) => {
  await page.goto(at('/groups'));
  const button = page.getByRole('button', { name: '+ New group' });
  await button.focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('menuitem', { name: /^Choices/ })).toBeVisible();
  await expectAccessible(page);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('menuitem')).toHaveCount(0);
  await expect(button).toBeFocused();
  await page.keyboard.press('Shift+?');
  const shortcuts = page.getByRole('dialog', { name: 'Keyboard shortcuts' });
  await expect(shortcuts).toContainText('Find anything');
  await expectAccessible(page);
  await page.keyboard.press('Escape');
  await expect(shortcuts).toHaveCount(0);
});
