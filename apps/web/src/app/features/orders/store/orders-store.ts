import { inject, Injectable } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { createActionGroup, createFeature, createReducer, on, props } from '@ngrx/store';
import { catchError, debounceTime, filter, map, merge, of, switchMap } from 'rxjs';
import { Api } from '../../../api/api.ts';
import { Live } from '../../../api/live.ts';
import type { ListedOrder, OpenedOrder } from '../../../api/wire.ts';

export interface OrdersState {
  readonly status: 'loading' | 'loaded' | 'failed';
  readonly find: string;
  readonly orders: readonly ListedOrder[];
  readonly opened: OpenedOrder | 'unknown' | undefined;
}

export const ordersActions = createActionGroup({
  source: 'Orders',
  events: {
    'Find typed': props<{ find: string }>(),
    Arrived: props<{ orders: readonly ListedOrder[] | undefined }>(),
    'Order opened': props<{ id: string }>(),
    'Order arrived': props<{ opened: OpenedOrder | 'unknown' }>(),
  },
});

export const ordersFeature = createFeature({
  name: 'orders',
  reducer: createReducer<OrdersState>(
    { status: 'loading', find: '', orders: [], opened: undefined },
    on(ordersActions.findTyped, (state, { find }) => ({ ...state, find })),
    on(ordersActions.arrived, (state, { orders }) => (orders ? { ...state, status: 'loaded' as const, orders } : { ...state, status: 'failed' as const })),
    on(ordersActions.orderOpened, (state, { id }) => ({ ...state, opened: typeof state.opened === 'object' && state.opened.id === id ? state.opened : undefined })),
    on(ordersActions.orderArrived, (state, { opened }) => ({ ...state, opened })),
  ),
});

const PAUSE_MS = 120;

@Injectable()
export class OrdersEffects {
  readonly #actions = inject(Actions);
  readonly #api = inject(Api);
  readonly #news = inject(Live).events.pipe(filter(({ type }) => type === 'tickets' || type === 'connected'), debounceTime(PAUSE_MS));

  readonly list = createEffect(() =>
    this.#actions.pipe(
      ofType(ordersActions.findTyped),
      debounceTime(PAUSE_MS),
      switchMap(({ find }) => merge(of(find), this.#news.pipe(map(() => find)))),
      switchMap((find) => this.#api.orders(find).pipe(map((orders) => ordersActions.arrived({ orders })), catchError(() => of(ordersActions.arrived({ orders: undefined }))))),
    ),
  );

  readonly open = createEffect(() =>
    this.#actions.pipe(
      ofType(ordersActions.orderOpened),
      switchMap(({ id }) => merge(of(id), this.#news.pipe(map(() => id)))),
      switchMap((id) => this.#api.order(id).pipe(map((opened) => ordersActions.orderArrived({ opened })), catchError(() => of(ordersActions.orderArrived({ opened: 'unknown' }))))),
    ),
  );
}
