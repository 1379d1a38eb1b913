import { expect, type Page } from '@playwright/test';
import { at, choose, expectAccessible, resetHouse, savedStatus, test } from '../support/house.ts';

test.beforeAll(resetHouse);

const saved = (page: Page) => expect(savedStatus(page)).toHaveText('Saved');

test('an operator attaches a typed list to 9 dishes, lets one differ, changes the shared price and undoes it', async ({
  page,
}) => {
  await page.goto(at('/groups'));
  await page.getByRole('button', { name: '+ New group' }).click();
  await page.getByRole('menuitem', { name: /^Choices/ }).click();
  await page.getByLabel('Internal name').fill('Dips');
  const list = Array.from({ length: 12 }, (_, i) => `Dip ${i + 1} ${(0.5 + i / 10).toFixed(2)}`).join('\n');
  await page.getByLabel(/Type or paste choices/).fill(list);
  await page.getByRole('button', { name: 'Add these' }).click();
  await expect(page.getByLabel('Price, row 12')).toHaveValue('1.60');

  // On whole sections, except two dishes.
  await page.getByRole('button', { name: 'Add to other dishes …' }).click();
  const attaching = page.getByRole('dialog', { name: /Add “Dips”/ });
  for (const section of [
    'Broths and noodle bowls',
    'Porridge till half past ten',
    'From the griddle',
    'Teas and other drinks',
  ]) {
    await attaching.getByLabel(`All of ${section}`).check();
  }
  await attaching.getByLabel('Milk tea', { exact: true }).uncheck();
  await attaching.getByLabel('Ember broth', { exact: true }).uncheck();
  await expect(attaching.getByRole('status')).toHaveText('8 dishes picked.');
  await attaching.getByLabel('Set lunch', { exact: true }).check();
  await attaching.getByRole('button', { name: 'Add to these 9 dishes' }).click();
  await expect(page.locator('.names a')).toHaveCount(9);
  // What nine dishes will cost is shown before it is kept.
  const attached = page.getByRole('region', { name: 'What this change touches' });
  await expect(attached.getByRole('status')).toHaveText('This changes what guests pay on 9 dishes');
  await page.keyboard.press('Alt+Enter');
  await saved(page);
  await expectAccessible(page);

  // One dish offers fewer, and one of them at another price.
  await page.goto(at('/menu/toast'));
  await page.getByRole('button', { name: 'Open Dips' }).click();
  await page.getByRole('tab', { name: /Only on Night toast/ }).click();
  await page.getByLabel('Dip 12', { exact: true }).uncheck();
  await page.getByLabel('Price here: Dip 1', { exact: true }).fill('0.20');
  await page.keyboard.press('Tab');
  await expect(page.getByRole('list', { name: 'Differences of this dish' })).toContainText(
    /Dip 12: offered\s*not offered here/,
  );
  await expect(page.getByRole('list', { name: 'Differences of this dish' })).toContainText(/Dip 1: 0.50\s*0.20/);
  await saved(page);
  await expectAccessible(page);

  // The shared price: its reach is shown before it is saved.
  await page.goto(at('/groups/new-group'));
  await expect(page.getByRole('row', { name: /Night toast Dip 12 offered not offered here/ })).toBeVisible();
  await page.getByLabel('Price, row 12').fill('3.00');
  const reach = page.getByRole('region', { name: 'What this change touches' });
  await expect(reach.getByRole('status')).toHaveText('This changes what guests pay on 9 dishes');
  await expect(reach.getByRole('listitem').filter({ hasText: 'Root broth' })).toContainText('€7');
  await expectAccessible(page);
  await reach.getByRole('button', { name: 'Apply to all' }).click();
  await saved(page);
  await page.getByLabel('Price, row 12').blur();
  await page.keyboard.press('Control+z');
  await expect(page.getByLabel('Price, row 12')).toHaveValue('1.60');
  await saved(page);

  // Used in, both ways, and no way to lose it by accident.
  await page.getByRole('button', { name: 'Delete this group' }).click();
  await expect(page.getByRole('alertdialog', { name: 'Delete Dips' })).toContainText('one undo brings it back');
  await page.getByRole('button', { name: 'Delete everywhere' }).click();
  await reach.getByRole('button', { name: 'Apply to all' }).click();
  await saved(page);
  await page.goto(at('/menu/toast'));
  await expect(page.getByRole('button', { name: 'Open Dips' })).toHaveCount(0);
});

test('a shared change is kept for one dish only, where it becomes a difference', async ({ page }) => {
  await page.goto(at('/menu/pot-oats/porridge-top'));
  await page.getByLabel('How many are included').fill('2');
  const reach = page.getByRole('region', { name: 'What this change touches' });
  await reach.getByRole('button', { name: 'Apply to Pot porridge only' }).click();
  await expect(page.getByRole('tab', { name: /Only on Pot porridge differs/ })).toBeVisible();
  await saved(page);
  await page.goto(at('/groups/porridge-top'));
  await expect(page.getByRole('row', { name: /Pot porridge Included/ })).toBeVisible();
  await page.getByRole('button', { name: /Drop on Pot porridge: Included/ }).click();
  await expect(page.getByRole('row', { name: /Pot porridge/ })).toHaveCount(0);
});

