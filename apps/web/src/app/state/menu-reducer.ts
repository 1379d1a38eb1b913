import { applyUnchecked, type Change, type Group, invert, isRemovedBy, onlyHere, type Reach, touchedBy } from '@hearty-ladle/core';
import { createFeature, createReducer, on } from '@ngrx/store';
import type { SentChange } from '../api/api.ts';
import type { StoredMenu } from '../api/wire.ts';
import { menuActions } from './menu-actions.ts';
import { type Clash, type Deed, type Held, INITIAL, isShared, joined, type MenuState, rebased, thingPutBy, touches, versionOf, type Waiting, withVersions } from './menu-state.ts';

/** The menu that is being worked on: edits show at once, wait for the server in order, and can be undone. */
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
    on(menuActions.changed, (state, deed) => changed(state, deed)),
    on(menuActions.reachProgressed, (state, { id, done, total }) => (state.held?.id === id ? { ...state, held: { ...state.held, progress: { done, total } } } : state)),
    on(menuActions.reachFound, (state, { id, reach }) => (state.held?.id === id ? reached(state, state.held, reach) : state)),
    on(menuActions.reachFailed, (state, { id }) => (state.held?.id === id ? { ...state, held: { ...state.held, progress: undefined, hasFailed: true } } : state)),
    on(menuActions.reachAskedAgain, (state) => (state.held ? { ...state, held: { ...state.held, id: state.nextId, hasFailed: false }, nextId: state.nextId + 1 } : state)),
    on(menuActions.heldDecided, (state, { decision }) => (state.held ? decided(state, state.held, decision) : state)),
    on(menuActions.undo, (state) => (state.held ? decided(state, state.held, 'drop') : stepBack(state, 'past'))),
    on(menuActions.redo, (state) => stepBack(state, 'future')),
    on(menuActions.sending, (state, { id, requestId }) => sending(state, id, requestId)),
    on(menuActions.sendAgain, (state) => ({ ...state, sendFailure: undefined })),
    on(menuActions.givenUp, (state) => givenUp(state)),
    on(menuActions.answered, (state, { id, answer }) => answered(state, id, answer)),
    on(menuActions.clashSettled, (state, { clash, keepMine }) => settled(state, clash, keepMine)),
    on(menuActions.noticeGiven, (state, { notice }) => ({ ...state, notice })),
    on(menuActions.noticeRead, (state) => ({ ...state, notice: undefined })),
  ),
});

/** What was read, unless it is older than what is known here already: an answer may come late. */
function arrived(state: MenuState, stored: StoredMenu): MenuState {
  return stored.revision < state.revision ? state : rebased(state, stored);
}

function sending(state: MenuState, id: number, requestId: string): MenuState {
  const [first, ...rest] = state.waiting;
  return first?.id === id ? { ...state, sending: true, waiting: [{ ...first, requestId }, ...rest] } : state;
}

/** Lets go of a change that the server can't save; those that wait behind it stay. What stands is read. */
function givenUp(state: MenuState): MenuState {
  const [first, ...rest] = state.waiting;
  if (!first || !state.menu) return state;
  const before = state.waiting.reduceRight((now, { inverse }) => applyUnchecked(now, inverse), state.menu);
  const menu = rest.reduce((now, { change }) => applyUnchecked(now, change), before);
  const past = state.past.filter((deed) => deed.change !== first.change);
  return { ...state, menu, waiting: rest, past, future: [], sendFailure: undefined, isStale: true, notice: `“${first.label}” was not saved.` };
}

interface NewDeed { label: string; change: Change; mergeKey?: string; dish?: string }

function changed(state: MenuState, { label, change, mergeKey, dish }: NewDeed): MenuState {
  if (!state.menu) return state;
  const deed: Deed = { label, change, inverse: invert(state.menu, change) };
  const next: MenuState = { ...state, menu: applyUnchecked(state.menu, change), future: [] };
  const isOnHeld = state.held !== undefined && touchedBy(change).some((ref) => touches(state.held?.change ?? change, ref));
  if (!isOnHeld && !isShared(state.menu, change)) return kept(next, deed, mergeKey);
  const whole = state.held ? joined(state.held, deed) : deed;
  return { ...next, held: { ...whole, id: state.nextId, dish: dish ?? state.held?.dish, progress: undefined, reach: undefined, hasFailed: false }, nextId: state.nextId + 1 };
}

/** A deed that is to be kept: it waits for the server, together with the one before where they are one. */
function kept(next: MenuState, { label, change, inverse }: Deed, mergeKey: string | undefined): MenuState {
  const last = next.waiting.at(-1);
  if (last && last.requestId === undefined && mergeKey !== undefined && last.mergeKey === mergeKey) {
    // The way back of the whole deed is the way back of its beginning.
    const merged = { ...last, change };
    const past = [...next.past.slice(0, -1), { label, change, inverse: last.inverse }];
    return { ...next, waiting: [...next.waiting.slice(0, -1), merged], past };
  }
  return waitFor({ ...next, past: [...next.past, { label, change, inverse }] }, { label, change, inverse, mergeKey });
}

/** A change that reaches nobody's purse and breaks nothing is kept without a word; others are asked about. */
function reached(state: MenuState, held: Held, reach: Reach): MenuState {
  const isHarmless = reach.faults.length + reach.findings.length === 0 && !reach.changesPrices && reach.dishes.every(({ isPricedAnew }) => !isPricedAnew);
  return isHarmless ? decided(state, held, 'everywhere') : { ...state, held: { ...held, progress: undefined, reach } };
}

