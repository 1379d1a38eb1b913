import type { HttpErrorResponse } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { HeldOff } from '@hearty-ladle/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import {
  catchError,
  concatMap,
  delay,
  EMPTY,
  exhaustMap,
  filter,
  map,
  merge,
  type Observable,
  of,
  switchMap,
  take,
  tap,
  withLatestFrom,
} from 'rxjs';
import { Api } from '../../../api/api.ts';
import { codeOf, failureOf } from '../../../api/failure.ts';
import { StockApi } from '../../../api/stock-api.ts';
import { rememberDevice } from '../../../state/device-token.ts';
import { stockActions } from '../../../state/stock.ts';
import { boardActions, boardFeature, type Deed, type DeedAnswer, rememberQueue } from './board-store.ts';

const RETRY_MS = 2_000;

@Injectable()
export class BoardEffects {
  readonly #actions = inject(Actions);
  readonly #store = inject(Store);
  readonly #api = inject(Api);
  readonly #stock = inject(StockApi);

  /** Sends what waits, one after the other, until each is answered. */
  readonly send = createEffect(() =>
    merge(
      this.#actions.pipe(ofType(boardActions.deedAdded, boardActions.queueResumed, stockActions.opened)),
      this.#actions.pipe(
        ofType(boardActions.deedAnswered),
        filter(({ answer }) => answer.outcome === 'done' || answer.outcome === 'refused'),
      ),
      this.#actions.pipe(
        ofType(boardActions.pinAnswered),
        filter(({ answer }) => answer.outcome === 'right'),
      ),
    ).pipe(
      // The state is read only when the deed before has been answered.
      concatMap(() =>
        this.#store.select(boardFeature.selectBoardState).pipe(
          take(1),
          switchMap(({ waiting: [deed], device }) =>
            deed
              ? this.#sent(deed, device).pipe(
                  map((offs): DeedAnswer => ({ outcome: 'done', offs })),
                  catchError((error: HttpErrorResponse) => of(answerOf(error))),
                  map((answer) => boardActions.deedAnswered({ deed, answer })),
                )
              : EMPTY,
          ),
        ),
      ),
    ),
  );

  readonly again = createEffect(() =>
    this.#actions.pipe(
      ofType(boardActions.deedAnswered),
      filter(({ answer }) => answer.outcome === 'unanswered'),
      delay(RETRY_MS),
      map(() => boardActions.queueResumed()),
    ),
  );

  readonly look = createEffect(() =>
    this.#actions.pipe(
      ofType(boardActions.deedAnswered),
      filter(({ answer }) => answer.outcome === 'done'),
      map(() => stockActions.moved()),
    ),
  );

  readonly pin = createEffect(() =>
    this.#actions.pipe(
      ofType(boardActions.pinEntered),
      withLatestFrom(this.#store.select(boardFeature.selectDevice)),
      exhaustMap(([{ pin }, device]) =>
        this.#api.tryPin(pin, device).pipe(
          tap((answer) => {
            if (answer.outcome === 'right') rememberDevice(answer.device);
          }),
          map((answer) => boardActions.pinAnswered({ answer })),
        ),
      ),
    ),
  );

  readonly remember = createEffect(() => this.#store.select(boardFeature.selectWaiting).pipe(tap(rememberQueue)), {
    dispatch: false,
  });

  #sent(deed: Deed, device: string | undefined): Observable<readonly HeldOff[]> {
    if ('off' in deed) return this.#stock.takeOff(deed.off, deed.key, device);
    if ('move' in deed) return this.#stock.move(deed.move, deed.key, device).pipe(map(() => []));
    if ('count' in deed) return this.#stock.changeCount(deed.count, device).pipe(map(() => []));
    return this.#stock.putBack(deed.back, device).pipe(map(() => []));
  }
}

function answerOf(error: HttpErrorResponse): DeedAnswer {
  if (failureOf(error) !== 'refused') return { outcome: 'unanswered' };
  const code = codeOf(error);
  return code === 'needs-pin' ? { outcome: 'needs-pin' } : { outcome: 'refused', code };
}
