import { inject, Injectable } from '@angular/core';
import type { ListedOrder } from '@hearty-ladle/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { createActionGroup, createFeature, createReducer, emptyProps, on, props } from '@ngrx/store';
import { catchError, EMPTY, filter, map, merge, of, switchMap } from 'rxjs';
import { Api } from '../../../api/api.ts';
import { Live } from '../../../api/live.ts';

export const startActions = createActionGroup({
  source: 'First steps',
  events: { Opened: emptyProps(), 'Orders arrived': props<{ orders: readonly ListedOrder[] }>() },
});

/** Whether an order came in, and whether one of its tickets was bumped. */
export const startFeature = createFeature({
  name: 'start',
  reducer: createReducer<{ readonly hasOrder: boolean; readonly hasBumped: boolean }>(
    { hasOrder: false, hasBumped: false },
    on(startActions.ordersArrived, (_, { orders }) => ({
      hasOrder: orders.length > 0,
      hasBumped: orders.some(({ bumped }) => bumped > 0),
    })),
  ),
});

@Injectable()
export class StartEffects {
  readonly #actions = inject(Actions);
  readonly #api = inject(Api);
  readonly #live = inject(Live);

  readonly read = createEffect(() =>
    this.#actions.pipe(
      ofType(startActions.opened),
      switchMap(() => merge(of(undefined), this.#live.events.pipe(filter(({ type }) => type === 'tickets')))),
      switchMap(() => this.#api.orders({ find: '' }).pipe(catchError(() => EMPTY))),
      map((orders) => startActions.ordersArrived({ orders })),
    ),
  );
}
