import { expect, type Page } from '@playwright/test';
import { at, browserOf, expectAccessible, LEAD_PIN, PEOPLE, resetHouse, test } from '../support/house.ts';

test.beforeAll(resetHouse);

const PASSWORD = 'barley tea at nine';
const PHONE = { width: 390, height: 844 };

/** Enters the shift lead's PIN where it is asked for. */
async function enterPin(page: Page, pin = LEAD_PIN): Promise<void> {
  await page.locator('#pin').fill(pin);
  await page.keyboard.press('Enter');
}

async function signInAs(page: Page, name: string, password: string): Promise<void> {
  await page.getByRole('textbox', { name: 'Name' }).fill(name);
  await page.getByRole('textbox', { name: 'Password' }).fill(password);
  await page.keyboard.press('Enter');
}

test.describe('a stranger', () => {
  test.use({ who: 'nobody' });

  test('is asked to sign in, and goes on with the screen that was wanted', async ({ page }) => {
    await page.goto(at('/orders'));
    await expect(page).toHaveURL(/\/sign-in\?from=%2Forders/);
    await expect(page.getByText('This is a demo. Its people are made up')).toBeVisible();
    await expectAccessible(page);
    await signInAs(page, PEOPLE.lead, 'not this one');
    await expect(page.getByRole('alert')).toHaveText('The name or the password is not right.');
    await page.getByRole('button', { name: new RegExp(PEOPLE.lead) }).focus();
    await page.keyboard.press('Enter');
    await expect(page).toHaveURL(/\/orders$/);
    await expect(page.getByRole('button', { name: `You are ${PEOPLE.lead}` })).toBeVisible();
    await page.reload();
    await expect(page.getByRole('button', { name: `You are ${PEOPLE.lead}` })).toBeVisible();
    await page.getByRole('button', { name: `You are ${PEOPLE.lead}` }).click();
    await expectAccessible(page);
    await page.getByRole('menuitem', { name: 'Sign out' }).click();
    await expect(page).toHaveURL(/\/sign-in$/);
    await page.goto(at('/menu'));
    await expect(page).toHaveURL(/\/sign-in/);
  });

  test('who is a guest needs none of it', async ({ page }) => {
    await page.goto(at('/shop'));
    await expect(page.getByRole('button', { name: /^Ember broth/ })).toBeVisible();
    expect(await page.context().cookies()).toEqual([]);
  });
});

test('a till is paired by a code, rings up an open price with a PIN, and is withdrawn', async ({ page, browser }) => {
  await page.goto(at('/setup/devices'));
  await page.getByRole('button', { name: 'Make a code' }).click();
  await expect(page.getByRole('alert')).toHaveText('Give it a name, so that you know it again.');
  await page.getByLabel('Its name here').fill('Counter till');
  await page.getByRole('button', { name: 'Make a code' }).click();
  const shown = page.getByRole('status').filter({ hasText: /^[A-Z2-9]{4}-[A-Z2-9]{4}$/ });
  const code = (await shown.textContent()) ?? '';
  await expectAccessible(page);

  const till = await (await browser.newContext({ storageState: browserOf('nobody') })).newPage();
  await till.goto(at('/till'));
  await till.getByLabel('Code').fill(code.toLowerCase());
  await till.getByRole('button', { name: 'Pair this device' }).click();
  await expect(till).toHaveURL(/\/till$/);
  await expect(till.getByRole('button', { name: 'You are Counter till' })).toBeVisible();
  await expect(till.getByLabel('Location')).toHaveCount(0);
  await till.getByLabel('Find a dish').fill('off the');
  await till.keyboard.press('Enter');
  await enterPin(till, '0000');
  await expect(till.getByRole('dialog').getByRole('alert')).toHaveText('That PIN is not right.');
  await expectAccessible(till);
  await enterPin(till);
  await expect(till.getByText('Ines Calder is at work here')).toBeVisible();
  await till.getByLabel(/What does it cost/).fill('4.50');
  await till.keyboard.press('Tab');
  await till.getByRole('button', { name: 'Add', exact: true }).click();
  await till.getByRole('button', { name: /^Send/ }).click();
  await expect(till.getByText(/Number \d+ is in the kitchen/)).toBeVisible();
  // The PIN was good for that order.
  await expect(till.getByText('Ines Calder is at work here')).toHaveCount(0);
  expect(JSON.stringify(await till.context().storageState())).not.toContain(LEAD_PIN);
  // The till finds its orders, and nothing else of the workbench.
  await till.getByRole('link', { name: 'Sent orders' }).click();
  await expect(till.getByRole('link', { name: /1 Off the menu/ })).toBeVisible();
  await till.goto(at('/setup/people'));
  await expect(till.getByRole('heading', { name: 'This screen is not for your role' })).toBeVisible();
  await expectAccessible(till);

  await page.getByRole('link', { name: 'Trail' }).click();
  await expect(page.getByRole('listitem').first()).toContainText(
    /Ines Calder named a price in order \d+.*Counter till/,
  );
  await expectAccessible(page);
  await page.getByRole('link', { name: 'Devices' }).click();
  await page.getByRole('button', { name: 'Withdraw Counter till' }).click();
  await expect(page.getByText('No device is paired yet.')).toBeVisible();
  await till.goto(at('/till'));
  await expect(till).toHaveURL(/\/sign-in/);
});

