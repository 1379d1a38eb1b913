import { expect, type Locator, type Page } from '@playwright/test';
import { applied, at, beginPlans, browserOf, expectAccessible, PEOPLE, resetHouse, test } from '../support/house.ts';

test.beforeAll(resetHouse);

/** Gives a dish another price in the draft. */
async function setPrice(page: Page, dish: string, price: string): Promise<void> {
  await page.goto(at(`/menu/${dish}`));
  await page.getByLabel(/^Price \(/).fill(price);
  await page.keyboard.press('Tab');
  await applied(page);
}

const title = (page: Page) => page.getByRole('heading', { level: 2, name: /since edition|against edition/ });
const publishNow = (page: Page) => page.getByRole('button', { name: 'Publish now' });
const isPublished = (page: Page) => expect(page.getByText(/Editions? \d+( and \d+)? (is|are) published/)).toBeVisible();
const strip = (page: Page, place: string) => page.getByRole('row', { name: new RegExp(place) }).first();
/** Types a day, as the field writes it, and a time. */
async function typeTime(where: Page | Locator, day: Date, time: string): Promise<void> {
  const box = where.getByLabel('Day', { exact: true });
  const month = new Intl.DateTimeFormat('en-US', { month: 'short' }).format(day);
  await box.click();
  await box.press('ControlOrMeta+a');
  await box.pressSequentially(`${day.getDate()} ${month} ${day.getFullYear()}`);
  await box.press('Tab');
  // The calendar that opened with the field fades away.
  await expect(box.page().locator('.p-datepicker-panel')).toHaveCount(0);
  await where.getByLabel('Time', { exact: true }).fill(time);
}

test('three changes are read, two of them published to one location, the till takes them, and the old edition comes back', async ({
  page,
  context,
}) => {
  const till = await context.newPage();
  await till.goto(at('/till'));
  await till.getByLabel('Location').selectOption('Lantern Steps');
  const toast = till.getByRole('button', { name: /Night toast/ });
  // Another location is another menu, which shows its first section.
  await expect(async () => {
    await till.getByRole('button', { name: 'From the griddle' }).click();
    await expect(toast).toBeVisible({ timeout: 1_000 });
  }).toPass();
  await expect(toast).toContainText('4.30');

  await setPrice(page, 'toast', '4.80');
  await setPrice(page, 'ember', '9.90');
  await setPrice(page, 'barley-tea', '3.10');
  await page.getByRole('link', { name: '3 changes since edition 1' }).click();
  await expect(title(page)).toHaveText('3 changes since edition 1');
  const card = page.getByRole('listitem').filter({ hasText: 'Night toast' }).first();
  await expect(card).toContainText(PEOPLE.owner);
  await expect(card).toContainText('€4.30');
  await expect(card).toContainText('€4.80');
  await expectAccessible(page);

  // What the last orders would have come to.
  await page.getByRole('button', { name: 'Replay them' }).click();
  await expect(page.getByText(/Nothing was ordered there|Same/)).toBeVisible();

  // Two of them, to one location.
  await page.getByText('Publish what changed in Barley tea').click();
  await page.getByLabel('Name of the edition').fill('Toast and ember');
  await page.getByText(/Millrace Hatch has edition 1/).click();
  await expectAccessible(page);
  await publishNow(page).dblclick();
  await isPublished(page);
  await expect(strip(page, 'Lantern Steps')).toContainText('Edition 2, Toast and ember');
  await expect(strip(page, 'Millrace Hatch')).toContainText('Edition 1');
  await expect(toast).toContainText('4.80');
  await expect(page.getByRole('row', { name: /Lantern Steps Till/ })).toContainText('has it');
  // The rest stays in the draft.
  await expect(page.getByRole('link', { name: /changes? since editions 1 and 2/ })).toBeVisible();

  // Back in two clicks, with what that changes shown first.
  await page.getByRole('link', { name: 'Look at edition 1' }).click();
  await expect(title(page)).toHaveText('2 changes against edition 2');
  await page.getByRole('button', { name: 'Bring Night toast into the draft' }).click();
  await applied(page);
  await expectAccessible(page);
  await publishNow(page).click();
  await isPublished(page);
  await expect(toast).toContainText('4.30');
  await page.goto(at('/menu/toast'));
  await expect(page.getByLabel(/^Price \(/)).toHaveValue(/4\.3/);
});

test('a plan stands in the calendar, is moved, refuses a second one for the same time, and is called off', async ({
  page,
}) => {
  await setPrice(page, 'toast', '5.20');
  await page.goto(at('/editions'));
  const soon = new Date(Date.now() + 3 * 86_400_000);
  const plan = async (time: string) => {
    await page.getByText('At a time, by each location’s own clock').click();
    await typeTime(page, soon, time);
    await page.getByRole('button', { name: 'Plan it' }).click();
  };
  await plan('07:00');
  await isPublished(page);
  const inStrip = strip(page, 'Lantern Steps').getByRole('button');
  await expect(inStrip).toContainText('07:00');
  await expectAccessible(page);
  await setPrice(page, 'toast', '5.30');
  await page.goto(at('/editions'));
  await plan('07:00');
  await expect(page.getByText('Something else is planned for that location at that time.')).toBeVisible();
  await inStrip.click();
  await typeTime(page.getByRole('dialog'), soon, '08:30');
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Move it' }).click();
  await expect(inStrip).toContainText('08:30');
  await expect(page.getByRole('button', { name: /^08:30/ })).toHaveCount(1);
  await inStrip.click();
  await page.getByRole('button', { name: 'Call it off' }).click();
  await expect(strip(page, 'Lantern Steps')).toContainText('nothing planned');
});

test('what is planned for tomorrow at seven is taken by the till then, by itself', async ({ page, context }) => {
  const till = await context.newPage();
  await till.goto(at('/till'));
  await till.getByLabel('Location').selectOption('Lantern Steps');
  await till.getByRole('button', { name: 'From the griddle' }).click();
  const toast = till.getByRole('button', { name: /Night toast/ });
  await expect(toast).toBeVisible();
  await setPrice(page, 'toast', '6.10');
  await setPrice(page, 'barley-tea', '3.30');
  await page.goto(at('/editions'));
  await page.getByText('Publish what changed in Barley tea').click();
  await page.getByText(/Millrace Hatch has edition/).click();
  await page.getByText('At a time, by each location’s own clock').click();
  await typeTime(page, new Date(Date.now() + 86_400_000), '07:00');
  await page.getByRole('button', { name: 'Plan it' }).click();
  await isPublished(page);
  await expect(strip(page, 'Lantern Steps')).toContainText('07:00');
  await expect(toast).not.toContainText('6.10');
  await beginPlans();
  await expect(toast).toContainText('6.10', { timeout: 30_000 });
  await page.reload();
  await expect(strip(page, 'Millrace Hatch')).toContainText('nothing planned');
});

test('a lost answer publishes once, and a person who may not publish is told who may', async ({ page, browser }) => {
  await setPrice(page, 'toast', '5.40');
  await page.goto(at('/editions'));
  await page.route('**/api/workbench/editions', async (route) => {
    if (route.request().method() !== 'POST') return route.continue();
    await route.fetch();
    await route.abort();
  });
  await publishNow(page).click();
  await expect(page.getByText('The server does not answer just now.')).toBeVisible();
  await page.unroute('**/api/workbench/editions');
  const before = await page.getByRole('link', { name: /^Look at edition/ }).count();
  await page.getByRole('button', { name: 'Try again' }).click();
  await isPublished(page);
  await expect(page.getByRole('link', { name: /^Look at edition/ })).toHaveCount(before);
  const lead = await (await browser.newContext({ storageState: browserOf('lead') })).newPage();
  await lead.goto(at('/editions'));
  await expect(lead.getByText('Publishing: The owner or a menu editor may do this.')).toBeVisible();
  await expect(publishNow(lead)).toHaveCount(0);
});
