import { expect, it } from 'vitest';
import { type Item, quoteLine } from '../index.ts';
import { menuOf, pick, size, tops } from '../testing/worked-dish.ts';
import { beforeSale, withoutSalesOn } from './before-sale.ts';

const clock = () => '2026-05-12T13:00';
const sale = { price: 700, from: '2026-05-10', until: '2026-05-12' };

function told(item: Partial<Item>, at = '2026-05-12T13:00') {
  const menu = menuOf([size, tops], { price: 900, ...item });
  const line = { item: menu.items[0]?.id ?? '', quantity: 2, at, picks: [pick('size/large')] };
  return beforeSale(menu, line, quoteLine(menu, line, clock).price, clock);
}

it('the price before a sale is that of the same line without it, with the last day', () => {
  const plain = menuOf([size, tops], { price: 900 });
  const usual = quoteLine(plain, { item: plain.items[0]?.id ?? '', quantity: 2, picks: [pick('size/large')] }, clock)
    .price.line;
  expect(told({ sale })).toEqual({ line: usual, until: '2026-05-12' });
});

it('nothing is struck through after the sale, or where another price is lower', () => {
  expect(told({ sale }, '2026-05-13T00:00')).toBeUndefined();
  expect(told({ sale, quantityPrices: [{ from: 2, price: 100 }] })).toBeUndefined();
  expect(told({})).toBeUndefined();
});

it('knows the dishes on sale on a day', () => {
  const menu = menuOf([size], { price: 900, sale });
  expect(withoutSalesOn(menu, '2026-05-12').ids).toHaveLength(1);
  expect(withoutSalesOn(menu, '2026-05-12').menu.items[0]?.sale).toBeUndefined();
  expect(withoutSalesOn(menu, '2026-05-13')).toEqual({ menu, ids: [] });
});