test('a change that would break a dish is shown before it is kept, and put back', async ({ page }) => {
  await page.goto(at('/groups/cup-size'));
  const first = page.getByLabel('Guest name, row 1');
  await expect(first).toHaveValue('Short');
  for (const name of ['Short', 'Tall']) {
    await page.getByRole('button', { name: `Delete ${name}` }).click();
    await page
      .getByRole('alertdialog', { name: `Delete ${name}` })
      .getByRole('button', { name: 'Delete everywhere' })
      .click();
  }
  const reach = page.getByRole('region', { name: 'What this change touches' });
  await expect(reach.getByRole('status')).toContainText('something would break');
  await expect(reach).toContainText('Nobody can order this');
  await reach.getByRole('button', { name: 'Discard' }).click();
  await expect(first).toHaveValue('Short');
});

test('many answers are changed at once: ticked, filled down, hidden and shown again', async ({ page }) => {
  await page.goto(at('/groups/spread'));
  await expect(page.locator('hl-faces').getByLabel('Nothing')).toHaveCount(1);
  await page.getByLabel('Select row 1').check();
  await page.getByLabel('Select row 2').check();
  await choose(page, 'Which field', 'Kitchen name');
  await page.getByLabel('New value for all').fill('SPR');
  await page.getByRole('button', { name: 'Set on all' }).click();
  await expect(page.getByLabel('Kitchen name, row 2')).toHaveValue('SPR');
  await page.getByRole('button', { name: 'Clear selection', exact: true }).click();
  await page.getByLabel('Kitchen name, row 1').fill('TOP');
  await page.getByLabel('Kitchen name, row 2').press('Control+d');
  await expect(page.getByLabel('Kitchen name, row 2')).toHaveValue('TOP');
  await page.getByLabel('Select row 3').check();
  await page.getByRole('button', { name: 'Hide', exact: true }).click();
  const reach = page.getByRole('region', { name: 'What this change touches' });
  await reach.getByRole('button', { name: 'Apply to all' }).click();
  await expect(page.locator('hl-choice-grid').getByText('hidden', { exact: true })).toBeVisible();
  await expect(page.locator('hl-faces').getByLabel('Nothing')).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(page.locator('hl-faces').getByLabel('Nothing')).toHaveCount(1);
});

test('anything is found by any of its names, and the journal names who changed what', async ({ page }) => {
  await page.goto(at('/menu'));
  await expect(page.getByRole('heading', { name: 'Broths and noodle bowls' })).toBeVisible();
  await page.keyboard.press('Control+k');
  await page.getByRole('combobox', { name: 'A dish, group, choice or ingredient' }).fill('avena');
  await expect(page.getByRole('option').first()).toBeVisible();
  await expectAccessible(page);
  await page.keyboard.press('Enter');
  await page.waitForURL('**/groups/milk?choice=*');
  await expect(page.getByLabel('Guest name, row 2')).toBeFocused();
  await page.getByLabel('Prompt for guests').fill('Milk in it?');
  await saved(page);
  await page.getByRole('link', { name: 'History' }).click();
  const entry = page.getByRole('listitem').filter({ hasText: 'Changed the prompt of “Milk”' }).first();
  await expect(entry).toContainText('Odile Marten');
  await entry.getByText('What changed').click();
  await expect(entry).toContainText('Milk in it?');
  await expectAccessible(page);
  await entry.getByRole('button', { name: /^Undo: / }).click();
  await expect(page.getByText('Undone: Changed the prompt of “Milk”')).toBeVisible();
});

test('an ingredient and a picture say where they are used', async ({ page }) => {
  await page.goto(at('/menu/toast'));
  await page.getByText('More about this dish').click();
  await page
    .locator('hl-picture-box input[type=file]')
    .setInputFiles({ name: 'no.png', mimeType: 'image/png', buffer: Buffer.from('not a picture') });
  await expect(page.getByRole('alert')).toContainText('not a picture that can be read');
  // The server looks at the file itself.
  await page.getByRole('button', { name: 'Use all of it' }).click();
  await expect(page.getByRole('alert')).toContainText('not a picture we can show');
  const dot = 'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNkYPhfDwAChwGA60e6kgAAAABJRU5ErkJggg==';
  await page
    .locator('hl-picture-box input[type=file]')
    .setInputFiles({ name: 'dot.png', mimeType: 'image/png', buffer: Buffer.from(dot, 'base64') });
  await page.getByRole('button', { name: 'Use all of it' }).click();
  await expect(page.locator('hl-faces').getByRole('img', { name: 'Night toast' })).toBeVisible();
  await saved(page);
  await page.goto(at('/setup/pictures'));
  await page.getByRole('link', { name: /Night toast.*not described yet/ }).click();
  await expect(page.locator('hl-use-list').getByRole('link', { name: 'Night toast' })).toBeVisible();
  await page.getByRole('link', { name: 'Ingredients' }).click();
  await page.getByRole('link', { name: /Bone broth/ }).click();
  await expect(page.getByRole('link', { name: 'Bowl size · Regular' })).toBeVisible();
  await expectAccessible(page);
});