function decided(state: MenuState, held: Held, decision: 'everywhere' | 'only-here' | 'drop'): MenuState {
  const free = { ...state, held: undefined };
  if (decision === 'everywhere' || !state.menu) return kept(free, held, undefined);
  const menu = applyUnchecked(state.menu, held.inverse);
  const back = { ...free, menu };
  const { dish } = held;
  if (decision === 'drop' || dish === undefined) return back;
  const groups = held.change.edits.flatMap((edit) => (edit.type === 'put' && edit.kind === 'groups' ? [edit.thing as Group] : []));
  const change = { edits: onlyHere(menu, groups, dish) };
  return kept({ ...back, menu: applyUnchecked(menu, change) }, { label: `${held.label}, on one dish only`, change, inverse: invert(menu, change) }, undefined);
}

function waitFor(state: MenuState, waiting: Omit<Waiting, 'id' | 'requestId'>): MenuState {
  return { ...state, waiting: [...state.waiting, { ...waiting, id: state.nextId, requestId: undefined }], nextId: state.nextId + 1 };
}

/** Undoes the last deed of `past`, or does the last of `future` again. */
function stepBack(state: MenuState, from: 'past' | 'future'): MenuState {
  const deed = state[from].at(-1);
  if (!deed || !state.menu) return state;
  const forth = from === 'past' ? deed.inverse : deed.change;
  const rest = state[from].slice(0, -1);
  if (isOvertaken(state, forth)) {
    return { ...state, [from]: rest, notice: `“${deed.label}” can’t be taken back here: somebody else has changed the same thing since.` };
  }
  const back = invert(state.menu, forth);
  const other = from === 'past' ? 'future' : 'past';
  const turned: Deed = from === 'past' ? { ...deed, change: back } : { ...deed, inverse: back };
  const label = from === 'past' ? `Undo: ${deed.label}` : `Redo: ${deed.label}`;
  const next = { ...state, menu: applyUnchecked(state.menu, forth), [from]: rest, [other]: [...state[other], turned] } as MenuState;
  return waitFor(next, { label, change: forth, inverse: back, mergeKey: undefined });
}

/** Whether something that a change touches has a version that this session did not make. */
function isOvertaken(state: MenuState, change: Change): boolean {
  return touchedBy(change).some((ref) => {
    if (state.waiting.some((waiting) => touches(waiting.change, ref))) return false;
    return versionOf(state.versions, ref) !== versionOf(state.mine, ref) && versionOf(state.mine, ref) !== 0;
  });
}

function answered(state: MenuState, id: number, answer: SentChange): MenuState {
  const sent = state.waiting[0];
  if (sent?.id !== id) return { ...state, sending: false };
  const rest = state.waiting.slice(1);
  switch (answer.outcome) {
    case 'offline': case 'busy': case 'failed':
      return { ...state, sending: false, sendFailure: answer.outcome };
    case 'kept': {
      const { versions, revision } = answer.kept;
      const gone = touchedBy(sent.change).filter((ref) => isRemovedBy(sent.change, ref));
      const known = versions.map((ref) => (gone.some((it) => it.kind === ref.kind && it.id === ref.id) ? { ...ref, version: 0 } : ref));
      return {
        ...state, waiting: rest, sending: false, sendFailure: undefined, newest: Math.max(state.newest, revision),
        // With a gap before it, others changed the menu meanwhile: that is read first.
        revision: revision === state.revision + 1 ? revision : state.revision,
        versions: withVersions(state.versions, known), mine: withVersions(state.mine, known),
      };
    }
    case 'refused': {
      const says = answer.faults.map((fault) => fault.says).join(' ') || answer.says;
      const back = state.menu && applyUnchecked(state.menu, sent.inverse);
      const past = state.past.filter((deed) => deed.change !== sent.change);
      return { ...state, waiting: rest, sending: false, sendFailure: undefined, isStale: true, menu: back, past, notice: `“${sent.label}” was not kept. ${says}` };
    }
    case 'conflict': {
      const isClashing = (change: Change) => answer.conflicts.some((conflict) => touches(change, conflict));
      const clashes: Clash[] = answer.conflicts.map((conflict) => {
        const last = state.waiting.findLast(({ change }) => touches(change, conflict));
        return { ...conflict, label: sent.label, mine: last && thingPutBy(last.change, conflict) };
      });
      return {
        ...state, sending: false, sendFailure: undefined, isStale: true, newest: Math.max(state.newest, answer.revision), waiting: rest.filter(({ change }) => !isClashing(change)),
        past: state.past.filter(({ change }) => !isClashing(change)),
        clashes: [...state.clashes, ...clashes],
      };
    }
  }
}

/** Puts mine in the place of what stands now, knowingly; or lets go of mine. */
function settled(state: MenuState, clash: Clash, keepMine: boolean): MenuState {
  const next = { ...state, clashes: state.clashes.filter((other) => other !== clash) };
  if (!keepMine || !clash.mine) return next;
  const change: Change = { edits: [{ type: 'put', kind: clash.kind, thing: clash.mine }] };
  return changed(next, { label: clash.label, change });
}
