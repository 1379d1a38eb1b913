import type { Out } from '../api/line.ts';
import { type What } from '../menu/what.ts';
import { type Combination, keyOfWhat } from '../menu/what-key.ts';

/** What is out, and some things more. */
export function outWith(
  { items = [], choices = [], ingredients = [], variants = [] }: Out,
  whats: readonly What[],
): Out {
  const added = <T>(list: readonly T[], more: readonly T[]): T[] => [...new Set([...list, ...more])];
  const combinations = new Map<string, Combination>(
    [...variants, ...whats.flatMap((what) => ('variant' in what ? [what.variant] : []))].map((variant) => [
      keyOfWhat({ variant }),
      variant,
    ]),
  );
  return {
    items: added(
      items,
      whats.flatMap((what) => ('item' in what ? [what.item] : [])),
    ),
    choices: added(
      choices,
      whats.flatMap((what) => ('choice' in what ? [what.choice] : [])),
    ),
    ingredients: added(
      ingredients,
      whats.flatMap((what) => ('ingredient' in what ? [what.ingredient] : [])),
    ),
    variants: [...combinations.values()].map(({ item, pick }) => ({ item, pick: { ...pick } })),
  };
}
