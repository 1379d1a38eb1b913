import { expect } from '@playwright/test';
import { at, expectAccessible, publishDraft, resetHouse, savedStatus, test } from '../support/house.ts';

test.beforeEach(resetHouse);

test('a group that comes with sections is never gone in one click, and what it comes with is seen and changed', async ({
  page,
}) => {
  await page.goto(at('/groups/allergy-note'));
  await page.getByRole('button', { name: 'Delete this group' }).click();
  const asked = page.getByRole('alertdialog', { name: 'Delete Allergy note' });
  await expect(asked).toContainText('Broths and noodle bowls');
  await asked.getByRole('button', { name: 'Cancel' }).click();
  const byItself = page.locator('hl-attach-rule');
  await expect(byItself.getByLabel('Broths and noodle bowls')).toBeChecked();
  await byItself.getByLabel('Broths and noodle bowls').uncheck();
  await expect(savedStatus(page)).toHaveText('Saved');
  await page.goto(at('/menu/ember'));
  await expect(page.locator('hl-group-card h3', { hasText: 'Allergy note' })).toHaveCount(0);
});

test('a choice is offered once it has a name, and its details stay open beside it while it is changed', async ({
  page,
}) => {
  await page.goto(at('/groups/toppings'));
  const faces = page.locator('hl-faces');
  await expect(faces.locator('.choice').first()).toBeVisible();
  const count = await faces.locator('.choice').count();
  await page.getByRole('button', { name: 'Add a row' }).click();
  await page.keyboard.press('Tab');
  const row = page.getByRole('table', { name: 'Choices' }).getByRole('row').last();
  await row.getByLabel(/^Price/).fill('1.20');
  await expect(faces.locator('.choice')).toHaveCount(count);
  await row.getByLabel(/^Guest name/).fill('Toasted nori');
  await expect(faces.locator('.choice')).toHaveCount(count + 1);
  await expect(row.getByLabel(/^Price/)).toHaveValue('1.20');
  await row.getByLabel(/^Guest name/).fill(' ');
  await expect(page.getByRole('alert')).toContainText('A choice needs a name');
  await row.getByLabel(/^Guest name/).fill('Toasted nori');
  await row.getByRole('button', { name: /^More about/ }).click();
  const exclusive = page.getByLabel(/^Exclusive/);
  await exclusive.check();
  await expect(savedStatus(page)).toHaveText('Saved');
  await expect(exclusive).toBeFocused();
  await expect(exclusive).toBeChecked();
  await expectAccessible(page);
});

test('limits that nobody can meet are red at once, on the group and the dish, and asked about before they are kept', async ({
  page,
}) => {
  await page.goto(at('/groups/noodle'));
  for (let left = 3; left > 0; left--) {
    await page
      .getByRole('button', { name: /^Delete / })
      .nth(0)
      .click();
    const used = page.getByRole('button', { name: 'Delete everywhere' });
    if (await used.isVisible().catch(() => false)) await used.click();
  }
  await expect(page.getByText(/must be picked, but (no choice|only)/).first()).toBeVisible();
  const reach = page.getByRole('region', { name: 'What this change touches' });
  await expect(reach.getByRole('status')).toContainText(/would break|can’t be saved/);
  await reach.getByRole('button', { name: 'Discard' }).click();
});

test('groups that would open each other in a circle are refused in words', async ({ page }) => {
  await page.goto(at('/groups/toppings'));
  await page.getByRole('button', { name: /^More about Soft egg/ }).click();
  await page.locator('.opens').getByLabel('Spread', { exact: true }).check();
  await page.getByRole('button', { name: 'Apply to all' }).click();
  await expect(savedStatus(page)).toHaveText('Saved');
  await page.goto(at('/groups/spread'));
  await page
    .getByRole('button', { name: /^More about/ })
    .first()
    .click();
  await page.locator('.opens').getByLabel('Toppings (two on us)', { exact: true }).check();
  await expect(page.getByText('This group opens itself again through its choices.').first()).toBeVisible();
});

test('an order reads as it was sold, whatever becomes of the menu', async ({ page }) => {
  await page.goto(at('/till'));
  await page.getByLabel('Find a dish').fill('ember');
  await page.keyboard.press('Enter');
  // What is typed after Enter is for the dish, which opens once the menu has arrived.
  await expect(page.getByRole('heading', { name: 'Ember broth' })).toBeVisible();
  await page.keyboard.press('1');
  await page.keyboard.press('!');
  await page.keyboard.type('no sesame');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await page.getByRole('button', { name: /^Send/ }).click();
  await expect(page.getByText(/Number \d+ is in the kitchen/)).toBeVisible();
  await page.goto(at('/menu/ember'));
  await page.getByLabel('Name of the dish').fill('Something else');
  await expect(savedStatus(page)).toHaveText('Saved');
  await page.goto(at('/orders'));
  await page.getByRole('link', { name: /Ember/ }).first().click();
  await expect(page.getByRole('heading', { name: 'What was ordered' })).toBeVisible();
  await expect(page.locator('.sheet')).toContainText('Ember broth');
  await expect(page.locator('hl-answer-list .loud')).toContainText('no sesame');
  await page.getByText('The receipt').click();
  await expect(page.locator('pre')).toContainText(/Number 1 ·[\s\S]*Ember broth[\s\S]*no sesame/);
  await expectAccessible(page);
});

