import { readFileSync } from 'node:fs';
import { expect } from '@playwright/test';
import { applied, at, choose, expectAccessible, publishDraft, resetHouse, test } from '../support/house.ts';

test.beforeAll(resetHouse);

const buffer = readFileSync('docs/screenshots/pass.png');
const named = (name: string) => ({ name, mimeType: 'image/png', buffer });

test('several pictures at once are matched by name, one is cut and one corrected; they are one step to undo', async ({
  page,
}) => {
  await page.goto(at('/setup/pictures'));
  await expectAccessible(page);
  await page
    .locator('hl-picture-heap input[type=file]')
    .setInputFiles([named('ember-broth.png'), named('huevo blando.png'), named('IMG_2041.png')]);
  const rows = page.getByRole('list', { name: 'Pictures to add' }).getByRole('listitem');
  await expect(rows).toHaveCount(3);
  await expect(rows.nth(0)).toContainText('Ember broth');
  await expect(rows.nth(1)).toContainText('Soft egg · ');
  await expect(page.getByText('1 without a match')).toBeVisible();
  await choose(rows.nth(2), 'Shown at: IMG_2041.png', 'Root broth');
  await page.getByRole('button', { name: 'Cut ember-broth.png' }).click();
  const cutting = page.getByRole('dialog', { name: /Cut to the shape/ });
  await expectAccessible(page);
  await cutting.getByRole('button', { name: 'Use what is in the frame' }).click();
  await expect(cutting).toBeHidden();
  // What can't be sent stays, with the reason, and can be sent again.
  await page.route('**/api/workbench/pictures', (route) =>
    route.request().method() === 'POST' ? route.abort() : route.continue(),
  );
  await page.getByRole('button', { name: 'Add 3 pictures' }).click();
  await expect(page.getByRole('alert')).toHaveCount(3);
  await page.unroute('**/api/workbench/pictures');
  await page.getByRole('button', { name: 'Add 3 pictures' }).click();
  // Two of them are the same picture, so it is stored once.
  await expect(page.getByRole('link', { name: /not described yet/ })).toHaveCount(2);
  await applied(page);
  await expect(page.getByRole('link', { name: /in \d place/ })).toHaveCount(2);

  // The one that was cut has the shape that guests see.
  await page.goto(at('/menu/ember'));
  const shown = page.locator('hl-faces .dish img');
  await expect(shown).toBeVisible();
  const shape = await shown.evaluate((image: HTMLImageElement) => image.naturalWidth / image.naturalHeight);
  expect(shape).toBeCloseTo(4 / 3, 1);

  await page.getByText('More about this dish').click();
  const words = page.getByLabel('What it shows, for those who can’t see it');
  await words.fill('A dark bowl with an egg');
  await words.press('Tab');
  await applied(page);
  await publishDraft(page);
  await page.goto(at('/shop?dish=ember'));
  await expect(page.getByRole('img', { name: 'A dark bowl with an egg' })).toBeVisible();
  await expectAccessible(page);

  await page.goto(at('/menu/root'));
  await expect(page.locator('hl-faces .dish img')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.locator('hl-faces .dish img')).toHaveCount(0);
  await applied(page);
  await page.goto(at('/menu/ember'));
  await expect(page.locator('hl-faces h2')).toHaveText('Ember broth');
  await expect(page.locator('hl-faces .dish img')).toHaveCount(0);
});
