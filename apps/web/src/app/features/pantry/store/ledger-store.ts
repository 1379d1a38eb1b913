import { inject, Injectable } from '@angular/core';
import type { Movement } from '@hearty-ladle/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { createActionGroup, createFeature, createReducer, emptyProps, on, props } from '@ngrx/store';
import { catchError, map, of, switchMap } from 'rxjs';
import { StockApi } from '../../../api/stock-api.ts';

export interface LedgerState {
  /** `keyOfWhat` of the thing whose ledger is open. */
  readonly key: string | undefined;
  readonly movements: readonly Movement[] | undefined;
  readonly isFailed: boolean;
}

export const ledgerActions = createActionGroup({
  source: 'Ledger',
  events: {
    Opened: props<{ key: string; location: string | undefined }>(),
    Arrived: props<{ movements: readonly Movement[] }>(),
    'Load failed': emptyProps(),
    Closed: emptyProps(),
  },
});

const closed: LedgerState = { key: undefined, movements: undefined, isFailed: false };

export const ledgerFeature = createFeature({
  name: 'ledger',
  reducer: createReducer<LedgerState>(
    closed,
    on(ledgerActions.opened, (_, { key }) => ({ ...closed, key })),
    on(ledgerActions.arrived, (state, { movements }) => ({ ...state, movements })),
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
        this.#api.ledger(key, location).pipe(
          map((movements) => ledgerActions.arrived({ movements })),
          catchError(() => of(ledgerActions.loadFailed())),
        ),
      ),
    ),
  );
}
