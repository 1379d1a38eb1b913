import { inject, Injectable } from '@angular/core';
import type { Movement, StockDay } from '@hearty-ladle/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { createActionGroup, createFeature, createReducer, emptyProps, on, props } from '@ngrx/store';
import { catchError, forkJoin, map, of, switchMap } from 'rxjs';
import { StockApi } from '../../../api/stock-api.ts';

export interface LedgerState {
  /** `keyOfWhat` of the thing whose ledger is open. */
  readonly key: string | undefined;
  readonly movements: readonly Movement[] | undefined;
  readonly days: readonly StockDay[];
  readonly isFailed: boolean;
}

export const ledgerActions = createActionGroup({
  source: 'Ledger',
  events: {
    Opened: props<{ key: string; location: string | undefined }>(),
    Arrived: props<{ movements: readonly Movement[]; days: readonly StockDay[] }>(),
    'Load failed': emptyProps(),
    Closed: emptyProps(),
  },
});

const closed: LedgerState = { key: undefined, movements: undefined, days: [], isFailed: false };

export const ledgerFeature = createFeature({
  name: 'ledger',
  reducer: createReducer<LedgerState>(
    closed,
    on(ledgerActions.opened, (_, { key }) => ({ ...closed, key })),
    on(ledgerActions.arrived, (state, { movements, days }) => ({ ...state, movements, days })),
    on(ledgerActions.loadFailed, (state) => ({ ...state, isFailed: true })),
    on(ledgerActions.closed, () => closed),
  ),
});

@Injectable()
export class LedgerEffects {
  readonly #actions = inject(Actions);
  readonly #api = inject(StockApi);

  readonly read = createEffect(() =>
    this.#actions.pipe(
      ofType(ledgerActions.opened),
      switchMap(({ key, location }) =>
        forkJoin({ movements: this.#api.ledger(key, location), days: this.#api.ledgerDays(key, location) }).pipe(
          map((read) => ledgerActions.arrived(read)),
          catchError(() => of(ledgerActions.loadFailed())),
        ),
      ),
    ),
  );
}
