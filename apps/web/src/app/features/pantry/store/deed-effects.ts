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
import { codeOf, failureOf } from '../../../api/failure.ts';
import { StockApi } from '../../../api/stock-api.ts';
import { SessionApi } from '../../../api/session-api.ts';
import { pinTried } from '../../../state/session.ts';
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
  readonly #session = inject(SessionApi);
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
          switchMap(({ waiting: [deed] }) =>
            deed
              ? this.#sent(deed).pipe(
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
      exhaustMap(({ tried }) => pinTried(this.#session, tried, (answer) => [deedActions.pinAnswered({ answer })])),
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

  #sent(deed: Deed): Observable<readonly HeldOff[]> {
    if ('off' in deed) return this.#stock.takeOff(deed.off, deed.key);
    if ('move' in deed) return this.#stock.move(deed.move, deed.key).pipe(map(() => []));
    if ('count' in deed) return this.#stock.changeCount(deed.count).pipe(map(() => []));
    if ('pause' in deed) return this.#stock.pause(deed.pause).pipe(map(() => []));
    if ('thing' in deed) return this.#stock.setThing(deed.thing).pipe(map(() => []));
    return this.#stock.putBack(deed.back).pipe(map(() => []));
  }
}

function answerOf(error: HttpErrorResponse | TimeoutError): DeedAnswer {
  if (error instanceof TimeoutError || failureOf(error) !== 'refused') return { outcome: 'unanswered' };
  const code = codeOf(error);
  return code === 'not-allowed' ? { outcome: 'needs-pin' } : { outcome: 'refused', code };
}
