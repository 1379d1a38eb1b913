import { inject, Injectable } from '@angular/core';
import type { Placement } from '@hearty-ladle/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import {
  catchError,
  concatMap,
  EMPTY,
  exhaustMap,
  filter,
  map,
  merge,
  of,
  switchMap,
  takeUntil,
  tap,
  timer,
  withLatestFrom,
} from 'rxjs';
import type { HttpErrorResponse } from '@angular/common/http';
import { Api } from '../../../api/api.ts';
import { failureOf } from '../../../api/failure.ts';
import { Live } from '../../../api/live.ts';
import { OrderingApi } from '../../../api/ordering-api.ts';
import { SessionApi } from '../../../api/session-api.ts';
import { pinTried, sessionActions } from '../../../state/session.ts';
import { selectLocation } from '../../../state/stock.ts';
import { SLOW_MS, replacing } from '../../../state/order-tries.ts';
import { tillActions } from './till-actions.ts';
import { rememberOrder, tillFeature, tillOrder } from './till-store.ts';

/** How long to wait for an answer before asking again. */
const RETRY_MS = 1_500;

@Injectable()
export class TillEffects {
  readonly #actions = inject(Actions);
  readonly #store = inject(Store);
  readonly #api = inject(Api);
  readonly #ordering = inject(OrderingApi);
  readonly #session = inject(SessionApi);
  readonly #live = inject(Live);

  readonly place = createEffect(() =>
    this.#actions.pipe(
      ofType(tillActions.sent),
      withLatestFrom(this.#store.select(tillFeature.selectTillState), this.#store.select(selectLocation)),
      exhaustMap(([{ total }, state, location]) =>
        this.#ordering
          .placeOrder(
            {
              ...at(tillOrder(state), location),
              ...replacing(state.tries),
              ...(state.round && { addTo: state.round.id }),
              ...(state.evenIfShort && { evenIfShort: true }),
              seenTotal: total,
            },
            state.tries.key,
          )
          .pipe(
            // A PIN is good for one order.
            concatMap((answer) => [
              tillActions.sendAnswered({ key: state.tries.key, answer, nextKey: crypto.randomUUID() }),
              ...('order' in answer ? [sessionActions.forgotten()] : []),
            ]),
          ),
      ),
    ),
  );

  readonly slow = createEffect(() =>
    this.#actions.pipe(
      ofType(tillActions.sent),
      switchMap(() => timer(SLOW_MS).pipe(takeUntil(this.#actions.pipe(ofType(tillActions.sendAnswered))))),
      map(() => tillActions.answerSlow()),
    ),
  );

  readonly park = createEffect(() =>
    this.#actions.pipe(
      ofType(tillActions.parked),
      withLatestFrom(this.#store.select(tillFeature.selectTillState), this.#store.select(selectLocation)),
      exhaustMap(([, state, location]) =>
        this.#api.park(at(tillOrder(state), location), `${state.tries.key}.park`).pipe(
          map(() => true),
          catchError(() => of(false)),
          map((isParked) => tillActions.parkAnswered({ isParked, nextKey: crypto.randomUUID() })),
        ),
      ),
    ),
  );

  /** Parked orders are the same at every till, live. */
  readonly parkedOrders = createEffect(() =>
    this.#actions.pipe(
      ofType(tillActions.opened),
      switchMap(() =>
        merge(of(undefined), this.#live.events.pipe(filter(({ type }) => type === 'parked' || type === 'connected'))),
      ),
      switchMap(() =>
        this.#api.parked().pipe(
          map((parked) => tillActions.parkedArrived({ parked })),
          catchError(() => EMPTY),
        ),
      ),
    ),
  );

  /** Reserves a parked order first and confirms once it is loaded here, so that a crash in between loses nothing. */
  readonly reserve = createEffect(() =>
    this.#actions.pipe(
      ofType(tillActions.parkedChosen),
      exhaustMap(({ id }) => {
        const reservation = crypto.randomUUID();
        return this.#api.reserveParked(id, reservation).pipe(
          map((order) => tillActions.parkedReserved({ id, reservation, order })),
          catchError((error: HttpErrorResponse) => of(tillActions.parkedNotReserved({ kind: failureOf(error) }))),
        );
      }),
    ),
  );

  /** Repeated until answered: before that, the order may belong to another till. */
  readonly confirm = createEffect(() =>
    merge(
      this.#actions.pipe(ofType(tillActions.parkedReserved, tillActions.opened)),
      this.#actions.pipe(
        ofType(tillActions.parkedConfirmed),
        filter(({ isOurs }) => isOurs === undefined),
        switchMap(() => timer(RETRY_MS)),
      ),
    ).pipe(
      withLatestFrom(this.#store.select(tillFeature.selectConfirming)),
      concatMap(([, confirming]) => (confirming ? this.#confirmed(confirming.id, confirming.reservation) : EMPTY)),
    ),
  );

  readonly pin = createEffect(() =>
    this.#actions.pipe(
      ofType(tillActions.pinEntered),
      withLatestFrom(this.#store.select(tillFeature.selectAsking)),
      exhaustMap(([{ tried }, asking]) =>
        pinTried(this.#session, tried, (answer) => {
          const answered = tillActions.pinAnswered({ answer });
          const sendsAgain = answer.outcome === 'right' && typeof asking === 'object' && 'total' in asking;
          return sendsAgain ? [answered, tillActions.sent({ total: asking.total })] : [answered];
        }),
      ),
    ),
  );

  readonly rememberOrder = createEffect(
    () => this.#store.select(tillFeature.selectTillState).pipe(tap(rememberOrder)),
    { dispatch: false },
  );

  #confirmed(id: string, reservation: string) {
    return this.#api.confirmParked(id, reservation).pipe(
      map(() => tillActions.parkedConfirmed({ isOurs: true })),
      catchError((error: HttpErrorResponse) =>
        of(tillActions.parkedConfirmed({ isOurs: failureOf(error) === 'refused' ? false : undefined })),
      ),
    );
  }
}

/** An order at the location of this till. */
function at(order: Placement, location: string | undefined): Placement {
  return { ...order, ...(location !== undefined && { location }) };
}
