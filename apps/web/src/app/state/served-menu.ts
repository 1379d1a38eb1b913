import { HttpErrorResponse } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { ServedMenu } from '@hearty-ladle/core';
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
import { catchError, debounceTime, distinctUntilChanged, EMPTY, filter, map, merge, of, switchMap, timer } from 'rxjs';
import { OrderingApi } from '../api/ordering-api.ts';
import type { Audience } from '../api/audience.ts';
import { failureOf } from '../api/failure.ts';
import { Live } from '../api/live.ts';
import { loadMessages } from '../messages/message.ts';
import { selectPlaces } from '../api/session-slice.ts';
import { selectChosenLanguage } from './chosen-language.ts';
import { selectChosen } from './chosen-location.ts';

const RETRY_MS = 1_500;
/** Events that arrive together cause one read. */
const READ_PAUSE_MS = 40;
/** How long a page has to itself before more is loaded for it. */
const AHEAD_MS = 2_000;

export interface ServedState {
  /** Who the page on screen is for; the workbench shows the draft instead. */
  readonly audience: Audience | undefined;
  readonly served: ServedMenu | undefined;
  readonly hasFailed: boolean;
  /** Nothing is published there yet. */
  readonly isNotServed: boolean;
}

export const servedActions = createActionGroup({
  source: 'Served menu',
  events: {
    /** A page shows the menu. */
    Opened: props<{ audience: Audience }>(),
    Arrived: props<{ served: ServedMenu }>(),
    'Load failed': props<{ isFinal: boolean }>(),
    'Read again': emptyProps(),
  },
});

/** The edition that shop, till, pass and 86 board show: what their location has. */
export const servedFeature = createFeature({
  name: 'served',
  reducer: createReducer<ServedState>(
    { audience: undefined, served: undefined, hasFailed: false, isNotServed: false },
    on(servedActions.opened, (state, { audience }) =>
      audience === state.audience ? state : { audience, served: undefined, hasFailed: false, isNotServed: false },
    ),
    on(servedActions.arrived, (state, { served }) => ({
      ...state,
      hasFailed: false,
      isNotServed: false,
      // The same edition is the same menu, so that nothing is computed again for nothing.
      served: isSame(state.served, served) ? state.served : served,
    })),
    on(servedActions.loadFailed, (state, { isFinal }) => ({ ...state, hasFailed: true, isNotServed: isFinal })),
  ),
});

function isSame(one: ServedMenu | undefined, other: ServedMenu): boolean {
  return (
    one?.edition === other.edition &&
    one?.hash === other.hash &&
    one?.location === other.location &&
    one?.language === other.language
  );
}

/** The language that its readers are spoken to. */
const spokenIn = ({ language, menu }: ServedMenu) => language ?? menu.locales[0] ?? '';

/** Which location's edition is read, for whom, and in which language; undefined in the workbench. */
const selectWanted = createSelector(
  servedFeature.selectAudience,
  selectChosen,
  selectPlaces,
  selectChosenLanguage,
  (audience, chosen, places, language) => {
    if (audience === undefined || audience === 'workbench') return undefined;
    const location = places === 'everywhere' || places.includes(chosen ?? '') ? chosen : places[0];
    // Devices get all languages at once.
    return JSON.stringify([audience, location ?? null, audience === 'device' ? null : (language ?? null)]);
  },
);

@Injectable()
export class ServedEffects {
  readonly #actions = inject(Actions);
  readonly #api = inject(OrderingApi);
  readonly #live = inject(Live);
  readonly #store = inject(Store);

  /** Reads the edition at the start, when another location or language is chosen, and whenever it may be another one. */
  readonly read = createEffect(() =>
    this.#store.select(selectWanted).pipe(
      distinctUntilChanged(),
      switchMap((wanted) => {
        if (wanted === undefined) return EMPTY;
        const [, location, language] = JSON.parse(wanted) as [Audience, string | null, string | null];
        return merge(
          of(undefined),
          this.#actions.pipe(ofType(servedActions.opened, servedActions.readAgain)),
          this.#live.events.pipe(filter(({ type }) => type === 'editions' || type === 'connected')),
        ).pipe(
          debounceTime(READ_PAUSE_MS),
          switchMap(() =>
            this.#api.servedMenu(location ?? undefined, language ?? undefined).pipe(
              switchMap((served) => loadMessages(spokenIn(served)).then(() => servedActions.arrived({ served }))),
              catchError((error: unknown) =>
                of(
                  servedActions.loadFailed({
                    isFinal: error instanceof HttpErrorResponse && failureOf(error) === 'refused',
                  }),
                ),
              ),
            ),
          ),
        );
      }),
    ),
  );

  /** Loads what may be read next, so that choosing another language takes no time, and no connection. */
  readonly loadAhead = createEffect(
    () =>
      this.#actions.pipe(
        ofType(servedActions.arrived),
        switchMap(({ served }) => timer(AHEAD_MS).pipe(map(() => served.menu.locales))),
        switchMap((locales) => Promise.allSettled(locales.map((locale) => loadMessages(locale)))),
      ),
    { dispatch: false },
  );

  /** Tries again by itself when the server can't be reached; where nothing is served yet, news come by themselves. */
  readonly readAgain = createEffect(() =>
    this.#actions.pipe(
      ofType(servedActions.loadFailed),
      filter(({ isFinal }) => !isFinal),
      switchMap(() => timer(RETRY_MS)),
      map(() => servedActions.readAgain()),
    ),
  );
}
