import { expect, type Locator, type Page } from '@playwright/test';
import { applied, at, emptyHouse, expectAccessible, test } from '../support/house.ts';

test.beforeAll(emptyHouse);

/** Taps and keys as a person makes them; each letter is a key. */
function counting() {
  let [taps, keys] = [0, 0];
  return {
    tap: async (target: Locator) => {
      taps++;
      await target.click();
    },
    type: async (target: Locator, text: string) => {
      taps++;
      keys += text.length;
      await target.fill(text);
    },
    sum: () => `${taps} taps and ${keys} keys`,
  };
}

test('from an empty house to a ticket that was read, each step left and taken up again', async ({ page, context }) => {
  const { tap, type, sum } = counting();
  const begin = performance.now();
  await page.goto(at('/'));
  await expect(page.getByRole('heading', { name: 'First steps' })).toBeVisible();
  await expectAccessible(page);
  const button = (name: string | RegExp, on: Page = page) => on.getByRole('button', { name });

  await type(page.getByLabel('What is the house called?'), 'Reed House');
  await type(page.getByLabel(/First location/), 'Mill Yard');
  await tap(button('Keep this'));
  await applied(page);
  await expect(page.getByRole('banner')).toContainText('Reed House');

  // Left, and taken up again where it was.
  await page.goto(at('/menu'));
  await tap(page.getByRole('link', { name: 'First steps' }));
  await type(page.getByLabel('Name of the section'), 'Soups');
  await type(page.getByLabel(/Its dishes/), 'Pea soup 7.50\nFish soup 9.80\nBread');
  await expect(page.getByText('No price yet: Bread')).toBeVisible();
  await expectAccessible(page);
  await tap(button('Put them on the menu'));
  await applied(page);

  await type(page.getByLabel('What do you ask your guests?'), 'Which size?');
  await type(page.getByLabel(/The choices, one per line/), 'Small\nLarge 2.00');
  await expectAccessible(page);
  // What is typed survives a reload, and a change that is thought better of.
  await page.reload();
  await expect(page.getByLabel('What do you ask your guests?')).toHaveValue('Which size?');
  await tap(button('Ask this'));
  const reach = page.getByRole('region', { name: 'What this change touches' });
  await reach.getByRole('button', { name: 'Discard' }).click();
  await expect(page.getByLabel(/The choices, one per line/)).toHaveValue('Small\nLarge 2.00');
  await button('Ask this').click();
  await applied(page);
  await page.goto(at('/menu'));
  await page.getByRole('link', { name: 'First steps' }).click();

  await tap(button('Publish the first edition'));
  const opens = context.waitForEvent('page');
  await tap(page.getByRole('link', { name: 'Open the shop' }));
  const shop = await opens;
  await tap(button(/Pea soup/, shop));
  await tap(shop.getByRole('radio', { name: /Large/ }));
  await tap(button(/Add to basket/, shop));
  await tap(button(/Place order/, shop));
  await expect(shop.getByText('Thank you.')).toBeVisible();

  const opensPass = context.waitForEvent('page');
  await tap(page.getByRole('link', { name: 'Open the pass' }));
  const pass = await opensPass;
  await expect(pass.getByRole('region', { name: 'Kitchen' })).toContainText('Large');
  await tap(button(/^Bump/, pass).first());
  await expect(page.getByText('That is the whole way')).toBeVisible();
  await expect(page.getByRole('link', { name: 'First steps' })).toHaveCount(0);
  process.stdout.write(`first steps: ${sum()}, ${((performance.now() - begin) / 1000).toFixed(0)} s by the machine\n`);

  await tap(button('Once more: Type the first dishes'));
  await expect(page.getByLabel('Name of the section')).toBeVisible();
});
