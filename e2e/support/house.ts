import { AxeBuilder } from '@axe-core/playwright';
import { expect, type Locator, type Page, test as base } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { Client } from 'pg';
import type { Menu, StoredMenu } from '@hearty-ladle/core';
import { connectWithPatience, newDataSource } from '../../apps/server/dist/db/data-source.js';
import { type DemoContent, restoreDemo } from '../../apps/server/dist/demo/restore-demo.js';

/** The demo's people, by what they do. */
export const PEOPLE = {
  owner: 'Odile Marten',
  editor: 'Tavi Rourke',
  lead: 'Ines Calder',
  till: 'Pim Aldous',
  kitchen: 'Juno Vale',
} as const;
/** The PIN of the shift lead. */
export const LEAD_PIN = '2468';

/** The browser of whoever is signed in as one of them; `nobody`: of a stranger. */
export type Whose = keyof typeof PEOPLE | 'nobody';
export const browserOf = (who: Whose) =>
  who === 'nobody' ? { cookies: [], origins: [] } : JSON.parse(ofHouse(`_${who}`));

/** Journeys whose browser is the owner's, unless they are `test.use({ who })`. */
export const test = base.extend<{ who: Whose }>({
  who: ['owner', { option: true }],
  storageState: async ({ who }, use) => use(browserOf(who)),
  // Nothing on any page breaks the content security policy or its trusted types.
  page: async ({ page }, use) => {
    const broken: string[] = [];
    page.on('console', (message) => {
      if (/Content Security Policy|Trusted ?(Types|HTML|Script)/i.test(message.text())) broken.push(message.text());
    });
    await use(page);
    expect(broken).toEqual([]);
  },
});

/** A setting of the house that belongs to this worker. */
const ofHouse = (setting = '') => process.env[`HOUSE_${process.env['TEST_PARALLEL_INDEX'] ?? '0'}${setting}`] ?? '';

/** A URL of the application under test. */
export const at = (path: string) => `${ofHouse()}${path}`;

/** Checks the page with axe against the rules of WCAG 2.2 A and AA. */
export async function expectAccessible(page: Page): Promise<void> {
  const { violations } = await new AxeBuilder({ page })
    // Only what is wrong is worked out in full.
    .options({ resultTypes: ['violations'] })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'])
    // Within this page, without a second one to put results together in: no page here frames another.
    .setLegacyMode(true)
    .analyze();
  expect(
    violations.map(
      ({ id, nodes }) =>
        `${id}: ${nodes
          .map(({ html }) => html)
          .slice(0, 3)
          .join(' ')}`,
    ),
  ).toEqual([]);
}

/** Restores the demo, so that a file of journeys starts from a known state. */
export const resetHouse = () => restore(JSON.parse(readFileSync('demo/small-house.json', 'utf8')) as Menu);

/** A house in which nothing is said yet. */
export const emptyHouse = () => restore('empty');

async function restore(content: DemoContent): Promise<void> {
  const database = newDataSource(ofHouse('_DATABASE'), { isPatient: true, poolSize: 1 });
  await connectWithPatience(database);
  await restoreDemo(database, content, true);
  await database.destroy();
}

/** Moves the clock past every plan: they are as if their time had come. */
export async function beginPlans(): Promise<void> {
  const client = new Client({ connectionString: ofHouse('_DATABASE') });
  await client.connect();
  await client.query(`UPDATE publication SET "at" = now() WHERE "at" > now()`);
  await client.end();
}

/** Publishes the draft to all locations, as whoever is signed in. */
export async function publishDraft(page: Page): Promise<void> {
  const stored = await page.request.get(at('/api/workbench/menu'));
  const { revision, menu } = (await stored.json()) as StoredMenu;
  const locations = (menu.locations ?? []).map(({ id }) => id);
  const about = { id: crypto.randomUUID(), name: '', note: '', left: [], reason: 'a journey', evenInRush: true };
  const answer = await page.request.post(at('/api/workbench/editions'), { data: { ...about, revision, locations } });
  expect(answer.ok(), await answer.text()).toBe(true);
}

/** The save status in the workbench's header. */
export const savedStatus = (page: Page): Locator => page.getByRole('banner').getByRole('status');

/** Waits until the last change is saved; one whose reach is shown is applied to all. */
export async function applied(page: Page): Promise<void> {
  const reach = page.getByRole('region', { name: 'What this change touches' });
  const apply = reach.getByRole('button', { name: /^Apply/ }).first();
  // The status passes through several texts, and a harmless change is applied by itself: both are read until one holds.
  await expect(async () => {
    if (await apply.isVisible()) await apply.click({ timeout: 2000 });
    await expect(savedStatus(page)).toHaveText('Saved', { timeout: 300 });
  }).toPass({ timeout: 20_000, intervals: [50] });
}

/** Chooses an option of a labelled list. */
export async function choose(within: Page | Locator, label: string | RegExp, option: string | RegExp): Promise<void> {
  const list = within.getByRole('combobox', { name: label }).first();
  await list.click();
  await list.page().getByRole('option', { name: option, exact: true }).click();
  // A closing list is still there for a moment, with options of the same names.
  await expect(list).toHaveAttribute('aria-expanded', 'false');
  await expect(list.page().getByRole('option', { name: option, exact: true })).toHaveCount(0);
}
