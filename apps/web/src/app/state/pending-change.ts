import {
  applyUnchecked,
  type Change,
  type Edit,
  type Group,
  invert,
  type ListKind,
  onlyHere,
  type Reach,
  type Thing,
  thingFinder,
  touchedBy,
  withValueAt,
} from '@hearty-ladle/core';
import {
  type Clash,
  type UndoEntry,
  type PendingChange,
  joined,
  type MenuState,
  touches,
  type PendingEdit,
} from './menu-state.ts';
import { reachNeeded } from './needs-reach.ts';

export interface NewEdit {
  label: string;
  change: Change;
  mergeKey?: string;
  dish?: string;
}

export function changed(state: MenuState, { label, change, mergeKey, dish }: NewEdit): MenuState {
  if (!state.menu) return state;
  const entry: UndoEntry = { label, change, inverse: invert(state.menu, change) };
  const menu = applyUnchecked(state.menu, change);
  const next: MenuState = { ...state, menu, future: [], step: undefined };
  const { pendingChange: pending } = state;
  const isOnPendingChange = pending && touchedBy(change).some((ref) => touches(pending.change, ref));
  const need = reachNeeded(state.menu, menu, change);
  if (!isOnPendingChange && !need) return queued(next, entry, mergeKey);
  const whole = pending ? joined(pending, entry) : entry;
  return {
    ...next,
    pendingChange: {
      ...whole,
      id: state.nextId,
      dish: dish ?? pending?.dish,
      progress: undefined,
      reach: undefined,
      hasFailed: false,
      asksAboutPrices: need === 'shared' || (pending?.asksAboutPrices ?? false),
      mergeKey: !pending || pending.mergeKey === mergeKey ? mergeKey : undefined,
      pastLength: state.past.length,
    },
    nextId: state.nextId + 1,
  };
}

/** Queues an edit for the server, merged into the previous one where both have the same merge key. */
function queued(next: MenuState, { label, change, inverse }: UndoEntry, mergeKey: string | undefined): MenuState {
  const last = next.pendingEdits.at(-1);
  if (last && last.requestId === undefined && mergeKey !== undefined && last.mergeKey === mergeKey) {
    // The inverse of the merged edit is the inverse of its first part.
    const merged = { ...last, label, change };
    const past = [...next.past.slice(0, -1), { label, change, inverse: last.inverse }];
    return { ...next, pendingEdits: [...next.pendingEdits.slice(0, -1), merged], past };
  }
  return waitFor({ ...next, past: [...next.past, { label, change, inverse }] }, { label, change, inverse, mergeKey });
}

/** Applies a change that alters no price and breaks nothing; any other is left pending for the user to decide. */
export function reached(state: MenuState, pendingChange: PendingChange, reach: Reach): MenuState {
  const isHarmless =
    reach.faults.length + reach.findings.length === 0 &&
    (!pendingChange.asksAboutPrices ||
      (!reach.changesPrices && reach.dishes.every(({ isPricedAnew }) => !isPricedAnew)));
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
  if (decision === 'everywhere' || !state.menu) return queued(free, pendingChange, pendingChange.mergeKey);
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

/** Puts the person's value in place of the other's, or leaves it. */
export function clashResolved(state: MenuState, clash: Clash, keepMine: boolean): MenuState {
  const next = { ...state, clashes: state.clashes.filter((other) => other !== clash) };
  if (!keepMine || !state.menu) return next;
  const { kind, id, path, mine, label } = clash;
  const thing = withValueAt(thingFinder(state.menu)(clash), path, mine) as Thing | undefined;
  const edit: Edit = thing ? { type: 'put', kind, thing } : { type: 'remove', kind: kind as ListKind, id };
  return changed(next, { label, change: { edits: [edit] } });
}
