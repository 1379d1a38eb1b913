import type { Id, Item, Menu } from '@hearty-ladle/core';

/**
 * A menu as it is posted to a worker that may have an earlier one: the ids of all dishes in order, but only those dishes
 * that the worker doesn't have. Copying two thousand dishes after every pause in typing would hold up the page.
 */
export interface MenuPost {
  readonly rest: Omit<Menu, 'items'>;
  readonly order: readonly Id[];
  readonly dishes: readonly Item[];
}

/** What to post of a menu to a worker whose last one was `before`. */
export function menuPost({ items, ...rest }: Menu, before: Menu | undefined): MenuPost {
  const had = new Set(before?.items);
  return { rest, order: items.map(({ id }) => id), dishes: items.filter((item) => !had.has(item)) };
}

/** Puts the menus together again, in the worker; each post must follow the one that it was made against. */
export class PostedMenus {
  #dishes: ReadonlyMap<Id, Item> = new Map();

  menuOf({ rest, order, dishes }: MenuPost): Menu {
    const now = new Map(dishes.map((dish) => [dish.id, dish]));
    const items = order.flatMap((id) => now.get(id) ?? this.#dishes.get(id) ?? []);
    this.#dishes = new Map(items.map((item) => [item.id, item]));
    return { ...rest, items };
  }
}
