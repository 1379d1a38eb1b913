import { localMinute, type Menu } from '@hearty-ladle/core';
import { now } from '@hearty-ladle/node-runtime';

/** The menu with its sales moved by whole days, so that the demo always has one on. */
export function withSalesOn<M extends Menu>(menu: M): M {
  const today = Date.parse(localMinute(now(), undefined).slice(0, 10));
  const items = menu.items.map((item) => {
    if (!item.sale) return item;
    const by = today - Date.parse(item.sale.from);
    const moved = (day: string) => new Date(Date.parse(day) + by).toISOString().slice(0, 10);
    return { ...item, sale: { ...item.sale, from: moved(item.sale.from), until: moved(item.sale.until) } };
  });
  return { ...menu, items };
}
