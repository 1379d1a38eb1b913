import { applyUnchecked } from '../change/change.ts';
import type { Menu } from '../menu/document.ts';
import { pricePlaces, setPrices } from './price-places.ts';
import { withListAmount } from './reprice.ts';

/** A price to be tried: its place (see `pricePlaces`), the price list, and the sum in minor units. */
export interface TriedPrice {
  readonly place: string;
  readonly list: string;
  readonly amount: number;
}

/** The menu with other prices; undefined if it has no such place or list. */
export function withTriedPrices<M extends Menu>(menu: M, tried: readonly TriedPrice[]): M | undefined {
  let changed = menu;
  for (const { place: id, list, amount } of tried) {
    const place = pricePlaces(changed).find((one) => one.id === id);
    if (!place || !menu.priceLists.some((one) => one.id === list)) return undefined;
    const price = withListAmount(place.price, menu.priceLists, list, amount, 0);
    if (price === undefined) return undefined;
    changed = applyUnchecked(changed, { edits: setPrices(changed, [{ place, price }]) });
  }
  return changed;
}
