import { expect, type Page } from '@playwright/test';
import { applied, at, choose, expectAccessible, publishDraft, resetHouse, test } from '../support/house.ts';

test.beforeAll(resetHouse);

const setUp = async (page: Page, path: string) => {
  await page.goto(at(`/setup/${path}`));
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
};
const typeIn = async (page: Page, label: string, text: string) => {
  await page.getByLabel(label, { exact: true }).fill(text);
  await page.keyboard.press('Tab');
  await applied(page);
};

test('a location that is like another is copied, gets its clock and its day’s end, and is deleted again', async ({
  page,
}) => {
  await setUp(page, 'locations/millrace');
  await page.getByRole('button', { name: 'Copy it' }).click();
  await applied(page);
  await page.getByRole('link', { name: 'Millrace Hatch, copied' }).click();
  await typeIn(page, 'Name', 'Quay cart');
  await choose(page, 'Its clock', 'Europe/Lisbon');
  await applied(page);
  await page.getByLabel('The day ends at').fill('late');
  await page.keyboard.press('Tab');
  await expect(page.getByText('“late” is not a time')).toBeVisible();
  await typeIn(page, 'The day ends at', '3:30');
  await expect(page.getByLabel('The day ends at')).toHaveValue('03:30');
  await expect(page.getByText(/Kettles: printer|Kettles: no printer/)).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Delete' }).click();
  await applied(page);
  await expect(page.getByRole('link', { name: 'Quay cart' })).toHaveCount(0);
});

test('price lists, times of day and kinds of guest say where they are used and can be taken back', async ({ page }) => {
  await setUp(page, 'price-lists/courier');
  await expect(page.getByText('Nothing uses it.')).toHaveCount(0);
  await setUp(page, 'hours/morning');
  await typeIn(page, 'Until', '10:45');
  await page.getByRole('checkbox', { name: 'Sun' }).click();
  await applied(page);
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Undo' }).click();
  await applied(page);
  await expect(page.getByRole('checkbox', { name: 'Sun' })).toBeChecked();
  await setUp(page, 'guests');
  await page.getByRole('button', { name: '+ New kind of guest' }).click();
  await applied(page);
  await page.getByRole('link', { name: 'New kind of guest' }).click();
  await typeIn(page, 'Name', 'Neighbours');
  await expect(page.getByText('Nothing uses it.')).toBeVisible();
});

test('a dish that is not sold at a location, or not online, is gone there with the next edition', async ({
  page,
  context,
}) => {
  await setUp(page, 'sold-where');
  await page.getByLabel('Find a dish').fill('Night toast');
  await page.getByRole('checkbox', { name: 'Night toast: Online' }).click();
  await applied(page);
  await page.getByLabel('Find a dish').fill('Ember broth');
  await page.getByRole('checkbox', { name: 'Ember broth: Lantern Steps' }).click();
  await applied(page);
  await expectAccessible(page);
  await publishDraft(page);
  const shop = await context.newPage();
  await shop.goto(at('/shop'));
  await shop.getByRole('button', { name: /^Lantern Steps/ }).click();
  await expect(shop.getByRole('button', { name: /Root broth/ }).first()).toBeVisible();
  await expect(shop.getByText('Night toast')).toHaveCount(0);
  await expect(shop.getByText('Ember broth')).toHaveCount(0);
});

test('a language is added, its texts are pasted in a block, and it goes with all of them', async ({ page }) => {
  await setUp(page, 'languages');
  await choose(page, 'Add a language', 'Suomi');
  await applied(page);
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Suomi');
  await expect(page.getByText(/\d+ of \d+ texts are missing/)).toBeVisible();
  await expectAccessible(page);
  await page.getByLabel('Find a text').fill('Toppings · Choice');
  const boxes = page.locator('td').getByRole('textbox');
  const names = await boxes.count();
  expect(names).toBeGreaterThan(2);
  await boxes.first().focus();
  await page.evaluate(() => {
    const clipboardData = new DataTransfer();
    clipboardData.setData('text/plain', 'yksi\nkaksi');
    const event = new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true });
    document.activeElement?.dispatchEvent(event);
  });
  await applied(page);
  await expect(boxes.first()).toHaveValue('yksi');
  await expect(boxes.nth(1)).toHaveValue('kaksi');
  await boxes.nth(2).fill('kolme');
  await page.keyboard.press('Tab');
  await page.keyboard.press('Tab');
  await applied(page);
  await expect(boxes.nth(3)).toBeFocused();
  await page.getByRole('checkbox', { name: 'Only what is missing' }).click();
  await expect(boxes).toHaveCount(names - 3);
  await page.getByRole('button', { name: 'Remove this language' }).click();
  await page.getByRole('button', { name: 'Remove Suomi' }).click();
  await applied(page);
  await expect(page.getByRole('link', { name: /Suomi/ })).toHaveCount(0);
});

test('the questions of an order are put in another order, and one more is asked', async ({ page }) => {
  await setUp(page, 'order-questions');
  const asked = page.getByRole('main').getByRole('listitem').getByRole('link');
  const [first = '', second = ''] = await asked.allTextContents();
  await page.getByRole('button', { name: `Move ${first} down` }).press('Enter');
  await applied(page);
  await expect(asked).toHaveText([second, first]);
  await page.getByRole('button', { name: `No longer ask ${first}` }).click();
  await applied(page);
  await expect(asked).toHaveText([second]);
  await choose(page, 'Ask something more', first);
  await applied(page);
  await expect(asked).toHaveText([second, first]);
  await expectAccessible(page);
});