test('what the menu took from a basket is said by name and taken out; a new name is shown', async ({ page }) => {
  await page.goto(at('/shop'));
  await page.getByRole('button', { name: /^Ember broth/ }).click();
  // Without the noodle: the page leads to the question.
  await page.getByRole('button', { name: /Add to basket/ }).click();
  await expect(page.locator('[data-problem] input').first()).toBeFocused();
  await page.getByLabel('Thick wheat').check();
  await page.getByLabel('Slow pork').check();
  await page.getByRole('button', { name: /Add to basket/ }).click();

  const workbench = await page.context().newPage();
  await workbench.goto(at('/groups/toppings'));
  await workbench.getByRole('button', { name: 'Delete Slow pork' }).click();
  const used = workbench.getByRole('button', { name: 'Delete everywhere' });
  if (await used.isVisible().catch(() => false)) await used.click();
  const reach = workbench.getByRole('region', { name: 'What this change touches' });
  await reach
    .getByRole('button', { name: /^Apply/ })
    .first()
    .click();
  await expect(savedStatus(workbench)).toHaveText('Saved');
  await workbench.goto(at('/groups/noodle'));
  await workbench.getByLabel('Guest name, row 1').fill('Hand-cut wheat');
  await expect(savedStatus(workbench)).toHaveText('Saved');
  await publishDraft(page);

  const basket = page.getByLabel('Basket');
  await expect(basket).toContainText('No longer on the menu: Slow pork.');
  await expect(basket).toContainText('Thick wheat is called Hand-cut wheat now.');
  await expect(page.getByRole('button', { name: /Place order/ })).toBeDisabled();
  await basket.getByRole('button', { name: 'Keep it without' }).click();
  await page.getByRole('button', { name: /Place order/ }).click();
  await page.waitForURL('**/shop/order/*');
});

test('the pass: what differs is reversed, a station’s type is large, dated tickets wait apart, undo is one’s own', async ({
  page,
  context,
}) => {
  const place = (order: object) =>
    page.request.post(at('/api/shop/orders'), {
      data: { channel: 'online', service: 'takeaway', location: 'steps', ...order },
      headers: { 'Idempotency-Key': crypto.randomUUID() },
    });
  const soon = new Date(Date.now() + 5 * 86_400_000).toISOString().slice(0, 10);
  const filling = (choice: string) => ({ group: 'filling', choice });
  for (const name of ['Ilse', 'Oren'])
    await place({
      name,
      lines: [
        {
          item: 'ember',
          picks: [
            { group: 'bowl-size', choice: 'regular' },
            { group: 'noodle', choice: 'wheat' },
          ],
        },
      ],
    });
  await place({
    name: 'Marisol',
    lines: [
      {
        item: 'fold-tray',
        dates: { 'tray-day': soon },
        notes: { 'lead-note': 'call' },
        picks: [filling('cheese'), filling('onion')],
      },
    ],
  });
  await page.goto(at('/pass'));
  await page.getByLabel('Stations').getByText('Kettles').click();
  const kettles = page.getByRole('region', { name: 'Kettles' });
  await expect(kettles.locator('.changed').first()).toHaveText(/^\s*NO /);
  const [changed, usual] = await Promise.all(
    ['.word.changed', '.word:not(.changed)'].map((which) =>
      kettles
        .locator(which)
        .first()
        .evaluate((word) => {
          const { backgroundColor, fontSize, fontWeight } = getComputedStyle(word);
          return { backgroundColor, size: parseFloat(fontSize), weight: Number(fontWeight) };
        }),
    ),
  );
  expect(changed?.backgroundColor).not.toBe(usual?.backgroundColor);
  expect(changed?.weight).toBeGreaterThan(usual?.weight ?? 0);
  expect(usual?.size).toBeGreaterThanOrEqual(26);

  // Another cook bumps number 2; undo here takes back only what was bumped here.
  const other = await context.newPage();
  await other.goto(at('/pass'));
  await page.getByRole('button', { name: 'Bump number 1 at Kettles' }).click();
  await other.getByRole('button', { name: 'Bump number 2 at Kettles' }).click();
  await expect(kettles.getByRole('article')).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo my last bump' }).click();
  await expect(page.getByRole('button', { name: 'Bump number 1 at Kettles' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Bump number 2 at Kettles' })).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Undo my last bump' })).toHaveCount(0);

  await page.getByLabel('Stations').getByText('All', { exact: true }).click();
  await expect(page.getByRole('main')).not.toContainText('FOLD TRAY');
  await page.getByRole('button', { name: /For a later day/ }).click();
  await expect(page.locator('.later li').first()).toContainText('Marisol');
  await expectAccessible(page);
});
