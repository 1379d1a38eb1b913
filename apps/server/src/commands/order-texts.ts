import {
  avoidanceWarnings,
  cleanNote,
  type Menu,
  type Order,
  type OrderQuote,
  type Placement,
  textIn,
} from '@hearty-ladle/core';

/**
 * Text that an order is found by, besides its number: dishes by id and name, the words and notes of its tickets, and
 * others, such as the guest's name.
 */
export function searchText(
  { items }: Menu,
  { lines }: Placement,
  { tickets }: OrderQuote,
  others: readonly string[],
): string {
  const dishes = lines.flatMap(({ item }) => {
    const dish = items.find(({ id }) => id === item)?.name;
    return [item, ...(dish === undefined ? [] : typeof dish === 'string' ? [dish] : Object.values(dish))];
  });
  const read = tickets.flatMap((ticket) => [
    ...ticket.lines.flatMap((line) => [
      line.item,
      ...line.words.map(({ text }) => text),
      ...line.notes.map(({ text }) => text),
    ]),
    ...ticket.notes.map(({ text }) => text),
  ]);
  return [...new Set([...others, ...dishes, ...read])].join(' ').toLowerCase();
}

/** What the guest can't have, as the kitchen reads it. */
export function warningsOf({ locales: [first = ''] }: Menu, { avoid = [] }: Placement): string[] {
  return avoidanceWarnings([...new Set(avoid.map(cleanNote).filter(Boolean))], first);
}

/** The names of the lines' dishes in the menu's first language. */
export function dishNames({ items, locales: [first = ''] }: Menu, { lines }: Order): string[] {
  return lines.map(({ item }) => {
    const dish = items.find(({ id }) => id === item);
    return dish ? textIn(dish.name, first, first) : item;
  });
}
