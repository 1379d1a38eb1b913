import type { ListedOrder, OpenedOrder } from '@hearty-ladle/core';
import { inject, Injectable } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { createActionGroup, createFeature, createReducer, emptyProps, on, props, Store } from '@ngrx/store';
import { catchError, debounceTime, EMPTY, exhaustMap, filter, map, merge, of, switchMap, withLatestFrom } from 'rxjs';
import { Api, type OrderQuery } from '../../../api/api.ts';
import { Live } from '../../../api/live.ts';

export interface OrdersState {
  readonly status: 'loading' | 'loaded' | 'failed';
  readonly query: OrderQuery;
  readonly orders: readonly ListedOrder[];
  /** Whether there are older orders than those loaded. */
  readonly hasMore: boolean;
  readonly opened: OpenedOrder | 'unknown' | undefined;
  /** The order whose guest’s details could not be blanked. */
  readonly notBlanked: string | undefined;
}

export const ordersActions = createActionGroup({
  source: 'Orders',
  events: {
    'Query changed': props<{ query: OrderQuery }>(),
    'Older requested': emptyProps(),
    Arrived: props<{ orders: readonly ListedOrder[] | undefined }>(),
    'Older arrived': props<{ orders: readonly ListedOrder[] }>(),
    'Order opened': props<{ id: string }>(),
    'Order arrived': props<{ opened: OpenedOrder | 'unknown' }>(),
    Blanked: props<{ id: string }>(),
    'Blank failed': props<{ id: string }>(),
  },
});

export const ordersFeature = createFeature({
  name: 'orders',
  reducer: createReducer<OrdersState>(
    { status: 'loading', query: { find: '' }, orders: [], hasMore: false, opened: undefined, notBlanked: undefined },
    on(ordersActions.queryChanged, (state, { query }) => ({
      ...state,
      query,
      orders: JSON.stringify(query) === JSON.stringify(state.query) ? state.orders : [],
      hasMore: false,
    })),
    on(ordersActions.arrived, (state, { orders }) =>
      orders
        ? { ...state, status: 'loaded' as const, ...withNewest(state, orders) }
        : { ...state, status: 'failed' as const },
    ),
    on(ordersActions.olderArrived, (state, { orders }) => ({
      ...state,
      orders: [...state.orders, ...orders],
      hasMore: orders.length === PAGE,
    })),
    on(ordersActions.orderOpened, (state, { id }) => ({
      ...state,
      opened: typeof state.opened === 'object' && state.opened.id === id ? state.opened : undefined,
    })),
    on(ordersActions.orderArrived, (state, { opened }) => ({ ...state, opened })),
    on(ordersActions.blanked, (state) => ({ ...state, notBlanked: undefined })),
    on(ordersActions.blankFailed, (state, { id }) => ({ ...state, notBlanked: id })),
  ),
});

const PAUSE_MS = 120;
const PAGE = 50;

/** Merges the newest orders with the older ones already loaded. */
function withNewest(
  { orders: before }: OrdersState,
  newest: readonly ListedOrder[],
): Pick<OrdersState, 'orders' | 'hasMore'> {
  const oldest = newest.at(-1)?.number ?? 0;
  const older = newest.length === PAGE ? before.filter(({ number }) => number < oldest) : [];
  return { orders: [...newest, ...older], hasMore: older.length > 0 || newest.length === PAGE };
}

function before(orders: readonly ListedOrder[]): Pick<OrderQuery, 'before'> {
  const [last] = orders.slice(-1);
  return last ? { before: last.number } : {};
}

@Injectable()
export class OrdersEffects {
  readonly #actions = inject(Actions);
  readonly #api = inject(Api);
  readonly #store = inject(Store);
  readonly #news = inject(Live).events.pipe(
    filter(({ type }) => type === 'tickets' || type === 'connected'),
    debounceTime(PAUSE_MS),
  );

  readonly list = createEffect(() =>
    this.#actions.pipe(
      ofType(ordersActions.queryChanged),
      debounceTime(PAUSE_MS),
      switchMap(({ query }) => merge(of(query), this.#news.pipe(map(() => query)))),
      switchMap((query) =>
        this.#api.orders(query).pipe(
          map((orders) => ordersActions.arrived({ orders })),
          catchError(() => of(ordersActions.arrived({ orders: undefined }))),
        ),
      ),
    ),
  );

  readonly older = createEffect(() =>
    this.#actions.pipe(
      ofType(ordersActions.olderRequested),
      withLatestFrom(this.#store.select(ordersFeature.selectOrdersState)),
      exhaustMap(([, { query, orders }]) =>
        this.#api.orders({ ...query, ...before(orders) }).pipe(
          map((older) => ordersActions.olderArrived({ orders: older })),
          catchError(() => EMPTY),
        ),
      ),
    ),
  );

  readonly blank = createEffect(() =>
    this.#actions.pipe(
      ofType(ordersActions.blanked),
      exhaustMap(({ id }) =>
        this.#api.blankOrder(id).pipe(
          map(() => ordersActions.orderOpened({ id })),
          catchError(() => of(ordersActions.blankFailed({ id }))),
        ),
      ),
    ),
  );

  readonly open = createEffect(() =>
    this.#actions.pipe(
      ofType(ordersActions.orderOpened),
      switchMap(({ id }) => merge(of(id), this.#news.pipe(map(() => id)))),
      switchMap((id) =>
        this.#api.order(id).pipe(
          map((opened) => ordersActions.orderArrived({ opened })),
          catchError(() => of(ordersActions.orderArrived({ opened: 'unknown' }))),
        ),
      ),
    ),
  );
}