test('somebody is added, signs in at two browsers, and signs out everywhere at once', async ({ page, browser }) => {
  await page.goto(at('/setup/people'));
  await page.getByRole('button', { name: 'Add somebody' }).click();
  const form = page.getByRole('form', { name: 'Somebody new' });
  await form.getByLabel('Name').fill('Wren Halloway');
  await form.getByText('Shift lead').click();
  await form.getByLabel(/^Password/).fill('passwordpassword');
  await form.getByLabel(/^PIN/).fill('8642');
  await expectAccessible(page);
  await form.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('status').filter({ hasText: 'among the first' })).toBeVisible();
  await form.getByLabel(/^Password/).fill(PASSWORD);
  await form.getByText('Kitchen').click();
  const where = form.getByRole('group', { name: 'Where as Kitchen' });
  await where.getByText('Millrace Hatch').click();
  await where.getByText('Lantern Steps').click();
  await expect(where.getByLabel('everywhere')).not.toBeChecked();
  // The answer is lost after the server has stored it: saving again is the same, and what was typed is still there.
  await page.route('**/api/workbench/people', async (route) => {
    if (route.request().method() === 'POST') await route.fetch();
    await route.abort();
  });
  await form.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('The server does not answer just now. Nothing was changed')).toBeVisible();
  await page.unroute('**/api/workbench/people');
  await form.getByRole('button', { name: 'Save' }).dblclick();
  await expect(page.getByText('Wren Halloway is saved.')).toBeVisible();
  await expect(page.getByRole('listitem').filter({ hasText: 'Wren Halloway' })).toHaveCount(1);
  await expect(page.getByRole('listitem').filter({ hasText: 'Wren Halloway' })).toContainText(
    'Shift lead, Kitchen at Millrace Hatch, Kitchen at Lantern Steps',
  );
  await expect(page.getByRole('listitem').filter({ hasText: 'Wren Halloway' })).toContainText('password and PIN');

  const signedIn = async () => {
    const own = await (await browser.newContext({ storageState: browserOf('nobody') })).newPage();
    await own.goto(at('/sign-in'));
    await signInAs(own, 'wren halloway', PASSWORD);
    await expect(own).toHaveURL(/\/menu$/);
    return own;
  };
  const [here, there] = [await signedIn(), await signedIn()];
  await here.goto(at('/setup/account'));
  const everywhere = here.getByRole('button', { name: 'Sign out everywhere' });
  await expect(everywhere).toBeVisible();
  await expectAccessible(here);
  await everywhere.click();
  await expect(here).toHaveURL(/\/sign-in/);
  await there.getByRole('link', { name: 'Orders' }).click();
  await expect(there).toHaveURL(/\/sign-in\?from=/);
  await signInAs(there, 'Wren Halloway', PASSWORD);
  await expect(there).toHaveURL(/\/orders/);
});

