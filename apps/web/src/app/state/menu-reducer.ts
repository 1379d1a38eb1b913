import { applyUnchecked, type Change, type Group, invert, isRemovedBy, onlyHere, type Reach, touchedBy, type StoredMenu } from '@hearty-ladle/core';
import { createFeature, createReducer, on } from '@ngrx/store';
import type { SentChange } from '../api/api.ts';
import { menuActions } from './menu-actions.ts';
import { type Clash, type UndoEntry, type PendingChange, INITIAL, isShared, joined, type MenuState, rebased, thingPutBy, touches, versionOf, type PendingEdit, withVersions } from './menu-state.ts';

/** The menu being edited: edits show at once, are sent in order, and can be undone. */
export const menuFeature = createFeature({
  name: 'menu',
  reducer: createReducer<MenuState>(
    INITIAL,
    on(menuActions.opened, (state) => ({ ...state, load: { status: state.menu ? 'loaded' : 'loading' } as const, isStale: true, readFailure: undefined })),
    on(menuActions.readAgain, (state) => ({ ...state, readFailure: undefined })),
    on(menuActions.newsHeard, (state, { revision }) => (
      revision === undefined ? { ...state, isStale: true, readFailure: undefined } : { ...state, newest: Math.max(state.newest, revision) }
    )),
    on(menuActions.loadFailed, (state, { kind }) => (
      { ...state, readFailure: kind, reads: state.reads + 1, ...(!state.menu && { load: { status: 'failed' } as const }) }
    )),
    on(menuActions.arrived, (state, { stored }) => arrived({ ...state, isStale: false, readFailure: undefined, reads: state.reads + 1 }, stored)),
    on(menuActions.changed, (state, entry) => changed(state, entry)),
    on(menuActions.reachProgressed, (state, { id, done, total }) => (state.pendingChange?.id === id ? { ...state, pendingChange: { ...state.pendingChange, progress: { done, total } } } : state)),
    on(menuActions.reachFound, (state, { id, reach }) => (state.pendingChange?.id === id ? reached(state, state.pendingChange, reach) : state)),
    on(menuActions.reachFailed, (state, { id }) => (state.pendingChange?.id === id ? { ...state, pendingChange: { ...state.pendingChange, progress: undefined, hasFailed: true } } : state)),
    on(menuActions.reachRequestedAgain, (state) => (state.pendingChange ? { ...state, pendingChange: { ...state.pendingChange, id: state.nextId, hasFailed: false }, nextId: state.nextId + 1 } : state)),
    on(menuActions.changeDecided, (state, { decision }) => (state.pendingChange ? decided(state, state.pendingChange, decision) : state)),
    on(menuActions.undo, (state) => (state.pendingChange ? decided(state, state.pendingChange, 'drop') : stepBack(state, 'past'))),
    on(menuActions.redo, (state) => stepBack(state, 'future')),
    on(menuActions.sending, (state, { id, requestId }) => sending(state, id, requestId)),
    on(menuActions.sendAgain, (state) => ({ ...state, sendFailure: undefined })),
    on(menuActions.givenUp, (state) => givenUp(state)),
    on(menuActions.answered, (state, { id, answer }) => answered(state, id, answer)),
    on(menuActions.clashResolved, (state, { clash, keepMine }) => clashResolved(state, clash, keepMine)),
    on(menuActions.noticeGiven, (state, { notice }) => ({ ...state, notice })),
    on(menuActions.noticeRead, (state) => ({ ...state, notice: undefined })),
  ),
});

/** Applies what was read, unless it is older than what is already known: responses may arrive late. */
function arrived(state: MenuState, stored: StoredMenu): MenuState {
  return stored.revision < state.revision ? state : rebased(state, stored);
}

function sending(state: MenuState, id: number, requestId: string): MenuState {
  const [first, ...rest] = state.pendingEdits;
  return first?.id === id ? { ...state, sending: true, pendingEdits: [{ ...first, requestId }, ...rest] } : state;
}

/** Discards an edit that the server can't save, keeps those queued behind it, and reads the menu again. */
function givenUp(state: MenuState): MenuState {
  const [first, ...rest] = state.pendingEdits;
  if (!first || !state.menu) return state;
  const before = state.pendingEdits.reduceRight((now, { inverse }) => applyUnchecked(now, inverse), state.menu);
  const menu = rest.reduce((now, { change }) => applyUnchecked(now, change), before);
  const past = state.past.filter((entry) => entry.change !== first.change);
  return { ...state, menu, pendingEdits: rest, past, future: [], sendFailure: undefined, isStale: true, notice: `“${first.label}” was not saved.` };
}

interface NewEdit { label: string; change: Change; mergeKey?: string; dish?: string }

