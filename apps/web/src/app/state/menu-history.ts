import { applyUnchecked, type Change, invert, touchedBy } from '@hearty-ladle/core';
import { type UndoEntry, type MenuState, touches, versionOf } from './menu-state.ts';

import { waitFor } from './pending-change.ts';

/** Undoes the last entry of `past`, or redoes the last of `future`. */
export function stepBack(state: MenuState, from: 'past' | 'future'): MenuState {
  const entry = state[from].at(-1);
  if (!entry || !state.menu) return state;
  const forth = from === 'past' ? entry.inverse : entry.change;
  const rest = state[from].slice(0, -1);
  if (isOvertaken(state, forth)) {
    return {
      ...state,
      [from]: rest,
      notice: `“${entry.label}” can’t be undone here: somebody else has changed the same thing since.`,
    };
  }
  const back = invert(state.menu, forth);
  const other = from === 'past' ? 'future' : 'past';
  const turned: UndoEntry = from === 'past' ? { ...entry, change: back } : { ...entry, inverse: back };
  const label = from === 'past' ? `Undo: ${entry.label}` : `Redo: ${entry.label}`;
  const next = {
    ...state,
    menu: applyUnchecked(state.menu, forth),
    [from]: rest,
    [other]: [...state[other], turned],
  } as MenuState;
  return waitFor(next, { label, change: forth, inverse: back, mergeKey: undefined });
}

/** Whether something the change touches has a version that this session did not write. */
function isOvertaken(state: MenuState, change: Change): boolean {
  return touchedBy(change).some((ref) => {
    if (state.pendingEdits.some((waiting) => touches(waiting.change, ref))) return false;
    return versionOf(state.versions, ref) !== versionOf(state.mine, ref) && versionOf(state.mine, ref) !== 0;
  });
}
