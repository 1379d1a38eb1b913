import { expect } from '@playwright/test';
import { openBasket } from '../support/guest.ts';
import { at, expectAccessible, resetHouse, test } from '../support/house.ts';
import { englishWords } from '../support/words.ts';

test.beforeAll(resetHouse);

test('a guest orders in Spanish, from the menu to the order page, without an English word', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(at('/shop'));
  await expect(page.getByRole('heading', { name: 'How would you like it?' })).toBeVisible();
  expect(await englishWords(page)).toContain('allergies');
  await page.getByRole('button', { name: 'Español' }).click();
  await expect(page.locator('html')).toHaveAttribute('lang', 'es');
  await expect(page.getByRole('heading', { name: '¿Cómo lo quieres?' })).toBeVisible();
  // The menu in Spanish is read from the server.
  await expect(page.getByRole('button', { name: /Caldo brasa/ })).toBeVisible();
  expect(await englishWords(page)).toEqual([]);
  await expectAccessible(page);

  // Everything that is missing, said in Spanish.
  await page.getByRole('button', { name: /Caldo brasa/ }).click();
  await page.getByRole('button', { name: /Añadir a la cesta/ }).click();
  await expect(page.getByRole('alert')).toContainText('Qué fideo: elige uno, por favor.');
  expect(await englishWords(page)).toEqual([]);
  await page.getByLabel('Mediano').check();
  await page.getByLabel('Trigo grueso').check();
  await page.getByLabel('Huevo blando').check();
  await page.getByLabel('Sésamo').uncheck();
  await page.locator('hl-price-explained summary').click();
  expect(await englishWords(page)).toEqual([]);
  await expectAccessible(page);
  await page.getByRole('button', { name: /Añadir a la cesta/ }).click();

  // The language is remembered, and the order can be placed and followed in it.
  await openBasket(page);
  await page.reload();
  await expect(page.getByRole('heading', { name: 'Tu cesta' })).toBeVisible();
  expect(await englishWords(page)).toEqual([]);
  await page.getByRole('button', { name: /Hacer el pedido/ }).click();
  await expect(page.getByText('La cocina tiene tu pedido', { exact: false })).toBeVisible();
  await expect(page.locator('html')).toHaveAttribute('lang', 'es');
  expect(await englishWords(page)).toEqual([]);
  await expectAccessible(page);
});

test('a guest who lost the connection still chooses a language', async ({ page, context }) => {
  const ahead = page.waitForResponse(
    async (response) => /\/page-[^/]*\.js$/.test(response.url()) && (await response.text()).includes('Tu cesta'),
  );
  await page.goto(at('/shop'));
  await ahead;
  await context.setOffline(true);
  await page.getByRole('button', { name: 'Español' }).click();
  await expect(page.getByRole('heading', { name: '¿Cómo lo quieres?' })).toBeVisible();
  await context.setOffline(false);
  await expect(page.getByRole('button', { name: /Caldo brasa/ })).toBeVisible();
});

test('an order that is refused or not answered is explained in Spanish', async ({ page }) => {
  await page.goto(at('/shop'));
  await page.getByRole('button', { name: 'Español' }).click();
  await page.getByRole('button', { name: /Caldo brasa/ }).click();
  await page.getByLabel('Mediano').check();
  await page.getByLabel('Trigo grueso').check();
  await page.getByRole('button', { name: /Añadir a la cesta/ }).click();
  const send = page.getByRole('button', { name: /Hacer el pedido/ });
  const answers = [
    {
      status: 422,
      json: { type: 'urn:hearty-ladle:problem:too-many-lines', title: 'No.', fault: { limit: 40 } },
      said: '40 platos como máximo',
    },
    {
      status: 422,
      json: { type: 'urn:hearty-ladle:problem:of-tomorrow', title: 'No.' },
      said: 'No se ha podido hacer',
    },
    { status: 503, json: {}, said: 'tenemos mucho trabajo' },
    { status: 500, json: {}, said: 'Algo va mal' },
  ];
  for (const { said, ...answer } of answers) {
    await page.route('**/api/shop/orders', (route) => route.fulfill(answer), { times: 1 });
    await send.click();
    await expect(page.getByRole('alert')).toContainText(said);
    expect(await englishWords(page)).toEqual([]);
  }
});

