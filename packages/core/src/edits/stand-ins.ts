import type { Menu } from '../menu/document.ts';
import { withoutHidden } from './hide-choices.ts';

const served = new WeakMap<Menu, Map<string, Menu>>();

/**
 * The menu as it is served while choices stand in for others: those that are hidden for now are offered, at their own
 * price. The same object for the same choices, so that nothing is compiled twice.
 */
export function withStandIns<M extends Menu>(menu: M, standIns: readonly string[]): M {
  if (standIns.length === 0) return menu;
  const key = standIns.join(' ');
  const known = served.get(menu) ?? new Map<string, Menu>();
  served.set(menu, known);
  const made = (known.get(key) as M | undefined) ?? withoutHidden(menu, standIns);
  known.set(key, made);
  return made;
}