test('who is signed in while the server is away goes on by themselves when it is back', async ({ page }) => {
  await page.route('**/api/session', (route) => route.abort());
  await page.goto(at('/orders'));
  await expect(page.getByRole('alert')).toContainText('The server does not answer just now.');
  await expect(page.getByRole('button', { name: 'Sign in' })).toHaveCount(0);
  await expectAccessible(page);
  await page.unroute('**/api/session');
  await expect(page).toHaveURL(/\/orders$/);
  // Nobody signs out over what is not saved yet.
  await page.goto(at('/menu/toast'));
  await page.route('**/api/workbench/changes', (route) => route.abort());
  await page.getByLabel(/^Price \(/).fill('4.40');
  await page.keyboard.press('Tab');
  await expect(page.getByRole('banner').getByRole('status')).toContainText('1 change waits here');
  await page.getByRole('button', { name: `You are ${PEOPLE.owner}` }).click();
  await page.getByRole('menuitem', { name: 'Sign out' }).click();
  await expect(page.getByRole('alert')).toContainText('Changes of yours are not saved yet.');
  await page.unroute('**/api/workbench/changes');
  await expect(page.getByRole('banner').getByRole('status')).toHaveText('Saved');
});

test.describe('a menu editor', () => {
  test.use({ who: 'editor' });

  test('may not void: it is asked who may, and done by whose PIN is right', async ({ page, browser }) => {
    const till = await browser.newContext({ storageState: browserOf('till') });
    const order = await till.request.post(at('/api/device/orders'), {
      headers: { 'Idempotency-Key': crypto.randomUUID() },
      data: { location: 'steps', lines: [{ item: 'toast', picks: [{ group: 'spread', choice: 'plain' }] }] },
    });
    const { id } = (await order.json()) as { id: string };
    await page.goto(at(`/orders/${id}`));
    await expect(page.getByRole('link', { name: 'Add a round' })).toHaveCount(0);
    await expect(page.getByRole('button', { name: /Blank the guest/ })).toHaveCount(0);
    await page.getByRole('button', { name: 'Void …' }).click();
    await page.getByRole('button', { name: 'All of it' }).click();
    await page.getByRole('button', { name: /tell the kitchen/ }).click();
    const dialog = page.getByRole('dialog', { name: 'Who does this?' });
    await dialog.getByRole('combobox', { name: 'Who' }).click();
    await expect(page.getByRole('option')).toHaveText([/Ines Calder/, /Odile Marten/, /Wren Halloway/]);
    await page.getByRole('option', { name: PEOPLE.lead }).click();
    await expectAccessible(page);
    await dialog.getByText('Cancel').click();
    await expect(page.locator('hl-order-sheet')).not.toContainText('voided');
    await page.getByRole('button', { name: /tell the kitchen/ }).click();
    await enterPin(page);
    await expect(page.locator('hl-order-sheet')).toContainText('To pay after voids€0.00');
  });

  test('sees no people and no settings to change, and is told whose they are', async ({ page }) => {
    await page.goto(at('/setup/house'));
    await expect(page.getByText('The owner may do this.')).toBeVisible();
    await expect(page.getByLabel('Max lines per order')).toBeDisabled();
    await expect(page.getByRole('link', { name: 'People' })).toHaveCount(0);
    await expectAccessible(page);
  });
});

test.describe('a shift lead', () => {
  test.use({ who: 'lead' });

  test('looks at the menu, and is told who may change it', async ({ page }) => {
    await page.goto(at('/menu/toast'));
    await page.getByLabel(/^Price \(/).fill('9.99');
    await page.keyboard.press('Tab');
    await expect(page.getByRole('alert')).toContainText('Nothing was changed. The owner or a menu editor may do this.');
    await expect(page.getByLabel(/^Price \(/)).not.toHaveValue('9.99');
  });
});

test.describe('the kitchen', () => {
  test.use({ who: 'kitchen', viewport: PHONE });

  test('comes to the pass, where bumping needs no PIN', async ({ page, browser }) => {
    const till = await browser.newContext({ storageState: browserOf('till') });
    await till.request.post(at('/api/device/orders'), {
      headers: { 'Idempotency-Key': crypto.randomUUID() },
      data: { location: 'steps', lines: [{ item: 'toast', picks: [{ group: 'spread', choice: 'plain' }] }] },
    });
    await page.goto(at('/'));
    await expect(page).toHaveURL(/\/pass$/);
    const bumps = page.getByRole('button', { name: /^Bump/ });
    await expect(bumps.first()).toBeVisible();
    const before = await bumps.count();
    await bumps.last().click();
    await expect(bumps).toHaveCount(before - 1);
    await expectAccessible(page);
  });
});
