import { expect, type Page } from '@playwright/test';
import { openBasket } from '../support/guest.ts';
import { applied, at, browserOf, choose, expectAccessible, publishDraft, resetHouse, test } from '../support/house.ts';

test.beforeAll(resetHouse);
// Who may look, but needs the shift lead's PIN for everything here.
test.use({ who: 'editor' });

const PHONE = { width: 390, height: 844 };

async function enterPin(page: Page): Promise<void> {
  await page.getByRole('dialog').locator('#pin').fill('2468');
  await page.getByRole('dialog').getByRole('button', { name: 'Continue' }).click();
  await expect(page.locator('#pin')).toHaveCount(0);
}

test('online orders are paused from the board: the shop says until when, keeps the basket, and goes on afterwards', async ({
  page: shop,
  browser,
}) => {
  await shop.goto(at('/shop'));
  await shop.getByRole('button', { name: /^Ember broth/ }).click();
  await shop.getByRole('radio', { name: /^Thick wheat/ }).check();
  await shop.getByRole('button', { name: /Add to basket/ }).click();
  const place = shop.getByLabel('Your basket').getByRole('button', { name: /Place order/ });
  await expect(place).toBeEnabled();
  const board = await (await browser.newContext({ viewport: PHONE })).newPage();
  await board.goto(at('/board'));
  const online = board.getByRole('region', { name: 'Online orders' });
  await online.getByRole('button', { name: 'Pause online orders …' }).click();
  await online.getByText('15 min').click();
  await expectAccessible(board);
  await online.getByRole('button', { name: 'Pause', exact: true }).click();
  await enterPin(board);
  await expect(online).toContainText(/paused until \d\d:\d\d/);
  await expect(shop.getByText(/No online orders are taken just now/)).toBeVisible();
  await expect(place).toBeDisabled();
  await expectAccessible(shop);
  await online.getByRole('button', { name: 'Take online orders again' }).click();
  await expect(place).toBeEnabled();
});

test('a hidden choice stands in for one that is off, in the shop and on the board, while it is off', async ({
  page,
  browser,
}) => {
  await page.goto(at('/groups/noodle'));
  const grid = page.locator('hl-choice-grid');
  await grid
    .getByRole('row', { name: /Flat rice/ })
    .getByRole('checkbox')
    .first()
    .check();
  await page.getByRole('button', { name: 'Hide', exact: true }).click();
  await applied(page);
  await publishDraft(page);
  const shop = await (await browser.newContext({ viewport: PHONE })).newPage();
  await shop.goto(at('/shop'));
  await shop.getByRole('button', { name: /^Ember broth/ }).click();
  await expect(shop.getByRole('radio', { name: /^Thick wheat/ })).toBeVisible();
  await expect(shop.getByRole('radio', { name: /rice/ })).toHaveCount(0);

  await page.goto(at('/board'));
  await page.getByLabel(/Find a dish/).fill('thick');
  await page.getByRole('button', { name: /^Thick wheat/ }).click();
  const bar = page.getByRole('region', { name: '86 Thick wheat' });
  await choose(bar, 'Offer instead', /hidden until now/);
  await expectAccessible(page);
  await bar.getByRole('button', { name: '86 Thick wheat' }).click();
  await enterPin(page);
  const off = page.getByRole('region', { name: 'Off now' });
  await expect(off).toContainText(/instead: .*rice/);
  const standIn = shop.getByRole('radio', { name: /rice/ });
  await expect(shop.getByText('Instead of Thick wheat')).toBeVisible();
  await standIn.check();
  await shop.getByRole('button', { name: /Add to basket/ }).click();
  await openBasket(shop);
  await expect(shop.getByLabel('Your basket').getByRole('button', { name: /Place order/ })).toBeEnabled();
  await off.getByRole('button', { name: /^Put back/ }).click();
  await expect(shop.getByLabel('Your basket')).toContainText(/rice/);
  await expect(shop.getByLabel('Your basket').getByRole('button', { name: /Place order/ })).toBeDisabled();
});

