import { expect, test } from '@playwright/test';
import { at, expectAccessible, resetHouse } from '../support/house.ts';

test.beforeAll(resetHouse);

const SCREENS = [
  ['/menu', 'Choose a dish, or begin a new one'], ['/menu/ember', 'Its questions, in order'], ['/menu/ember/toppings', 'A shared group'],
  ['/groups', 'Every question, once'], ['/history', 'Everything that was changed'], ['/setup', 'What the house has'], ['/setup/stations/kettles', 'Where it is used'], ['/groups/bowl-size', 'Where it is asked'], ['/check', 'What each dish can cost'],
  ['/shop', 'Your basket'], ['/pass', 'Pass'], ['/till', 'Tap a dish'], ['/orders', 'Choose one at the left'], ['/setup/printers', 'Choose one to read its paper'], ['/api-docs', 'ordering'],
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
  await page.getByRole('button', { name: /A notice/ }).click();
  await page.getByLabel('Our name for it').fill('Forgotten question');
  await page.getByRole('link', { name: 'Line check' }).click();
  await page.getByRole('link', { name: 'Forgotten question' }).first().click();
  await expect(page.getByLabel('Our name for it')).toHaveValue('Forgotten question');
});
