import { createFeature, createReducer, on } from '@ngrx/store';
import { MENU } from './menu-slice.ts';
import { menuActions } from './menu-actions.ts';
import { INITIAL, type MenuState } from './menu-state.ts';
import { answered, arrived, givenUp, sending } from './menu-answers.ts';
import { restored, stepBack, undone } from './menu-history.ts';
import { changed, clashResolved, decided, reached } from './pending-change.ts';

/** The menu being edited: edits show at once, are sent in order, and can be undone. */
export const menuFeature = createFeature({
  name: MENU,
  reducer: createReducer<MenuState>(
    INITIAL,
    on(menuActions.opened, (state) => ({
      ...state,
      load: { status: state.menu ? 'loaded' : 'loading' } as const,
      isStale: true,
      readFailure: undefined,
    })),
    on(menuActions.readAgain, (state) => ({ ...state, readFailure: undefined })),
    on(menuActions.newsHeard, (state, { revision }) =>
      revision === undefined
        ? { ...state, isStale: true, readFailure: undefined }
        : { ...state, newest: Math.max(state.newest, revision) },
    ),
    on(menuActions.loadFailed, (state, { kind }) => ({
      ...state,
      readFailure: kind,
      reads: state.reads + 1,
      ...(!state.menu && { load: { status: 'failed' } as const }),
    })),
    on(menuActions.arrived, (state, { stored }) =>
      arrived({ ...state, isStale: false, readFailure: undefined, reads: state.reads + 1 }, stored),
    ),
    on(menuActions.changed, (state, entry) => changed(state, entry)),
    on(menuActions.reachProgressed, (state, { id, done, total }) =>
      state.pendingChange?.id === id
        ? { ...state, pendingChange: { ...state.pendingChange, progress: { done, total } } }
        : state,
    ),
    on(menuActions.reachFound, (state, { id, reach }) =>
      state.pendingChange?.id === id ? reached(state, state.pendingChange, reach) : state,
    ),
    on(menuActions.reachFailed, (state, { id }) =>
      state.pendingChange?.id === id
        ? { ...state, pendingChange: { ...state.pendingChange, progress: undefined, hasFailed: true } }
        : state,
    ),
    on(menuActions.reachRequestedAgain, (state) =>
      state.pendingChange
        ? {
            ...state,
            pendingChange: { ...state.pendingChange, id: state.nextId, hasFailed: false },
            nextId: state.nextId + 1,
          }
        : state,
    ),
    on(menuActions.changeDecided, (state, { decision }) =>
      state.pendingChange ? decided(state, state.pendingChange, decision) : state,
    ),
    on(menuActions.undo, undone),
    on(menuActions.historyRestored, (state, { past, future }) => restored(state, past, future)),
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
