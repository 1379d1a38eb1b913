import { expect } from '@playwright/test';
import { applied, at, choose, expectAccessible, resetHouse, savedStatus, test } from '../support/house.ts';

test.beforeEach(resetHouse);

test('the small bowl that holds three: typed with completion, proved on its dishes, built further, off and on', async ({
  page,
}) => {
  await page.goto(at('/rules'));
  const line = page.getByRole('combobox', { name: 'Type a new rule' });
  // Names are completed as they are typed; what is not understood is underlined and stays.
  await line.fill('when bowl size is large, then up to 4 to');
  await expect(page.locator('.echo .wrong')).toHaveText('to');
  await page.getByRole('option', { name: /Toppings \(two on us\)/ }).click();
  await expect(line).toHaveValue(/up to 4 “Toppings \(two on us\)” \[toppings\] $/);
  await line.press('Enter');
  await page.waitForURL('**/rules/rule');
  const sheet = page.locator('.sheet');
  await expect(sheet.getByRole('region', { name: 'Where it can be true' })).toContainText(/Ember broth[\s\S]*builds/);
  await expect(page.getByRole('list', { name: 'What it changes here' })).toContainText(
    '0 to 6, 2 included → 0 to 4, 2 included',
  );
  await expectAccessible(page);
  await applied(page);

  // Built further, word by word: only at the till.
  await sheet.getByRole('button', { name: '+ and, or' }).click();
  const added = sheet.getByRole('region', { name: 'When' }).getByRole('listitem').last();
  await choose(added, 'What it looks at', 'where it is ordered');
  await choose(added, 'Which', 'at the till');
  const sentence = page.getByRole('link', { name: /Bowl size is Large and ordered at the till/ });
  await expect(sentence).toBeVisible();
  await applied(page);

  // Off without being lost, and on again.
  await page.getByRole('button', { name: 'Switch off' }).click();
  await expect(sheet).toContainText('it does nothing until it is switched on again');
  await applied(page);
  await page.getByRole('button', { name: 'Switch on' }).click();
  await expect(sheet.getByRole('button', { name: 'Switch off' })).toBeVisible();
  await applied(page);

  // From the group it speaks of, and back.
  await page.goto(at('/groups/bowl-size'));
  await page.getByRole('link', { name: /Bowl size is Large and ordered at the till/ }).click();
  await page.waitForURL('**/rules/rule');
});

test('a question from the second portion on, and one that only a tick opens', async ({ page }) => {
  await page.goto(at('/rules'));
  const line = page.getByRole('combobox', { name: 'Type a new rule' });
  await line.fill('on night toast: when at least 2 portions, then show spread');
  await line.press('Enter');
  await page.waitForURL('**/rules/rule');
  await expect(page.locator('.sheet').getByRole('region', { name: 'Then' })).toBeVisible();
  await expect(page.getByRole('list', { name: 'What it changes here' })).toContainText('Spread is offered only then');
});

test('a promise is broken on purpose, or kept', async ({ page }) => {
  await page.goto(at('/menu/root'));
  const faces = page.locator('hl-faces');
  await faces.getByLabel('Thick wheat').check();
  await page.getByRole('button', { name: 'Promise this price' }).click();
  const promises = page.locator('hl-promise-list');
  await expect(promises).toContainText(/€9\.70[\s\S]*kept/);
  const price = page.getByLabel(/^Price \(/);
  await price.fill('8.20 / 8.90');
  const reach = page.getByRole('region', { name: 'What this change touches' });
  await expect(reach.getByRole('status')).toHaveText('This touches 1 dish, and breaks a promise');
  await expect(reach).toContainText('it comes to €10.00 instead of €9.70');
  await expectAccessible(page);
  await reach.getByRole('button', { name: 'Discard' }).click();
  await expect(promises).toContainText('kept');

  await price.fill('8.20 / 8.90');
  await reach.getByRole('button', { name: 'Apply', exact: true }).click();
  await expect(promises).toContainText('comes to €10.00 now');
  await applied(page);
  await page.goto(at('/check'));
  await expect(page.locator('section.stop')).toContainText('it comes to €10.00 instead of €9.70');
  await page.getByRole('link', { name: 'Root broth' }).first().click();
  await promises.getByRole('button', { name: /^Promise what it comes to now/ }).click();
  await expect(promises).toContainText(/€10\.00[\s\S]*kept/);

  await price.fill('8.40 / 8.90');
  await reach.getByRole('button', { name: 'Apply, and promise what it comes to now' }).click();
  await expect(promises).toContainText(/€10\.20[\s\S]*kept/);
  await expect(savedStatus(page)).toHaveText('Saved');
});

test('two rules that disagree are found while they are typed, mended by the offered mend; what can wait is snoozed', async ({
  page,
}) => {
  await page.goto(at('/rules'));
  const line = page.getByRole('combobox', { name: 'Type a new rule' });
  for (const text of [
    'when it is takeaway, then set the price to 9.00',
    'when Bowl size is Small, then set the price to 7.00',
  ]) {
    await line.fill(text);
    await line.press('Enter');
    await applied(page);
  }
  const found = page.locator('hl-finding-list');
  await expect(found).toContainText('This rule and “when it is takeaway, then set the price to 9.00” can hold at once');
  await expect(page.getByRole('list', { name: 'House rules' })).toContainText('1 worth a look');
  await expectAccessible(page);
  await found.getByRole('link', { name: 'See it happen' }).click();
  await expect(page.locator('hl-faces')).toContainText('As it is taken away');
  await page.goBack();
  await found.getByRole('button', { name: /give way where both hold/ }).click();
  await applied(page);
  await expect(page.getByRole('list', { name: 'House rules' })).toContainText(
    'when it is takeaway and Bowl size is not Small, then set the price to 9.00',
  );

  await page.goto(at('/groups/toppings'));
  await page.getByLabel('Kitchen name, row 1').fill('CORN');
  await applied(page);
  const row = page.locator('hl-finding-list');
  await expect(row).toContainText('Two choices print as “CORN”');
  await row.getByRole('button', { name: 'Snooze …' }).click();
  await row.getByLabel('Why can it wait?').fill('New labels come on Monday');
  await row.getByRole('button', { name: 'Snooze', exact: true }).click();
  await expect(row).toBeHidden();
  await expect(savedStatus(page)).toHaveText('Saved');
  await page.goto(at('/check'));
  await expect(page.locator('section.snoozed')).toContainText('Snoozed: New labels come on Monday');
  await page.getByRole('button', { name: 'Wake it' }).click();
  await expect(page.locator('section.warn')).toContainText('Two choices print as “CORN”');
  await expectAccessible(page);
});
