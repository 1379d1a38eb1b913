import { type Budget, OverBudget } from '../analysis/budget.ts';
import type { CompiledItem, CompiledMenu } from '../compile/compiled.ts';
import type { Clock } from '../quote/calendar.ts';
import type { Context, Pick } from '../api/line.ts';
import type { Occasion } from './contexts.ts';
import type { FindingList, Replay } from './finding.ts';

/** Line check of one item: its ordering contexts, step budget and finding list. */
export interface ItemCheck {
  readonly menu: CompiledMenu;
  readonly item: CompiledItem;
  /** The requested circumstances, including what is 86'd. */
  readonly context: Context;
  /** The first is the requested one. None has anything 86'd, so that the menu's own faults are judged without it. */
  readonly occasions: readonly Occasion[];
  readonly clock: Clock;
  readonly budget: Budget;
  readonly found: FindingList;
}

/** A replay of answers to an item in one ordering context. */
export function replayOf(
  { item: { item } }: ItemCheck,
  witness: { readonly picks: readonly Pick[] } | undefined,
  { varied }: Occasion,
): Replay | undefined {
  return witness && { picks: witness.picks, occasion: { ...(item.id !== '' && { item: item.id }), ...varied } };
}

/** Does work that may take too long; what it did until then stays. Returns whether it was finished. */
export function withinBudget(work: () => void): boolean {
  try {
    work();
    return true;
  } catch (error) {
    if (!(error instanceof OverBudget)) throw error;
    return false;
  }
}
