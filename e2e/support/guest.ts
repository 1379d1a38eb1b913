import type { Page } from '@playwright/test';

/** On a phone the basket is a page of its own, behind the bar at the bottom. */
export async function openBasket(page: Page): Promise<void> {
  await page.locator('.to-basket').click();
}
