import { expect, test } from '@playwright/test';
import { at, expectAccessible, resetHouse } from '../support/house.ts';
import { englishWords } from '../support/words.ts';

test.beforeAll(resetHouse);

test('a guest orders in Spanish, from the menu to the order page, without an English word', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(at('/shop'));
  await expect(page.getByRole('heading', { name: 'Your basket' })).toBeVisible();
  expect(await englishWords(page)).toContain('basket');
  await page.getByLabel('Language').selectOption('es');
  await expect(page.locator('html')).toHaveAttribute('lang', 'es');
  await expect(page.getByText('Tu cesta está vacía', { exact: false })).toBeVisible();
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
  await page.reload();
  await expect(page.getByRole('heading', { name: 'Tu cesta' })).toBeVisible();
  expect(await englishWords(page)).toEqual([]);
  await page.getByRole('button', { name: /Hacer el pedido/ }).click();
  await expect(page.getByText('La cocina tiene tu pedido', { exact: false })).toBeVisible();
  await expect(page.locator('html')).toHaveAttribute('lang', 'es');
  expect(await englishWords(page)).toEqual([]);
  await expectAccessible(page);
});

test('an order that is refused or not answered is explained in Spanish', async ({ page }) => {
  await page.goto(at('/shop'));
  await page.getByLabel('Language').selectOption('es');
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
