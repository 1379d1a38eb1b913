import { AxeBuilder } from '@axe-core/playwright';
import { expect, type Locator, type Page } from '@playwright/test';
import { run } from '../../scripts/lib/run.mjs';

/** An address of the application under test. */
export const at = (path: string) => `${process.env['HOUSE'] ?? ''}${path}`;

/** Nothing that keeps people with disabilities out: axe with the rules of WCAG 2.2 A and AA. */
export async function expectAccessible(page: Page): Promise<void> {
  const { violations } = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa']).analyze();
  expect(violations.map(({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html).slice(0, 3).join(' ')}`)).toEqual([]);
}

/** Brings the demo back, so that a file of journeys begins with what it knows. */
export function resetHouse(): void {
  run('node', ['apps/server/dist/load-demo.js', 'demo/menu.json', '--replace'], { env: { DATABASE_URL: process.env['HOUSE_DATABASE'] ?? '' } });
}

/** Where the workbench says what is saved and what waits. */
export const savedStatus = (page: Page): Locator => page.getByRole('banner').getByRole('status');