test('a station gets a printer on the network, which is tried', async ({ page }) => {
  await setUp(page, 'printers/steps:kettles');
  await page.getByRole('button', { name: 'Test print' }).click();
  await expect(page.getByRole('status').filter({ hasText: 'It printed.' })).toBeVisible();
  await expect(page.getByText('12345678901234567890123456789012').first()).toBeVisible();
  await choose(page, 'What prints here', 'A printer on the network');
  await page.getByLabel('Its address').fill('not a host');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('“not a host” is not an address');
  // Nothing listens on the discard port.
  await page.getByLabel('Its address').fill('127.0.0.1:9');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toHaveCount(0);
  await page.getByRole('button', { name: 'Test print' }).click();
  await expect(page.getByRole('status').filter({ hasText: 'cannot be reached' })).toBeVisible();
  await expectAccessible(page);
  await choose(page, 'What prints here', 'The simulated printer');
  await expect(page.getByRole('combobox', { name: 'Simulated printer of Kettles, Lantern Steps' })).toBeVisible();
});

test('prices come back from a spreadsheet: every row is seen, what is refused is said, the rest is one change', async ({
  page,
}) => {
  await setUp(page, 'in-and-out');
  await expectAccessible(page);
  const saved = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Spreadsheet (XLSX)' }).click();
  expect((await saved).suggestedFilename()).toBe('menu.xlsx');
  await page
    .locator('input[type=file]')
    .setInputFiles({
      name: 'from-the-office.csv',
      mimeType: 'text/csv',
      buffer: Buffer.from(
        'Id;Name (en);Price (house);Mood\r\nroot;Root broth;8,40;calm\r\ntoast;Night toast;1.234;\r\n',
      ),
    });
  await expect(page.getByText('1 row changes, 0 are new, 0 are as before, 1 is refused.')).toBeVisible();
  await expect(page.getByRole('row', { name: /Price \(house\)/ }).first()).toContainText('8.40');
  await expect(page.getByText('“1.234” can be read as')).toBeVisible();
  await expect(page.getByText('“Mood” in from-the-office.csv')).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Bring in all but the refused rows' }).click();
  await applied(page);
  await page.goto(at('/menu/root'));
  await expect(page.getByLabel(/^Price \(/)).toHaveValue(/8\.40/);
  await page.goto(at('/history'));
  await expect(page.getByText('Brought in from-the-office.csv').first()).toBeVisible();
  await setUp(page, 'in-and-out');
  await page.getByLabel('Or paste cells').fill('Mystery\tThing\nx\ty\n');
  await page.getByRole('button', { name: 'Read what is pasted' }).click();
  await expect(page.getByText('It can’t be told which table this is')).toBeVisible();
});

test('the allergen sheet, the menu and a station’s guide are on paper, as the location is served them', async ({
  page,
}) => {
  await page.goto(at('/paper/allergens'));
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Allergens: Lantern Steps');
  await expect(page.getByText(/Edition \d+ · /)).toBeVisible();
  await expect(page.getByRole('row', { name: /Root broth/ })).toContainText('Celery');
  await expectAccessible(page);
  for (const [name, words] of [
    ['Menu with prices', 'Root broth'],
    ['Station guide', 'On the ticket'],
  ] as const) {
    await page.getByRole('link', { name }).click();
    await expect(page.getByText(words).first()).toBeVisible();
    await expectAccessible(page);
  }
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByRole('navigation', { name: 'Screens' })).toBeHidden();
});

test('a group of another house comes with all it needs; what is here is kept or replaced', async ({ page }) => {
  await setUp(page, 'in-and-out');
  const pickles = {
    id: 'pickles',
    name: 'Pickles',
    prompt: 'Pickles?',
    kind: 'choices',
    choices: [{ id: 'beet', name: 'Beet', station: 'cellar' }],
  };
  const cutlery = { id: 'cutlery', name: 'Spoons', prompt: 'Spoons?', kind: 'choices', choices: [] };
  const other = {
    format: 'hearty-ladle/menu@1',
    name: 'Cellar house',
    currency: 'EUR',
    locales: ['en'],
    priceLists: [{ id: 'bar', name: 'Bar' }],
    stations: [{ id: 'cellar', name: 'Cellar' }],
    sections: [],
    groups: [pickles, cutlery],
    items: [],
  };
  const file = { name: 'cellar.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(other)) };
  await page.locator('input[type=file]').setInputFiles(file);
  await page.getByRole('checkbox', { name: 'Pickles' }).click();
  await page.getByRole('checkbox', { name: 'Spoons' }).click();
  const row = (name: string) => page.getByRole('listitem').filter({ hasText: name });
  await expect(row('Station Cellar')).toContainText('new here, comes along');
  await expect(row('Group Spoons')).toContainText('is here, but differs');
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Bring in 2 things' }).click();
  await applied(page);
  await page.goto(at('/groups/pickles'));
  await expect(page.getByLabel('Internal name')).toHaveValue('Pickles');
  await page.goto(at('/groups/cutlery'));
  await expect(page.getByLabel('Internal name')).not.toHaveValue('Spoons');

  // Theirs beside ours, under another name.
  await setUp(page, 'in-and-out');
  await page.locator('input[type=file]').setInputFiles(file);
  await page.getByRole('checkbox', { name: 'Spoons' }).click();
  await choose(row('Group Spoons'), 'Ours or theirs: Spoons', 'Bring theirs in beside it');
  await expect(row('Group Spoons (Cellar house)')).toContainText('new here');
  await page.getByRole('button', { name: 'Bring in 1 thing' }).click();
  await applied(page);
  await page.goto(at('/groups/cutlery-2'));
  await expect(page.getByLabel('Internal name')).toHaveValue('Spoons (Cellar house)');
});