test('the till takes an order in Spanish, by keyboard, and the pass shows it', async ({ page }) => {
  await page.goto(at('/till'));
  await page.getByRole('button', { name: 'Español' }).click();
  await expect(page).toHaveTitle('Caja');
  await expect(page.locator('html')).toHaveAttribute('lang', 'es');
  expect(await englishWords(page)).toEqual([]);
  await expectAccessible(page);
  await page.getByLabel('Buscar un plato').fill('brasa');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Qué fideo: elige uno, por favor.')).toBeVisible();
  expect(await englishWords(page)).toEqual([]);
  await expectAccessible(page);
  await page.keyboard.press('1');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Para llevar' }).click();
  await page.keyboard.press('Shift+?');
  const keys = page.getByRole('dialog', { name: 'Atajos de teclado' });
  await expect(keys).toContainText('Uno más del último plato');
  expect(await englishWords(page)).toEqual([]);
  await expectAccessible(page);
  await page.keyboard.press('Escape');
  await expect(keys).toHaveCount(0);
  await page.keyboard.press('Control+Enter');
  const order = page.getByRole('region', { name: 'El pedido' });
  await expect(order.getByRole('status')).toContainText(/El número \d+ está en la cocina/);

  await page.goto(at('/pass'));
  await expect(page.getByRole('button', { name: /^Listo el número \d+ en Kettles/ }).first()).toBeVisible();
  await expect(page.locator('hl-paper-ticket').first()).toContainText('Para llevar');
  expect(await englishWords(page)).toEqual([]);
  await expectAccessible(page);
});

test('with Arabic names the page runs from right to left, and nothing is cut off', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.route('**/api/shop/editions/**', async (route) => {
    const response = await route.fetch();
    const answer = (await response.json()) as { menu: ArabicMenu };
    const { menu } = answer;
    menu.locales.push('ar');
    const inArabic = (id: string, text: string) =>
      [...menu.items, ...menu.groups, ...menu.groups.flatMap(({ choices = [] }) => choices)]
        .filter((one) => one.id === id)
        .forEach((one) => Object.assign((one.prompt ?? one.name) as object, { ar: text }));
    inArabic('ember', 'مرق الجمر');
    inArabic('noodle', 'أي نوع من النودلز؟');
    inArabic('wheat', 'قمح سميك');
    await route.fulfill({ response, json: answer });
  });
  await page.goto(at('/shop'));
  await page.getByRole('button', { name: 'العربية' }).click();
  await expect(page.locator('html')).toHaveAttribute('dir', 'rtl');
  await page.getByRole('button', { name: /مرق الجمر/ }).click();
  await expect(page.getByText('أي نوع من النودلز؟').first()).toBeVisible();
  // The mark of a choice stands to the right of its name, its price to the left.
  const wheat = page.getByRole('radio', { name: 'قمح سميك' });
  const [mark, name] = [await wheat.boundingBox(), await page.getByText('قمح سميك').boundingBox()];
  expect(mark?.x).toBeGreaterThan(name?.x ?? Infinity);
  const width = () => page.evaluate(() => document.documentElement.scrollWidth);
  expect(await width()).toBe(390);
  await expectAccessible(page);
  await wheat.check();
  await page.getByRole('button', { name: /€/ }).last().click();
  await openBasket(page);
  await expect(page.getByRole('heading', { name: 'Your basket' })).toBeVisible();
  expect(await width()).toBe(390);
  await expectAccessible(page);
});

interface ArabicMenu {
  readonly locales: string[];
  readonly items: Named[];
  readonly groups: (Named & { readonly choices?: Named[] })[];
}
interface Named {
  readonly id: string;
  readonly name: unknown;
  readonly prompt?: unknown;
}
