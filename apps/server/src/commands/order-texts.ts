import {
  avoidanceWarnings,
  cleanNote,
  type Line,
  type Menu,
  type Order,
  type OrderQuote,
  type Placement,
  type Text,
  textIn,
} from '@hearty-ladle/core';

/**
 * Text that an order is found by, besides its number: dishes by id and name, the names of what was picked, the words and
 * notes of its tickets, and others, such as the guest's name.
 */
export function searchText(
  { items, groups }: Menu,
  { lines, picks }: Placement,
  { tickets }: OrderQuote,
  others: readonly string[],
): string {
  const dishes = lines.flatMap(({ item }) => {
    const dish = items.find(({ id }) => id === item)?.name;
    return [item, ...textsOf(dish)];
  });
  const picked = [picks, ...lines.map((line) => line.picks)].flatMap((some) => namesOfPicks(groups, some));
  const read = tickets.flatMap((ticket) => [
    ...ticket.lines.flatMap((line) => [
      line.item,
      ...line.words.map(({ text }) => text),
      ...line.notes.map(({ text }) => text),
    ]),
    ...ticket.notes.map(({ text }) => text),
  ]);
  return [...new Set([...others, ...dishes, ...picked, ...read])].join(' ').toLowerCase();
}

/** The names of picks in every language, inner ones included. */
function namesOfPicks(groups: Menu['groups'], picks: Line['picks'] = []): string[] {
  return picks.flatMap(({ group: id, choice, picks: inner }) => {
    const group = groups.find((one) => one.id === id);
    const name = group?.kind === 'choices' ? group.choices?.find((one) => one.id === choice)?.name : undefined;
    return [...textsOf(name), ...namesOfPicks(groups, inner)];
  });
}

function textsOf(name: Text | undefined): string[] {
  return name === undefined ? [] : typeof name === 'string' ? [name] : Object.values(name);
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
