import { contextOf, type CompiledMenu, type Order, type OrderQuote, textIn } from '@hearty-ladle/core';
import { lineWarning } from '../../../text/allergen-list.ts';
import { salePrice } from '../../../text/line-price.ts';
import { formatMoney } from '../../../text/money.ts';
import { problemMessage } from '../../../text/problems.ts';
import { answersBack } from '../../../text/read-back.ts';

/** The lines of the order at the till, read back with their prices and what is wrong with them. */
export function orderLines(
  menu: CompiledMenu,
  order: Order,
  quote: OrderQuote | undefined,
  avoid: readonly string[],
  locale: string,
) {
  const context = contextOf(order);
  return order.lines.map((line, index) => {
    const item = menu.item(line.item);
    const { price, allergens = [], problems = [] } = quote?.lines[index] ?? {};
    return {
      index,
      line,
      quantity: line.quantity ?? 1,
      name: item ? (item.item.tillName ?? textIn(item.item.name, locale, menu.firstLocale)) : line.item,
      back: item && answersBack(menu, item, line, locale),
      price: formatMoney(price?.line ?? 0, menu.menu.currency, locale),
      ...salePrice(menu, { ...context, ...line }, price, locale),
      warning: lineWarning(menu, line, allergens, avoid, locale),
      problems: problems.map((problem) => problemMessage(menu, problem, locale, line)),
    };
  });
}
