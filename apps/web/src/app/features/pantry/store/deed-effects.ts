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
  timeout,
  TimeoutError,
  withLatestFrom,
} from 'rxjs';
import { Api } from '../../../api/api.ts';
import { codeOf, failureOf } from '../../../api/failure.ts';
import { StockApi } from '../../../api/stock-api.ts';
import { rememberDevice } from '../../../state/device-token.ts';
import { stockActions } from '../../../state/stock.ts';
import { type Deed, deedActions, type DeedAnswer, deedFeature, rememberDeeds } from './deed-store.ts';
import { rememberSheets, sheetFeature } from './sheet-store.ts';

const RETRY_MS = 2_000;
/** A server that is frozen, or a connection that died silently, never answers. */
const ANSWER_MS = 10_000;

@Injectable()
export class DeedEffects {
  readonly #actions = inject(Actions);
  readonly #store = inject(Store);
  readonly #api = inject(Api);
  readonly #stock = inject(StockApi);

  /** Sends what waits, one after the other, until each is answered. */
  readonly send = createEffect(() =>
    merge(
      this.#actions.pipe(ofType(deedActions.added, deedActions.queueResumed, stockActions.opened)),
      this.#actions.pipe(
        ofType(deedActions.answered),
        filter(({ answer }) => answer.outcome === 'done' || answer.outcome === 'refused'),
      ),
      this.#actions.pipe(
        ofType(deedActions.pinAnswered),
        filter(({ answer }) => answer.outcome === 'right'),
      ),
    ).pipe(
      // The state is read only when the deed before has been answered.
      concatMap(() =>
        this.#store.select(deedFeature.selectDeedsState).pipe(
          take(1),
          switchMap(({ waiting: [deed], device }) =>
            deed
              ? this.#sent(deed, device).pipe(
                  timeout(ANSWER_MS),
                  map((offs): DeedAnswer => ({ outcome: 'done', offs })),
                  catchError((error: HttpErrorResponse | TimeoutError) => of(answerOf(error))),
                  map((answer) => deedActions.answered({ deed, answer })),
                )
              : EMPTY,
          ),
        ),
      ),
    ),
  );

  readonly again = createEffect(() =>
    this.#actions.pipe(
      ofType(deedActions.answered),
      filter(({ answer }) => answer.outcome === 'unanswered'),
      delay(RETRY_MS),
      map(() => deedActions.queueResumed()),
    ),
  );

  readonly look = createEffect(() =>
    this.#actions.pipe(
      ofType(deedActions.answered),
      filter(({ answer }) => answer.outcome === 'done'),
      map(() => stockActions.moved()),
    ),
  );

  readonly pin = createEffect(() =>
    this.#actions.pipe(
      ofType(deedActions.pinEntered),
      withLatestFrom(this.#store.select(deedFeature.selectDevice)),
      exhaustMap(([{ pin }, device]) =>
        this.#api.tryPin(pin, device).pipe(
          tap((answer) => {
            if (answer.outcome === 'right') rememberDevice(answer.device);
          }),
          map((answer) => deedActions.pinAnswered({ answer })),
        ),
      ),
    ),
  );

  readonly drop = createEffect(() =>
    this.#actions.pipe(
      ofType(deedActions.pinDismissed),
      withLatestFrom(this.#store.select(deedFeature.selectWaiting)),
      map(([, deeds]) => deedActions.dropped({ deeds })),
    ),
  );

  readonly remember = createEffect(() => this.#store.select(deedFeature.selectWaiting).pipe(tap(rememberDeeds)), {
    dispatch: false,
  });

  readonly rememberSheets = createEffect(
    () => this.#store.select(sheetFeature.selectSheetsState).pipe(tap(rememberSheets)),
    { dispatch: false },
  );

  #sent(deed: Deed, device: string | undefined): Observable<readonly HeldOff[]> {
    if ('off' in deed) return this.#stock.takeOff(deed.off, deed.key, device);
    if ('move' in deed) return this.#stock.move(deed.move, deed.key, device).pipe(map(() => []));
    if ('count' in deed) return this.#stock.changeCount(deed.count, device).pipe(map(() => []));
    if ('pause' in deed) return this.#stock.pause(deed.pause, device).pipe(map(() => []));
    if ('thing' in deed) return this.#stock.setThing(deed.thing, device).pipe(map(() => []));
    return this.#stock.putBack(deed.back, device).pipe(map(() => []));
  }
}

function answerOf(error: HttpErrorResponse | TimeoutError): DeedAnswer {
  if (error instanceof TimeoutError || failureOf(error) !== 'refused') return { outcome: 'unanswered' };
  const code = codeOf(error);
  return code === 'needs-pin' ? { outcome: 'needs-pin' } : { outcome: 'refused', code };
}
