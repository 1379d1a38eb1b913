import '@angular/compiler';
import { of, throwError } from 'rxjs';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { runEffects } from '../../../testing/run-effects.ts';
import { OrdersEffects, ordersActions, ordersFeature } from './orders-store.ts';

beforeEach(() => {
  vi.useFakeTimers();
});
afterEach(() => {
  vi.useRealTimers();
});
const away = () => throwError(() => new Error('away'));

describe('the orders', () => {
  it('are found after a pause in typing, the last word alone', () => {
    const api = { orders: vi.fn(({ find }: { find: string }) => of([{ id: find }])) };
    const orders = runEffects(OrdersEffects, api, ordersFeature);
    for (const find of ['i', 'il', 'ils']) orders.act(ordersActions.queryChanged({ query: { find } }));
    vi.advanceTimersByTime(200);
    expect(api.orders.mock.calls).toEqual([[{ find: 'ils' }]]);
    expect(orders.state()).toMatchObject({ status: 'loaded', query: { find: 'ils' }, orders: [{ id: 'ils' }] });
  });

  it('open one, follow it, and say where there is none', () => {
    const replies = [of({ id: 'x', total: 1 }), of({ id: 'x', total: 2 }), away()];
    const orders = runEffects(
      OrdersEffects,
      { orders: () => of([]), order: () => replies.shift() ?? away() },
      ordersFeature,
    );
    orders.act(ordersActions.orderOpened({ id: 'x' }));
    expect(orders.state().opened).toMatchObject({ total: 1 });
    orders.events.next({ type: 'tickets' } as never);
    vi.advanceTimersByTime(200);
    expect(orders.state().opened).toMatchObject({ total: 2 });
    orders.act(ordersActions.orderOpened({ id: 'y' }));
    expect(orders.state().opened).toBe('unknown');
  });
});
