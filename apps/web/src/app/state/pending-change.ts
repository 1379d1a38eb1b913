import { applyUnchecked, type Change, type Group, invert, onlyHere, type Reach, touchedBy } from '@hearty-ladle/core';
import {
  type Clash,
  type UndoEntry,
  type PendingChange,
  isShared,
  joined,
  type MenuState,
  touches,
  type PendingEdit,
} from './menu-state.ts';

export interface NewEdit {
  label: string;
  change: Change;
  mergeKey?: string;
  dish?: string;
}

export function changed(state: MenuState, { label, change, mergeKey, dish }: NewEdit): MenuState {
  if (!state.menu) return state;
  const entry: UndoEntry = { label, change, inverse: invert(state.menu, change) };
  const next: MenuState = { ...state, menu: applyUnchecked(state.menu, change), future: [] };
  const isOnPendingChange =
    state.pendingChange !== undefined &&
    touchedBy(change).some((ref) => touches(state.pendingChange?.change ?? change, ref));
  if (!isOnPendingChange && !isShared(state.menu, change)) return queued(next, entry, mergeKey);
  const whole = state.pendingChange ? joined(state.pendingChange, entry) : entry;
  return {
    ...next,
    pendingChange: {
      ...whole,
      id: state.nextId,
      dish: dish ?? state.pendingChange?.dish,
      progress: undefined,
      reach: undefined,
      hasFailed: false,
    },
    nextId: state.nextId + 1,
  };
}

/** Queues an edit for the server, merged into the previous one where both have the same merge key. */
function queued(next: MenuState, { label, change, inverse }: UndoEntry, mergeKey: string | undefined): MenuState {
  const last = next.pendingEdits.at(-1);
  if (last && last.requestId === undefined && mergeKey !== undefined && last.mergeKey === mergeKey) {
    // The inverse of the merged edit is the inverse of its first part.
    const merged = { ...last, change };
    const past = [...next.past.slice(0, -1), { label, change, inverse: last.inverse }];
    return { ...next, pendingEdits: [...next.pendingEdits.slice(0, -1), merged], past };
  }
  return waitFor({ ...next, past: [...next.past, { label, change, inverse }] }, { label, change, inverse, mergeKey });
}

/** Applies a change that alters no price and breaks nothing; any other is left pending for the user to decide. */
export function reached(state: MenuState, pendingChange: PendingChange, reach: Reach): MenuState {
  const isHarmless =
    reach.faults.length + reach.findings.length === 0 &&
    !reach.changesPrices &&
    reach.dishes.every(({ isPricedAnew }) => !isPricedAnew);
  return isHarmless
    ? decided(state, pendingChange, 'everywhere')
    : { ...state, pendingChange: { ...pendingChange, progress: undefined, reach } };
}

export function decided(
  state: MenuState,
  pendingChange: PendingChange,
  decision: 'everywhere' | 'only-here' | 'drop',
): MenuState {
  const free = { ...state, pendingChange: undefined };
  if (decision === 'everywhere' || !state.menu) return queued(free, pendingChange, undefined);
  const menu = applyUnchecked(state.menu, pendingChange.inverse);
  const back = { ...free, menu };
  const { dish } = pendingChange;
  if (decision === 'drop' || dish === undefined) return back;
  const groups = pendingChange.change.edits.flatMap((edit) =>
    edit.type === 'put' && edit.kind === 'groups' ? [edit.thing as Group] : [],
  );
  const change = { edits: onlyHere(menu, groups, dish) };
  return queued(
    { ...back, menu: applyUnchecked(menu, change) },
    { label: `${pendingChange.label}, on one dish only`, change, inverse: invert(menu, change) },
    undefined,
  );
}

export function waitFor(state: MenuState, pendingEdits: Omit<PendingEdit, 'id' | 'requestId'>): MenuState {
  return {
    ...state,
    pendingEdits: [...state.pendingEdits, { ...pendingEdits, id: state.nextId, requestId: undefined }],
    nextId: state.nextId + 1,
  };
}

/** Overwrites the other person's version with mine, or discards mine. */
export function clashResolved(state: MenuState, clash: Clash, keepMine: boolean): MenuState {
  const next = { ...state, clashes: state.clashes.filter((other) => other !== clash) };
  if (!keepMine || !clash.mine) return next;
  const change: Change = { edits: [{ type: 'put', kind: clash.kind, thing: clash.mine }] };
  return changed(next, { label: clash.label, change });
}