test('a new ticket is heard on the pass if it wants that, and a void otherwise; the rail marks what is off', async ({
  browser,
}) => {
  const context = await browser.newContext({ storageState: browserOf('owner') });
  const page = await context.newPage();
  await page.addInitScript(() => {
    const tones: number[] = [];
    Object.assign(window, { tones });
    const create = AudioContext.prototype.createOscillator;
    AudioContext.prototype.createOscillator = function () {
      const oscillator = create.call(this);
      const start = oscillator.start.bind(oscillator);
      oscillator.start = (when?: number) => {
        tones.push(oscillator.frequency.value);
        start(when);
      };
      return oscillator;
    };
  });
  const tones = () => page.evaluate(() => (window as unknown as { tones: number[] }).tones);
  const send = async (body: object) =>
    (
      await context.request.post(at('/api/device/orders'), {
        headers: { 'Idempotency-Key': crypto.randomUUID() },
        data: { location: 'steps', ...body },
      })
    ).json() as Promise<{ id: string }>;
  const toast = { lines: [{ item: 'toast', picks: [{ group: 'spread', choice: 'plain' }] }] };
  await page.goto(at('/pass'));
  const griddle = page.getByRole('region', { name: 'Griddle' });
  await send(toast);
  await expect(griddle.getByRole('article')).toHaveCount(1);
  expect(await tones()).toEqual([]);
  await page.getByText('Sound off').click();
  const { id } = await send(toast);
  await expect(griddle.getByRole('article')).toHaveCount(2);
  expect(await tones()).toEqual([660, 880]);
  await context.request.post(at(`/api/device/orders/${id}/voids`), {
    headers: { 'Idempotency-Key': crypto.randomUUID() },
    data: { lines: [{ line: 0, quantity: 1 }], reason: 'Mistake', stock: 'back' },
  });
  await expect(griddle.getByRole('article')).toHaveCount(3);
  expect(await tones()).toEqual([660, 880, 520, 330]);
  await page.reload();
  await expect(page.getByText('Sound on')).toBeVisible();

  await context.request.post(at('/api/device/offs'), {
    headers: { 'Idempotency-Key': crypto.randomUUID() },
    data: { whats: [{ item: 'toast' }], locations: ['steps'] },
  });
  await page.goto(at('/menu'));
  await expect(page.getByRole('link', { name: '86 board' })).toContainText('1 off now');
});

test('a case that is delivered counts as what it holds; the count goes shelf by shelf', async ({ page }) => {
  await page.goto(at('/pantry'));
  await page.getByRole('button', { name: 'Butter', exact: true }).click();
  const dialog = page.getByRole('dialog', { name: 'Butter' });
  await dialog.getByText('Where it stands, and its cases and bags').click();
  await dialog.getByLabel('Where it stands').fill('Cold room 2');
  await dialog.getByLabel('Delivered by the').first().fill('case');
  await dialog
    .getByLabel(/which holds/)
    .first()
    .fill('2500');
  await expectAccessible(page);
  await dialog.getByRole('button', { name: 'Keep shelf and cases' }).click();
  const kept = page.waitForResponse(
    (answer) => answer.url().includes('/api/device/') && answer.url().includes('thing') && answer.ok(),
  );
  await enterPin(page);
  await kept;
  await expect(page.getByRole('rowheader', { name: 'Cold room 2' })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('rowheader', { name: 'Cold room 2' })).toBeVisible();
  const row = page.getByRole('row', { name: /^Butter/ });
  const before = Number(await row.locator('strong').first().textContent());
  await page.getByText('Delivery', { exact: true }).click();
  await page.getByLabel(/^Butter, g/).fill('2');
  await choose(page, 'Butter, delivered by the', 'case of 2500 g');
  await expect(row).toContainText(`+5000 → ${before + 5000}`);
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Keep' }).click();
  await enterPin(page);
  await expect(row.locator('strong').first()).toHaveText(String(before + 5000));
});
