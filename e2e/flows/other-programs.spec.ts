import { type ChildProcess, spawn } from 'node:child_process';
import { expect } from '@playwright/test';
import { at, expectAccessible, PEOPLE, resetHouse, browserOf, test } from '../support/house.ts';

test.beforeAll(resetHouse);

let receiver: ChildProcess | undefined;
test.afterEach(() => void receiver?.kill());

/** The receiver that ships, and what it wrote down. */
async function startReceiver(secret: string, port: number): Promise<() => string> {
  const env = { ...process.env, WEBHOOK_SECRET: secret };
  receiver = spawn(process.execPath, ['docs/examples/receive-webhooks.mjs', String(port)], { env });
  let out = '';
  receiver.stdout?.on('data', (part: Buffer) => (out += part.toString()));
  await expect.poll(() => out).toContain('Listening');
  return () => out;
}

test('a program is added, tried with the receiver that ships, told of an order, and deleted', async ({
  page,
  browser,
}) => {
  const port = 20_000 + Math.floor(Math.random() * 20_000);
  await page.goto(at('/setup/programs'));
  await expect(page.getByText('No program is told anything yet.')).toBeVisible();
  await page.getByRole('button', { name: 'Add a program' }).click();
  await page.getByLabel('Name').fill('Accounts');
  await page.getByLabel('Address').fill(`http://127.0.0.1:${port}/in`);
  await page.getByRole('button', { name: 'Save' }).press('Enter');
  await expect(page.getByText('This address is in the house’s own network.')).toBeVisible();
  // What was typed is still there.
  await expect(page.getByLabel('Name')).toHaveValue('Accounts');
  await page.getByLabel('It may be in the house’s own network').check();
  await page.getByRole('button', { name: 'Save' }).click();
  const secret = page.getByRole('region', { name: 'Secret of Accounts' });
  await expect(secret).toContainText('whsec_');
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Send a test' }).click();
  await expect(page.getByText('Nothing answers at this address.')).toBeVisible();

  const heard = await startReceiver(await secret.locator('output').innerText(), port);
  await page.getByRole('button', { name: 'Send a test' }).click();
  await expect(page.getByText(/It arrived: the program answered 204/)).toBeVisible();
  const order = spawn(process.execPath, ['docs/examples/order-a-dish.mjs', at(''), 'ember', 'steps']);
  await new Promise((resolve) => order.on('close', resolve));
  await expect(page.getByRole('cell', { name: 'An order is placed' })).toBeVisible();
  await expect(page.getByRole('cell', { name: /^arrived/ })).toBeVisible();
  expect(heard()).toMatch(/Order \d+: Ember broth: [\d.]+ EUR/);
  await expectAccessible(page);

  // The secret is not shown again.
  await page.reload();
  await page.getByRole('button', { name: 'Open Accounts' }).click();
  await expect(page.getByLabel('Address')).toHaveValue(`http://127.0.0.1:${port}/in`);
  await expect(secret).toBeHidden();
  // An editor reads it and changes nothing.
  const other = await (await browser.newContext({ storageState: browserOf('editor') })).newPage();
  await other.goto(at('/setup/programs'));
  await other.getByRole('button', { name: 'Open Accounts' }).click();
  await expect(other.getByLabel('Name')).toBeDisabled();
  await expect(other.getByRole('button', { name: 'Save' })).toBeHidden();
  await other.context().close();

  await page.getByRole('button', { name: 'Delete' }).click();
  await page.getByRole('button', { name: 'Delete for good' }).click();
  await expect(page.getByText('No program is told anything yet.')).toBeVisible();
  await page.goto(at('/setup/trail'));
  await expect(page.getByText(`${PEOPLE.owner} deleted the program Accounts`)).toBeVisible();
});
