import type { Count } from '../pantry/pantry.ts';
import { JOIN, pairsOf } from './list-cells.ts';

/** How combinations and counts are written in the cells by which a row is known. */

/** A combination as a cell has it. */
export function pickText(pick: Readonly<Record<string, string>>): string {
  return Object.entries(pick)
    .map(([group, choice]) => `${group}: ${choice}`)
    .join(JOIN);
}

/** The combination that a cell says; undefined if it is none. */
export function pickOf(text: string): Record<string, string> | undefined {
  const read = pairsOf(text, (choice) => ({ value: choice }), '');
  return 'says' in read ? undefined : Object.fromEntries(read.value ?? []);
}

/** The key of a count in a draft. */
export function keyOfCount(keys: readonly string[]): string {
  const [kind, id, combination = '', location] = keys;
  return JSON.stringify([kind?.toLowerCase(), id, Object.entries(pickOf(combination) ?? {}).sort(), location]);
}

/** The cells by which a count is known. */
export function keysOfCount({ what, location = '' }: Count): string[] {
  if ('item' in what) return ['dish', what.item, '', location];
  if ('choice' in what) return ['choice', what.choice, '', location];
  if ('ingredient' in what) return ['ingredient', what.ingredient, '', location];
  return ['combination', what.variant.item, pickText(what.variant.pick), location];
}
