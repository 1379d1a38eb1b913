import { type Analysis, analyzeItem, type Clock, type Context, type Item, type Menu } from '@hearty-ladle/core';
import { dishesOfChoices } from './dishes-of-choices.ts';

/** Analyses of dishes, kept by dish for as long as nothing else that they depend on changes. */
export class KeptAnalyses {
  #basis = '';
  #kept = new WeakMap<Item, { readonly analysis: Analysis | undefined }>();

  /** How to analyse the dishes of a menu. */
  of(menu: Menu, context: Context, clock: Clock): (item: Item) => Analysis | undefined {
    const { items, ...rest } = menu;
    const shared = dishesOfChoices(menu);
    const basis = JSON.stringify([context, rest, items.filter(({ id }) => shared.has(id))]);
    if (basis !== this.#basis) this.#kept = new WeakMap();
    this.#basis = basis;
    const kept = this.#kept;
    return (item) => {
      const known = kept.get(item) ?? { analysis: analyzeItem(menu, item.id, context, clock) };
      kept.set(item, known);
      return known.analysis;
    };
  }
}
