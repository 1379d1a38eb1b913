import { expect, type Page } from '@playwright/test';
import { applied, at, choose, expectAccessible, resetHouse, savedStatus, test } from '../support/house.ts';

test.beforeEach(resetHouse);

/** Sells a bowl at the till, with a topping and perhaps a note. */
async function sell(page: Page, topping: string, note?: string): Promise<void> {
  const picks = [
    { group: 'bowl-size', choice: 'regular' },
    { group: 'noodle', choice: 'wheat' },
    { group: 'toppings', choice: topping },
  ];
  const answer = await page.request.post(at('/api/device/orders'), {
    headers: { 'Idempotency-Key': crypto.randomUUID() },
    data: {
      location: 'steps',
      lines: [
        { item: 'ember', picks, ...(note !== undefined && { notes: { 'kitchen-note': note } }) },
        { item: 'toast', picks: [{ group: 'spread', choice: 'plain' }] },
      ],
    },
  });
  expect(answer.ok(), await answer.text()).toBe(true);
}

async function sellFour(page: Page): Promise<void> {
  await sell(page, 'egg', 'No leek');
  await sell(page, 'egg', 'no leek.');
  await sell(page, 'egg');
  await sell(page, 'mushroom');
}

test('what guests choose leads to its orders and to the group; a note that repeats is typed in as a choice', async ({
  page,
}) => {
  await page.goto(at('/takings'));
  await expect(page.getByText('Nothing of this in the period.')).toBeVisible();
  await sellFour(page);
  // It is read again by itself when orders come in.
  await expect(page.getByRole('definition').filter({ hasText: /^4$/ })).toBeVisible();
  await expectAccessible(page);
  await choose(page, 'Told by', 'By location');
  await expect(page.getByRole('table').getByRole('row', { name: /Lantern Steps/ })).toContainText('4');
  await page.reload();
  await expect(page.getByRole('heading', { name: 'Takings by location' })).toBeVisible();

  await page.getByRole('tab', { name: 'Groups' }).click();
  const card = page.getByRole('region', { name: /toppings/i }).first();
  await expect(card).toContainText('asked in 4 orders');
  await expect(card).toContainText('never picked');
  await expectAccessible(page);
  await card.getByRole('button', { name: /^75%/ }).click();
  const drawer = page.getByRole('complementary').or(page.getByRole('dialog'));
  await expect(drawer.getByText('3 orders')).toBeVisible();
  await expectAccessible(page);
  await page.keyboard.press('Escape');
  await expect(drawer.getByText('3 orders')).toHaveCount(0);

  const saved = page.waitForEvent('download');
  await page.getByRole('button', { name: 'CSV' }).click();
  const file = await (await saved).createReadStream();
  const csv = Buffer.concat(await file.toArray()).toString('utf8');
  expect(csv.split('\r\n')[0]).toBe('\ufeffGroup,Choice,Orders,Share where asked,Units,Paid units,Money');
  expect(csv.split('\r\n').filter((line) => line.includes(',3,75,'))).not.toHaveLength(0);

  await page.getByRole('tab', { name: 'Notes' }).click();
  const note = page.getByRole('row', { name: /no leek/ });
  await expect(note).toContainText('2');
  await expectAccessible(page);
  await note.getByRole('button', { name: 'Make it a choice' }).focus();
  await page.keyboard.press('Enter');
  await page
    .getByRole('menuitem', { name: /toppings/i })
    .first()
    .click();
  await expect(page).toHaveURL(/\/groups\//);
  await expect(page.getByRole('textbox', { name: /Type or paste choices/ })).toHaveValue('No leek');
  await page.getByRole('button', { name: 'Add these' }).click();
  await applied(page);
  await expect(page.getByLabel('Guest name, row 7')).toHaveValue('No leek');
});

test('what goes with what, how long tickets hang, and what was 86’d are told, or that there is nothing to tell', async ({
  page,
}) => {
  await sellFour(page);
  for (const [tab, words] of [
    ['Dishes', /Ember broth/],
    ['What goes with what', /Nothing of this in the period/],
    ['Kitchen', /Nothing of this in the period/],
    ['86’d', /Who saw it crossed out/],
  ] as const) {
    await page.goto(at('/takings'));
    await page.getByRole('tab', { name: tab }).click();
    await expect(page.getByText(words).first()).toBeVisible();
    await expectAccessible(page);
  }
  await page.goto(at('/takings/dishes?days=7&compare=yes'));
  await expect(page.getByRole('columnheader', { name: 'Weeks before' })).toBeVisible();
  // A server that is frozen is said to be; what is on screen stays.
  await page.route('**/api/workbench/takings/**', (route) => route.abort());
  await choose(page, 'Channel', 'Online');
  await expect(page.getByRole('alert')).toContainText('There was no answer');
  await page.unroute('**/api/workbench/takings/**');
  await choose(page, 'Channel', 'At the till');
  await expect(page.getByRole('alert')).toHaveCount(0);
  await page
    .getByRole('row', { name: /Ember broth/ })
    .getByRole('link')
    .click();
  await expect(page).toHaveURL(/\/menu\/ember/);
});

test('a price is tried on past orders before it is changed, and set in the draft with one click', async ({ page }) => {
  await sellFour(page);
  await page.goto(at('/takings/what-if'));
  await expectAccessible(page);
  await choose(page, 'Price of', 'Ember broth (dish)');
  await page.getByRole('textbox', { name: /New price/ }).fill('cheap');
  await expect(page.getByRole('alert')).toContainText('Write it like');
  await page.getByRole('textbox', { name: /New price/ }).fill('20.00');
  await page.getByRole('button', { name: 'Try it' }).click();
  await expect(page.getByRole('term').filter({ hasText: 'Dearer' }).locator('..')).toContainText('4');
  await expect(page.getByRole('row', { name: /Ember broth/ }).first()).toContainText('+€');
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Set this price in the draft' }).click();
  await applied(page);
  await expect(savedStatus(page)).toHaveText('Saved');
  await expect(page.getByText('It is set in the draft')).toBeVisible();
});
