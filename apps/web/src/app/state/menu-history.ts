import { applyUnchecked, invert, mergeChange } from '@hearty-ladle/core';
import type { UndoEntry, MenuState } from './menu-state.ts';
import { decided, waitFor } from './pending-change.ts';

/** Undoes the newest edit, whether it was saved or waits for its reach. */
export function undone(state: MenuState): MenuState {
  const { pendingChange, past } = state;
  return pendingChange && past.length <= pendingChange.pastLength
    ? { ...decided(state, pendingChange, 'drop'), step: `Undone: ${pendingChange.label}` }
    : stepBack(state, 'past');
}

/**
 * Undoes the last entry of `past`, or redoes the last of `future`, on top of what others did since: only the values that
 * the entry changed are set. An entry that changes nothing any more is skipped.
 */
export function stepBack(state: MenuState, from: 'past' | 'future'): MenuState {
  const entry = state[from].at(-1);
  if (!entry || !state.menu) return state;
  const rest = state[from].slice(0, -1);
  const [forth, opposite] = from === 'past' ? [entry.inverse, entry.change] : [entry.change, entry.inverse];
  const { change, clashes } = mergeChange(forth, opposite, state.menu);
  if (clashes.length > 0) {
    return {
      ...state,
      [from]: rest,
      notice: `“${entry.label}” can’t be undone here: somebody else has changed the same thing since.`,
    };
  }
  if (change.edits.length === 0) return stepBack({ ...state, [from]: rest }, from);
  const back = invert(state.menu, change);
  const other = from === 'past' ? 'future' : 'past';
  const turned: UndoEntry =
    from === 'past' ? { ...entry, change: back, inverse: change } : { ...entry, change, inverse: back };
  const next = {
    ...state,
    menu: applyUnchecked(state.menu, change),
    [from]: rest,
    [other]: [...state[other], turned],
    step: `${from === 'past' ? 'Undone' : 'Redone'}: ${entry.label}`,
  } as MenuState;
  const label = from === 'past' ? `Undo: ${entry.label}` : `Redo: ${entry.label}`;
  return waitFor(next, { label, change, inverse: back, mergeKey: undefined });
}

/** Takes up the edits that can be undone from before the page was loaded again. */
export function restored(state: MenuState, past: readonly UndoEntry[], future: readonly UndoEntry[]): MenuState {
  return state.past.length + state.future.length > 0 ? state : { ...state, past, future };
}
