import { expect, type Locator, type Page } from '@playwright/test';
import { burst } from '../support/burst.ts';
import { at, resetHouse, savedStatus, test } from '../support/house.ts';

test.beforeAll(resetHouse);

/** Drags as a person does: press, move in small steps, release. */
async function drag(page: Page, from: Locator, to: Locator): Promise<void> {
  const [start, end] = [await from.boundingBox(), await to.boundingBox()];
  if (!start || !end) throw new Error('nothing to drag');
  await page.mouse.move(start.x + start.width / 2, start.y + start.height / 2);
  await page.mouse.down();
  await page.mouse.move(end.x + end.width / 2, end.y + end.height / 2 + 6, { steps: 12 });
  await page.mouse.up();
}

test('questions and answers are dragged into another order, and stay there', async ({ page }) => {
  await page.goto(at('/menu/milk-tea'));
  const cards = page.locator('hl-group-card h3');
  await expect(cards).toHaveText([/Cup size/, /Milk/]);
  await drag(
    page,
    page.getByRole('button', { name: /^Move Cup size/ }),
    page.getByRole('button', { name: /^Move Milk/ }),
  );
  await expect(cards).toHaveText([/Milk/, /Cup size/]);
  await page.getByRole('button', { name: 'Open Milk' }).click();
  const handles = page.locator('hl-choice-grid td.handle');
  await drag(page, handles.nth(0), handles.nth(2));
  await expect(page.getByLabel('Guest name, row 3')).toHaveValue('Whole milk');
  await page.getByLabel('Guest name, row 3').press('Alt+ArrowUp');
  await expect(page.getByLabel('Guest name, row 2')).toHaveValue('Whole milk');
  await expect(savedStatus(page)).toHaveText('Saved');
  await page.reload();
  await expect(page.getByLabel('Guest name, row 2')).toHaveValue('Whole milk');
});

test('lines pasted into the grid become rows with their prices', async ({ page }) => {
  await page.goto(at('/groups/porridge-top'));
  const first = page.getByLabel('Guest name, row 1');
  await first.focus();
  await first.evaluate((cell) => {
    const clipboardData = new DataTransfer();
    clipboardData.setData('text', 'Baked plum 1.40\nCocoa nibs\nRye crumb -0.20\nCream -10%');
    cell.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }));
  });
  await expect(page.getByLabel('Guest name, row 2')).toHaveValue('Baked plum');
  await expect(page.getByLabel('Price, row 2')).toHaveValue('1.40');
  await expect(page.getByLabel('Price, row 5')).toHaveValue('-10%');
  // Included choices can't have a negative price: the change is refused with a message, and the previous value returns.
  const reach = page.getByRole('region', { name: 'What this change touches' });
  await expect(reach).toContainText('none of its choices may take money off');
  await reach.getByRole('button', { name: 'Discard' }).click();
  await expect(first).toHaveValue('Stewed pear');
  await expect(page.getByLabel('Guest name, row 2')).toHaveValue('Toasted seeds');
});

test('answers typed faster than the screen is drawn each get their own row', async ({ page }) => {
  await page.goto(at('/groups/porridge-top'));
  const rows = page.locator('hl-choice-grid tbody tr');
  await expect(rows).not.toHaveCount(0);
  const before = await rows.count();
  await page.getByLabel(`Guest name, row ${before}`).focus();
  await burst(page, 'Enter', ...'Rye', 'Enter', ...'Oats');
  await expect(page.getByLabel(`Guest name, row ${before + 1}`)).toHaveValue('Rye');
  await expect(page.getByLabel(`Guest name, row ${before + 2}`)).toHaveValue('Oats');
  const box = page.getByLabel(/Type or paste choices/);
  await box.focus();
  await burst(page, ...'Figs 1.20', 'Control+Enter', ...'Honey', 'Control+Enter');
  await expect(page.getByLabel(`Guest name, row ${before + 3}`)).toHaveValue('Figs');
  await expect(page.getByLabel(`Guest name, row ${before + 4}`)).toHaveValue('Honey');
  await expect(box).toHaveValue('');
});
