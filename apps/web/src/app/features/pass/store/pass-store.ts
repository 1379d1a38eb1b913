import type { PassTicket, Printer } from '@hearty-ladle/core';
import { inject, Injectable } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { createActionGroup, createFeature, createReducer, emptyProps, on, props } from '@ngrx/store';
import { catchError, concatMap, debounceTime, EMPTY, filter, map, merge, of, switchMap } from 'rxjs';
import { Api } from '../../../api/api.ts';
import { Live } from '../../../api/live.ts';

export interface PassState {
  readonly status: 'loading' | 'loaded' | 'failed';
  readonly tickets: readonly PassTicket[];
  readonly printers: readonly Printer[];
  /** Whether news arrive by themselves right now. */
  readonly isLive: boolean;
}

export const passActions = createActionGroup({
  source: 'Pass',
  events: {
    Opened: emptyProps(),
    Arrived: props<{ tickets: readonly PassTicket[] }>(),
    'Load failed': emptyProps(),
    /** `at`: when, ISO 8601 in UTC. */
    Bumped: props<{ id: string; bumped: boolean; at: string }>(),
    'Bump answered': emptyProps(),
    'Reprint requested': props<{ id: string }>(),
    'Printers arrived': props<{ printers: readonly Printer[] }>(),
    'Connection changed': props<{ isLive: boolean }>(),
  },
});

export const passFeature = createFeature({
  name: 'pass',
  reducer: createReducer<PassState>(
    { status: 'loading', tickets: [], printers: [], isLive: false },
    on(passActions.connectionChanged, (state, { isLive }) => ({ ...state, isLive })),
    on(passActions.arrived, (state, { tickets }) => ({ ...state, status: 'loaded', tickets })),
    on(passActions.printersArrived, (state, { printers }) => ({ ...state, printers })),
    on(passActions.loadFailed, (state) => ({ ...state, status: 'failed' })),
    on(passActions.bumped, (state, { id, bumped, at }) => ({
      ...state,
      tickets: state.tickets.map((ticket) => (ticket.id === id ? { ...ticket, bumpedAt: bumped ? at : null } : ticket)),
    })),
  ),
});

@Injectable()
export class PassEffects {
  readonly #actions = inject(Actions);
  readonly #api = inject(Api);
  readonly #live = inject(Live);

  /** Reads all tickets at the start and after each reconnection, event and request. */
  readonly read = createEffect(() =>
    merge(
      this.#actions.pipe(
        ofType(passActions.opened),
        switchMap(() =>
          merge(
            of(undefined),
            this.#live.events.pipe(
              filter(({ type }) => type === 'tickets' || type === 'connected'),
              debounceTime(40),
            ),
          ),
        ),
      ),
      this.#actions.pipe(ofType(passActions.bumpAnswered)),
    ).pipe(
      switchMap(() =>
        this.#api.tickets().pipe(
          map((tickets) => passActions.arrived({ tickets })),
          catchError(() => of(passActions.loadFailed())),
        ),
      ),
    ),
  );

  readonly connection = createEffect(() =>
    this.#actions.pipe(
      ofType(passActions.opened),
      switchMap(() => this.#live.connected),
      map((isLive) => passActions.connectionChanged({ isLive })),
    ),
  );

  readonly bump = createEffect(() =>
    this.#actions.pipe(
      ofType(passActions.bumped),
      concatMap(({ id, bumped }) =>
        this.#api.setBumped(id, bumped).pipe(
          map(() => passActions.bumpAnswered()),
          catchError(() => of(passActions.bumpAnswered())),
        ),
      ),
    ),
  );

  readonly reprint = createEffect(() =>
    this.#actions.pipe(
      ofType(passActions.reprintRequested),
      concatMap(({ id }) =>
        this.#api.reprint(id).pipe(
          map(() => passActions.bumpAnswered()),
          catchError(() => of(passActions.bumpAnswered())),
        ),
      ),
    ),
  );

  readonly printers = createEffect(() =>
    this.#actions.pipe(
      ofType(passActions.opened),
      switchMap(() =>
        merge(of(undefined), this.#live.events.pipe(filter(({ type }) => type === 'printers' || type === 'connected'))),
      ),
      switchMap(() =>
        this.#api.printers().pipe(
          map((printers) => passActions.printersArrived({ printers })),
          catchError(() => EMPTY),
        ),
      ),
    ),
  );
}
