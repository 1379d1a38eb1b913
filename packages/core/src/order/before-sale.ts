import type { Line } from '../api/line.ts';
import type { PriceSum } from '../api/quote.ts';
import type { Id, Item, Menu } from '../menu/document.ts';
import type { Clock } from '../quote/calendar.ts';
import { quoteLine } from './quote.ts';

/** What a line on sale would cost otherwise, in minor units, and the last day of the sale. */
export interface BeforeSale {
  readonly line: number;
  readonly until: string;
}

/** The price of a line without the sale that set its base; undefined if none did, or it costs the same without. */
export function beforeSale(menu: Menu, line: Line, price: PriceSum, clock: Clock): BeforeSale | undefined {
  const sale = menu.items.find(({ id }) => id === line.item)?.sale;
  if (!sale || !price.parts.some(({ from }) => from === 'sale')) return undefined;
  const usual = quoteLine(withoutSale(menu, line.item), line, clock).price.line;
  return usual > price.line ? { line: usual, until: sale.until } : undefined;
}

/** The dishes on sale on a day (`YYYY-MM-DD`), as they are without: their prices beside the others' show what is saved. */
export function withoutSalesOn(menu: Menu, day: string): { readonly menu: Menu; readonly ids: readonly Id[] } {
  const ids = menu.items.filter(({ sale }) => sale && sale.from <= day && day <= sale.until).map(({ id }) => id);
  return ids.length === 0 ? { menu, ids } : { menu: { ...menu, items: menu.items.map(unsold) }, ids };
}

const known = new WeakMap<Menu, Map<Id, Menu>>();

/** The menu without the sale of a dish: the same one each time, so that it is compiled once. */
export function withoutSale(menu: Menu, item: Id): Menu {
  const menus = known.get(menu) ?? new Map<Id, Menu>();
  known.set(menu, menus);
  const found = menus.get(item) ?? { ...menu, items: menu.items.map((one) => (one.id === item ? unsold(one) : one)) };
  menus.set(item, found);
  return found;
}

function unsold({ sale: _sale, ...item }: Item): Item {
  return item;
}