function changed(state: MenuState, { label, change, mergeKey, dish }: NewEdit): MenuState {
  if (!state.menu) return state;
  const entry: UndoEntry = { label, change, inverse: invert(state.menu, change) };
  const next: MenuState = { ...state, menu: applyUnchecked(state.menu, change), future: [] };
  const isOnPendingChange = state.pendingChange !== undefined && touchedBy(change).some((ref) => touches(state.pendingChange?.change ?? change, ref));
  if (!isOnPendingChange && !isShared(state.menu, change)) return queued(next, entry, mergeKey);
  const whole = state.pendingChange ? joined(state.pendingChange, entry) : entry;
  return { ...next, pendingChange: { ...whole, id: state.nextId, dish: dish ?? state.pendingChange?.dish, progress: undefined, reach: undefined, hasFailed: false }, nextId: state.nextId + 1 };
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
function reached(state: MenuState, pendingChange: PendingChange, reach: Reach): MenuState {
  const isHarmless = reach.faults.length + reach.findings.length === 0 && !reach.changesPrices && reach.dishes.every(({ isPricedAnew }) => !isPricedAnew);
  return isHarmless ? decided(state, pendingChange, 'everywhere') : { ...state, pendingChange: { ...pendingChange, progress: undefined, reach } };
}

function decided(state: MenuState, pendingChange: PendingChange, decision: 'everywhere' | 'only-here' | 'drop'): MenuState {
  const free = { ...state, pendingChange: undefined };
  if (decision === 'everywhere' || !state.menu) return queued(free, pendingChange, undefined);
  const menu = applyUnchecked(state.menu, pendingChange.inverse);
  const back = { ...free, menu };
  const { dish } = pendingChange;
  if (decision === 'drop' || dish === undefined) return back;
  const groups = pendingChange.change.edits.flatMap((edit) => (edit.type === 'put' && edit.kind === 'groups' ? [edit.thing as Group] : []));
  const change = { edits: onlyHere(menu, groups, dish) };
  return queued({ ...back, menu: applyUnchecked(menu, change) }, { label: `${pendingChange.label}, on one dish only`, change, inverse: invert(menu, change) }, undefined);
}

function waitFor(state: MenuState, pendingEdits: Omit<PendingEdit, 'id' | 'requestId'>): MenuState {
  return { ...state, pendingEdits: [...state.pendingEdits, { ...pendingEdits, id: state.nextId, requestId: undefined }], nextId: state.nextId + 1 };
}

/** Undoes the last entry of `past`, or redoes the last of `future`. */
function stepBack(state: MenuState, from: 'past' | 'future'): MenuState {
  const entry = state[from].at(-1);
  if (!entry || !state.menu) return state;
  const forth = from === 'past' ? entry.inverse : entry.change;
  const rest = state[from].slice(0, -1);
  if (isOvertaken(state, forth)) {
    return { ...state, [from]: rest, notice: `“${entry.label}” can’t be undone here: somebody else has changed the same thing since.` };
  }
  const back = invert(state.menu, forth);
  const other = from === 'past' ? 'future' : 'past';
  const turned: UndoEntry = from === 'past' ? { ...entry, change: back } : { ...entry, inverse: back };
  const label = from === 'past' ? `Undo: ${entry.label}` : `Redo: ${entry.label}`;
  const next = { ...state, menu: applyUnchecked(state.menu, forth), [from]: rest, [other]: [...state[other], turned] } as MenuState;
  return waitFor(next, { label, change: forth, inverse: back, mergeKey: undefined });
}

/** Whether something the change touches has a version that this session did not write. */
function isOvertaken(state: MenuState, change: Change): boolean {
  return touchedBy(change).some((ref) => {
    if (state.pendingEdits.some((waiting) => touches(waiting.change, ref))) return false;
    return versionOf(state.versions, ref) !== versionOf(state.mine, ref) && versionOf(state.mine, ref) !== 0;
  });
}

function answered(state: MenuState, id: number, answer: SentChange): MenuState {
  const sent = state.pendingEdits[0];
  if (sent?.id !== id) return { ...state, sending: false };
  const rest = state.pendingEdits.slice(1);
  switch (answer.outcome) {
    case 'offline': case 'busy': case 'failed':
      return { ...state, sending: false, sendFailure: answer.outcome };
    case 'saved': {
      const { versions, revision } = answer.saved;
      const gone = touchedBy(sent.change).filter((ref) => isRemovedBy(sent.change, ref));
      const known = versions.map((ref) => (gone.some((it) => it.kind === ref.kind && it.id === ref.id) ? { ...ref, version: 0 } : ref));
      return {
        ...state, pendingEdits: rest, sending: false, sendFailure: undefined, newest: Math.max(state.newest, revision),
        // With a gap before it, others changed the menu meanwhile, which is read first.
        revision: revision === state.revision + 1 ? revision : state.revision,
        versions: withVersions(state.versions, known), mine: withVersions(state.mine, known),
      };
    }
    case 'refused': {
      const message = answer.faults.map((fault) => fault.says).join(' ') || answer.message;
      const back = state.menu && applyUnchecked(state.menu, sent.inverse);
      const past = state.past.filter((entry) => entry.change !== sent.change);
      return { ...state, pendingEdits: rest, sending: false, sendFailure: undefined, isStale: true, menu: back, past, notice: `“${sent.label}” was not saved. ${message}` };
    }
    case 'conflict': {
      const isClashing = (change: Change) => answer.conflicts.some((conflict) => touches(change, conflict));
      const clashes: Clash[] = answer.conflicts.map((conflict) => {
        const last = state.pendingEdits.findLast(({ change }) => touches(change, conflict));
        return { ...conflict, label: sent.label, mine: last && thingPutBy(last.change, conflict) };
      });
      return {
        ...state, sending: false, sendFailure: undefined, isStale: true, newest: Math.max(state.newest, answer.revision), pendingEdits: rest.filter(({ change }) => !isClashing(change)),
        past: state.past.filter(({ change }) => !isClashing(change)),
        clashes: [...state.clashes, ...clashes],
      };
    }
  }
}

/** Overwrites the other person's version with mine, or discards mine. */
function clashResolved(state: MenuState, clash: Clash, keepMine: boolean): MenuState {
  const next = { ...state, clashes: state.clashes.filter((other) => other !== clash) };
  if (!keepMine || !clash.mine) return next;
  const change: Change = { edits: [{ type: 'put', kind: clash.kind, thing: clash.mine }] };
  return changed(next, { label: clash.label, change });
}
