import type { Menu } from './document.ts';

/** A menu as a guest may see it: without what ingredients cost to buy. */
export function menuForGuests<M extends Menu>(menu: M): M {
  if (!menu.ingredients?.some(({ cost }) => cost)) return menu;
  return { ...menu, ingredients: menu.ingredients.map(({ cost: _cost, ...ingredient }) => ingredient) };
}
