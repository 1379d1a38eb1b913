import type { What } from './what.ts';

/** Identifies a thing, whatever the order in which its picks are named. */
export function keyOfWhat(what: What): string {
  if ('item' in what) return JSON.stringify(['item', what.item]);
  if ('choice' in what) return JSON.stringify(['choice', what.choice]);
  if ('ingredient' in what) return JSON.stringify(['ingredient', what.ingredient]);
  const { item, pick } = what.variant;
  return JSON.stringify(['variant', item, Object.entries(pick).sort(byKey)]);
}

function byKey([one]: [string, string], [other]: [string, string]): number {
  return one < other ? -1 : 1;
}

/** One combination of a dish's variants. */
export interface Combination {
  readonly item: string;
  readonly pick: Readonly<Record<string, string>>;
}

/** Sorts combinations by dish, then by their picks in the order of the dish's table. */
export function sortedCombinations<C extends Combination>(
  combinations: readonly C[],
  byOf: (item: string) => readonly string[],
): C[] {
  const keyOf = ({ item, pick }: C) => [item, ...byOf(item).map((group) => pick[group] ?? '')];
  return combinations
    .map((combination) => ({ combination, key: keyOf(combination) }))
    .sort((one, other) => compareTexts(one.key, other.key))
    .map(({ combination }) => combination);
}

function compareTexts(some: readonly string[], others: readonly string[]): number {
  const at = some.findIndex((text, i) => text !== others[i]);
  return at < 0 ? 0 : (some[at] ?? '') < (others[at] ?? '') ? -1 : 1;
}
