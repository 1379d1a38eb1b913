import type { PassTicket, Printer } from '@hearty-ladle/core';
import { inject, Injectable } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { createActionGroup, createFeature, createReducer, emptyProps, on, props } from '@ngrx/store';
import {
  catchError,
  concatMap,
  debounceTime,
  EMPTY,
  filter,
  map,
  merge,
  of,
  retry,
  switchMap,
  throwError,
  timer,
} from 'rxjs';
import type { HttpErrorResponse } from '@angular/common/http';
import { Api } from '../../../api/api.ts';
import { failureOf } from '../../../api/failure.ts';
import { Live } from '../../../api/live.ts';

/** A ticket to be bumped, or recalled; `at`: when, ISO 8601 in UTC. */
export interface BumpRequest {
  readonly id: string;
  readonly bumped: boolean;
  readonly at: string;
}

export interface PassState {
  readonly status: 'loading' | 'loaded' | 'failed';
  readonly tickets: readonly PassTicket[];
  readonly printers: readonly Printer[];
  /** Bumps and recalls that the server has not answered yet; they show at once. */
  readonly waiting: readonly BumpRequest[];
  /** The bumps of this screen, the latest last: undo takes back one's own. */
  readonly own: readonly string[];
  /** The number of an order whose ticket the server did not bump or recall. */
  readonly refused: number | undefined;
  /** Whether news arrive by themselves right now. */
  readonly isLive: boolean;
}

export const passActions = createActionGroup({
  source: 'Pass',
  events: {
    Opened: emptyProps(),
    Arrived: props<{ tickets: readonly PassTicket[] }>(),
    'Load failed': emptyProps(),
    Bumped: props<BumpRequest>(),
    'Bump answered': props<{ request: BumpRequest; isRefused: boolean }>(),
    'Tickets moved': emptyProps(),
    'Reprint requested': props<{ id: string }>(),
    'Printers arrived': props<{ printers: readonly Printer[] }>(),
    'Connection changed': props<{ isLive: boolean }>(),
  },
});

export const passFeature = createFeature({
  name: 'pass',
  reducer: createReducer<PassState>(
    { status: 'loading', tickets: [], printers: [], waiting: [], own: [], refused: undefined, isLive: false },
    on(passActions.connectionChanged, (state, { isLive }) => ({ ...state, isLive })),
    on(passActions.arrived, (state, { tickets }) => ({
      ...state,
      status: 'loaded',
      tickets: state.waiting.reduce(withBump, tickets),
    })),
    on(passActions.printersArrived, (state, { printers }) => ({ ...state, printers })),
    on(passActions.loadFailed, (state) => ({ ...state, status: 'failed' })),
    on(passActions.bumped, (state, { id, bumped, at }) => {
      const request = { id, bumped, at };
      const others = state.own.filter((it) => it !== id);
      return {
        ...state,
        tickets: withBump(state.tickets, request),
        waiting: [...state.waiting, request],
        own: bumped ? [...others, id] : others,
        refused: undefined,
      };
    }),
    on(passActions.bumpAnswered, (state, { request, isRefused }) => ({
      ...state,
      waiting: state.waiting.filter((it) => it.id !== request.id || it.at !== request.at),
      refused: isRefused ? state.tickets.find(({ id }) => id === request.id)?.orderNumber : state.refused,
    })),
  ),
});

function withBump(tickets: readonly PassTicket[], { id, bumped, at }: BumpRequest): readonly PassTicket[] {
  return tickets.map((ticket) => (ticket.id === id ? { ...ticket, bumpedAt: bumped ? at : null } : ticket));
}

/** How long to wait before a bump is sent again that nobody answered; repeating it changes nothing. */
const RETRY_MS = 1_500;

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
      this.#actions.pipe(ofType(passActions.bumpAnswered, passActions.ticketsMoved)),
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
      concatMap((request) =>
        this.#api.setBumped(request.id, request.bumped).pipe(
          map(() => false),
          retry({
            delay: (error: HttpErrorResponse) =>
              failureOf(error) === 'refused' ? throwError(() => error) : timer(RETRY_MS),
          }),
          catchError(() => of(true)),
          map((isRefused) => passActions.bumpAnswered({ request, isRefused })),
        ),
      ),
    ),
  );

  readonly reprint = createEffect(() =>
    this.#actions.pipe(
      ofType(passActions.reprintRequested),
      concatMap(({ id }) =>
        this.#api.reprint(id).pipe(
          map(() => passActions.ticketsMoved()),
          catchError(() => of(passActions.ticketsMoved())),
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
