import { readFileSync } from 'node:fs';
import type { ChoicesGroup, Group, Item, Line, Menu, Quote, Rule } from '../index.ts';
import { quoteLine } from '../index.ts';

/** The menu of the worked cases, a fresh copy for each caller. */
export function brothBar(): Menu {
  return JSON.parse(readFileSync(new URL('../../cases/broth-bar.menu.json', import.meta.url), 'utf8')) as Menu;
}

/** A menu with one dish at 1000 that has the given groups, in order; stations hot, cold and an expo. */
export function smallMenu(groups: readonly Group[], item: Partial<Item> = {}, rules: readonly Rule[] = []): Menu {
  return {
    format: 'hearty-ladle/menu@1',
    name: 'Small',
    currency: 'EUR',
    locales: ['en'],
    priceLists: [
      { id: 'house', name: 'House' },
      { id: 'bike', name: 'Bike' },
    ],
    stations: [
      { id: 'hot', name: 'Hot' },
      { id: 'cold', name: 'Cold' },
      { id: 'call', name: 'Call', expo: true },
    ],
    sections: [],
    groups: [...groups],
    rules: [...rules],
    items: [{ id: 'dish', name: 'Dish', price: 1000, groups: groups.map(({ id }) => ({ group: id })), ...item }],
  };
}

/** A group of choices with the given fields. */
export function choicesGroup(id: string, more: Partial<ChoicesGroup>): ChoicesGroup {
  return { id, name: id, prompt: id, kind: 'choices', ...more };
}

export function quoteDish(menu: Menu, line: Partial<Line> = {}): Quote {
  return quoteLine(menu, { item: 'dish', at: '2026-05-12T13:00', ...line }, () => '2026-05-12T13:00');
}
