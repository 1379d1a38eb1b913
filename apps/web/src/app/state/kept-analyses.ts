import { type Analysis, analyzeItem, type Clock, type Context, type Item, type Menu } from '@hearty-ladle/core';
import { dishesOfChoices } from './dishes-of-choices.ts';

/** Analyses of dishes, kept by dish for as long as nothing else that they depend on changes. */
export class KeptAnalyses {
  #basis = '';
  #kept = new Map<Item, Analysis | undefined>();

  /** How to analyse the dishes of a menu. */
  of(menu: Menu, context: Context, clock: Clock): (item: Item) => Analysis | undefined {
    const { items, ...rest } = menu;
    const shared = dishesOfChoices(menu);
    const basis = JSON.stringify([context, rest, items.filter(({ id }) => shared.has(id))]);
    const before = basis === this.#basis ? this.#kept : new Map<Item, Analysis | undefined>();
    const now = new Map<Item, Analysis | undefined>();
    [this.#basis, this.#kept] = [basis, now];
    return (item) => {
      const analysis = before.has(item) ? before.get(item) : analyzeItem(menu, item.id, context, clock);
      now.set(item, analysis);
      return analysis;
    };
  }
}
