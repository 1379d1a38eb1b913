import { expect, it } from 'vitest';
import { applyUnchecked, type Item, type Menu, quoteLine } from '../index.ts';
import { faultsOfMeaning } from '../menu/validate.ts';
import { menuOf, pick, size } from '../testing/worked-dish.ts';
import { endOfferEdits, offerEdits } from './offers.ts';

const cents = { step: 5 };
const sale = { kind: 'sale', from: '2026-05-10', until: '2026-05-14' } as const;
const six = { kind: 'quantity', from: 6 } as const;
const menu = menuOf([size], { price: 899 });
const id = menu.items[0]?.id ?? '';
const after = (from: Menu, edits: ReturnType<typeof offerEdits>) => applyUnchecked(from, { edits });
const base = (of: Menu, quantity = 1) =>
  quoteLine(of, { item: id, quantity, at: '2026-05-12T12:00', picks: [pick('size/large')] }, () => '').price.base;

it('puts dishes on sale by a percentage, rounded, and from so many portions on; a valid menu, priced so', () => {
  const onSale = after(menu, offerEdits(menu, [id], sale, { percent: -1_000 }, cents));
  expect(onSale.items[0]?.sale).toEqual({ price: 810, from: '2026-05-10', until: '2026-05-14' });
  const both = after(onSale, offerEdits(onSale, [id], six, { sum: -200 }, { step: 1 }));
  expect(faultsOfMeaning(both)).toEqual([]);
  expect([base(both), base(both, 6)]).toEqual([810, 699]);
  const again = after(both, offerEdits(both, [id], six, { sum: -250 }, { step: 1 }));
  expect(again.items[0]?.quantityPrices).toEqual([{ from: 6, price: 649 }]);
});

it('ends only what is named, and is then the menu as it was', () => {
  const made = after(menu, offerEdits(menu, [id], sale, { percent: -1_000 }, cents));
  const both = after(made, offerEdits(made, [id], six, { percent: -500 }, cents));
  const [first] = after(both, endOfferEdits(both, [id], sale)).items as [Item];
  expect([first.sale, first.quantityPrices?.length]).toEqual([undefined, 1]);
  const ended = after(after(both, endOfferEdits(both, [id], sale)), endOfferEdits(both, [id], { ...six, from: 7 }));
  expect(endOfferEdits(ended, [id], sale)).toEqual([]);
  expect(after(ended, endOfferEdits(ended, [id], six))).toEqual(menu);
});

it('leaves out dishes that would cost less than nothing', () => {
  expect(offerEdits(menu, [id], sale, { sum: -900 }, { step: 1 })).toEqual([]);
});
