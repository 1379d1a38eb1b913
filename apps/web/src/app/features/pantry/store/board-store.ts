import { keyOfWhat, type What } from '@hearty-ladle/core';
import { createActionGroup, createFeature, createReducer, emptyProps, on, props } from '@ngrx/store';
import { type Deed, deedActions } from './deed-store.ts';

export type Place = 'here' | 'everywhere';
export type Until = 'day-end' | 'hour' | 'open';

/** What the next deed at the 86 board is for, where, and for how long. */
export interface BoardState {
  readonly armed: readonly What[];
  readonly place: Place;
  readonly until: Until;
  /** The choice (`group/choice`) that is to be offered in place of what is armed. */
  readonly standIn: string | undefined;
}

export const boardActions = createActionGroup({
  source: 'Board',
  events: {
    Armed: props<{ what: What }>(),
    Disarmed: emptyProps(),
    'Place chosen': props<{ place: Place }>(),
    'Until chosen': props<{ until: Until }>(),
    'Stand in chosen': props<{ standIn: string | undefined }>(),
  },
});

export const boardFeature = createFeature({
  name: 'board',
  reducer: createReducer<BoardState>(
    { armed: [], place: 'here', until: 'day-end', standIn: undefined },
    on(boardActions.armed, (state, { what }) => ({
      ...state,
      armed: withArmed(state.armed, [what]),
      standIn: undefined,
    })),
    on(boardActions.disarmed, (state) => ({ ...state, armed: [], standIn: undefined })),
    on(boardActions.placeChosen, (state, { place }) => ({ ...state, place })),
    on(boardActions.standInChosen, (state, { standIn }) => ({ ...state, standIn })),
    on(boardActions.untilChosen, (state, { until }) => ({ ...state, until })),
    on(deedActions.added, (state, { deed }) => ('off' in deed ? { ...state, armed: [], standIn: undefined } : state)),
    on(deedActions.dropped, (state, { deeds }) => ({
      ...state,
      armed: withArmed(state.armed, deeds.flatMap(whatsOff)),
      standIn: state.standIn ?? deeds.flatMap(standInsOf)[0],
    })),
  ),
});

function withArmed(armed: readonly What[], more: readonly What[]): readonly What[] {
  const keys = new Set(more.map(keyOfWhat));
  return [...armed.filter((what) => !keys.has(keyOfWhat(what))), ...more];
}

function whatsOff(deed: Deed): readonly What[] {
  return 'off' in deed ? deed.off.whats : [];
}

function standInsOf(deed: Deed): readonly string[] {
  return 'off' in deed ? (deed.off.standIns ?? []) : [];
}
