import { inject, Injectable } from '@angular/core';
import type { LiveEvent, Location, PantryNow, Places, StockStanding, Workbook } from '@hearty-ladle/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import {
  createActionGroup,
  createFeature,
  createReducer,
  createSelector,
  emptyProps,
  on,
  props,
  Store,
} from '@ngrx/store';
import {
  catchError,
  debounceTime,
  distinctUntilChanged,
  EMPTY,
  filter,
  map,
  merge,
  of,
  switchMap,
  tap,
  timer,
} from 'rxjs';
import { Live } from '../api/live.ts';
import { selectPlaces } from '../api/session-slice.ts';
import { StockApi } from '../api/stock-api.ts';
import { LOCATION_KEY, locationChosen, selectChosen } from './chosen-location.ts';
import { selectMenu } from './menu-slice.ts';

/** News after which something else may be out. */
const STANDING_NEWS: ReadonlySet<LiveEvent['type']> = new Set(['pantry', 'connected', 'editions']);
/** What is off until a minute ends by itself, without news of it. */
const LOOK_AGAIN_MS = 30_000;

export interface StockState {
  /** What is out and left there; undefined until the server has told. */
  readonly standing: StockStanding | undefined;
  /** Everything about stock there, for devices of the house. */
  readonly pantry: PantryNow | undefined;
}

export const stockActions = createActionGroup({
  source: 'Stock',
  events: {
    Opened: emptyProps(),
    Moved: emptyProps(),
    'Standing arrived': props<{ standing: StockStanding; pantry: PantryNow | undefined }>(),
  },
});

export const stockFeature = createFeature({
  name: 'stock',
  reducer: createReducer<StockState>(
    { standing: undefined, pantry: undefined },
    on(locationChosen, () => ({ standing: undefined, pantry: undefined })),
    on(stockActions.standingArrived, (state, { standing, pantry }) => ({
      ...state,
      standing: unchanged(state.standing, standing),
      pantry: pantry && unchanged(state.pantry, pantry),
    })),
  ),
});

/** What was there before if it says the same, so that nothing is computed again for nothing. */
function unchanged<T>(before: T | undefined, now: T): T {
  return before !== undefined && JSON.stringify(before) === JSON.stringify(now) ? before : now;
}

/** The chosen location if it is one of those here, else the first of them; undefined if there is none. */
export const selectLocation = createSelector(selectChosen, selectMenu, selectPlaces, (chosen, menu, places) => {
  const here = locationsIn(menu, places);
  return (here.find(({ id }) => id === chosen) ?? here[0])?.id;
});

/** The menu's locations where whoever is here has business. */
export function locationsIn(menu: Workbook | undefined, places: Places): readonly Location[] {
  const all = menu?.locations ?? [];
  return places === 'everywhere' ? all : all.filter(({ id }) => places.includes(id));
}

@Injectable()
export class StockEffects {
  readonly #actions = inject(Actions);
  readonly #store = inject(Store);
  readonly #api = inject(StockApi);
  readonly #live = inject(Live);

  /** Reads what is out at the location, at the start and whenever something moved, ended or changed. */
  readonly read = createEffect(() =>
    this.#actions.pipe(
      ofType(stockActions.opened),
      switchMap(() => this.#store.select(selectMenu)),
      map((menu) => menu !== undefined),
      distinctUntilChanged(),
      filter((isThere) => isThere),
      switchMap(() => this.#store.select(selectLocation)),
      switchMap((location) =>
        merge(
          of(undefined),
          timer(LOOK_AGAIN_MS, LOOK_AGAIN_MS),
          this.#actions.pipe(ofType(stockActions.moved)),
          this.#live.events.pipe(filter(({ type }) => STANDING_NEWS.has(type))),
        ).pipe(
          debounceTime(60),
          switchMap(() => this.#api.now(location).pipe(catchError(() => EMPTY))),
        ),
      ),
      map((stock) => stockActions.standingArrived(stock)),
    ),
  );

  readonly remember = createEffect(
    () =>
      this.#actions.pipe(
        ofType(locationChosen),
        tap(({ location }) => globalThis.localStorage?.setItem(LOCATION_KEY, location)),
      ),
    { dispatch: false },
  );
}
