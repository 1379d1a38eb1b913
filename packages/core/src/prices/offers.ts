import type { Edit } from '../change/edit.ts';
import type { Id, Item, Menu } from '../menu/document.ts';
import { priceIn } from '../money/money.ts';
import { type Raise, raised, type Rounding, withAmounts } from './reprice.ts';

/** What many dishes are offered for at once: for some days, or from so many portions on. */
export type Offer =
  | { readonly kind: 'sale'; readonly from: string; readonly until: string }
  | { readonly kind: 'quantity'; readonly from: number };

/**
 * The edits that offer dishes at prices raised (lowered) from their own, list by list. A sale replaces the dish's; a
 * quantity price replaces the one from as many portions. Dishes whose price would fall below zero are left out.
 */
export function offerEdits(menu: Menu, ids: readonly Id[], offer: Offer, raise: Raise, rounding: Rounding): Edit[] {
  const lists = new Set(menu.priceLists.map(({ id }) => id));
  const first = menu.priceLists[0]?.id ?? '';
  return itemsIn(menu, ids).flatMap((item): Edit[] => {
    const price = withAmounts(item.price, menu.priceLists, lists, (list) =>
      raised(priceIn(item.price, list, first), raise, rounding),
    );
    const amounts = typeof price === 'number' ? [price] : Object.values(price);
    if (amounts.some((amount) => amount < 0)) return [];
    return [{ type: 'put', kind: 'items', thing: offered(item, offer, price) }];
  });
}

function offered(item: Item, offer: Offer, price: Item['price']): Item {
  if (offer.kind === 'sale') return { ...item, sale: { price, from: offer.from, until: offer.until } };
  const others = (item.quantityPrices ?? []).filter(({ from }) => from !== offer.from);
  return { ...item, quantityPrices: [...others, { from: offer.from, price }].sort((a, b) => a.from - b.from) };
}

/** The edits that end the sale of dishes, or their price from so many portions on. */
export function endOfferEdits(menu: Menu, ids: readonly Id[], offer: Offer): Edit[] {
  return itemsIn(menu, ids).flatMap((item): Edit[] => {
    const { sale, quantityPrices = [], ...rest } = item;
    if (offer.kind === 'sale') {
      if (!sale) return [];
      const { sale: _, ...thing } = item;
      return [{ type: 'put', kind: 'items', thing }];
    }
    const left = quantityPrices.filter(({ from }) => from !== offer.from);
    if (left.length === quantityPrices.length) return [];
    const thing: Item = { ...rest, ...(sale && { sale }), ...(left.length > 0 && { quantityPrices: left }) };
    return [{ type: 'put', kind: 'items', thing }];
  });
}

function itemsIn({ items }: Menu, ids: readonly Id[]): readonly Item[] {
  const wanted = new Set(ids);
  return items.filter(({ id }) => wanted.has(id));
}
