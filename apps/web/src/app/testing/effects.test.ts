import '@angular/compiler';
import { of, Subject, throwError } from 'rxjs';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { HistoryEffects, historyActions, historyFeature } from '../features/history/store/history-store.ts';
import { OrdersEffects, ordersActions, ordersFeature } from '../features/orders/store/orders-store.ts';
import { PassEffects, passActions, passFeature } from '../features/pass/store/pass-store.ts';
import { PrinterEffects, printerActions, printerFeature } from '../features/setup/store/printer-store.ts';
import { TillEffects, tillActions, tillFeature } from '../features/till/store/till-store.ts';
import { playEffects } from './played-effects.ts';

beforeEach(() => { vi.useFakeTimers(); });
afterEach(() => { vi.useRealTimers(); });
const away = () => throwError(() => new Error('away'));

describe('the pass', () => {
  it('reads its tickets when it opens and whenever they move, and says when it cannot', () => {
    const replies = [of([{ id: 'a' }]), of([{ id: 'a' }, { id: 'b' }]), away()];
    const api = { tickets: vi.fn(() => replies.shift() ?? away()), printers: () => of([]) };
    const pass = playEffects(PassEffects, api, passFeature);
    pass.act(passActions.opened());
    expect(pass.state()).toMatchObject({ status: 'loaded', tickets: [{ id: 'a' }] });
    pass.events.next({ type: 'tickets' } as never);
    pass.events.next({ type: 'tickets' } as never);
    pass.events.next({ type: 'menu' } as never);
    vi.advanceTimersByTime(100);
    expect(api.tickets).toHaveBeenCalledTimes(2);
    expect(pass.state().tickets).toHaveLength(2);
    pass.events.next({ type: 'connected' } as never);
    vi.advanceTimersByTime(100);
    expect(pass.state()).toMatchObject({ status: 'failed', tickets: [{ id: 'a' }, { id: 'b' }] });
  });

  it('bumps at once, sends one deed after another, and reads again what became of it', () => {
    const answers: Subject<void>[] = [];
    const setBumped = vi.fn(() => {
      const answer = new Subject<void>();
      answers.push(answer);
      return answer;
    });
    const api = { tickets: vi.fn(() => of([{ id: 'a', bumpedAt: null }])), printers: () => of([]), setBumped };
    const pass = playEffects(PassEffects, api, passFeature);
    pass.act(passActions.opened());
    pass.act(passActions.bumped({ id: 'a', bumped: true }));
    expect(pass.state().tickets[0]?.bumpedAt).toEqual(expect.any(String));
    pass.act(passActions.bumped({ id: 'a', bumped: false }));
    expect(setBumped.mock.calls).toEqual([['a', true]]);
    answers[0]?.next();
    answers[0]?.complete();
    expect(setBumped.mock.calls).toEqual([['a', true], ['a', false]]);
    answers[1]?.error(new Error('away'));
    expect(api.tickets).toHaveBeenCalledTimes(3);
  });

  it('prints again when it is asked to', () => {
    const api = { tickets: () => of([]), printers: () => of([]), reprint: vi.fn(() => of(undefined)) };
    playEffects(PassEffects, api, passFeature).act(passActions.reprintAsked({ id: 'a' }));
    expect(api.reprint).toHaveBeenCalledExactlyOnceWith('a');
  });
});

describe('the history', () => {
  const page = (from: number, count: number) => Array.from({ length: count }, (_, i) => ({ seq: from - i }));

  it('grows at its end, and knows whether there is more', () => {
    const api = { journal: vi.fn((before?: number) => of(before === undefined ? page(100, 60) : page(before - 1, 10))) };
    const history = playEffects(HistoryEffects, api, historyFeature);
    history.act(historyActions.opened());
    expect(history.state()).toMatchObject({ status: 'loaded', hasMore: true });
    history.act(historyActions.olderAsked({ before: 41 }));
    expect(history.state().entries.map(({ seq }) => seq)).toEqual(page(100, 70).map(({ seq }) => seq));
    expect(history.state().hasMore).toBe(false);
  });

  it('says why something cannot be taken back, until it can', () => {
    const answers = ['The milk was changed since.', undefined];
    const history = playEffects(HistoryEffects, { journal: () => of([]), takeBack: () => of(answers.shift()) }, historyFeature);
    history.act(historyActions.takenBack({ seq: 7 }));
    expect(history.state().refusal).toEqual({ seq: 7, says: 'The milk was changed since.' });
    history.act(historyActions.takenBack({ seq: 7 }));
    expect(history.state().refusal).toBeUndefined();
  });

  it('keeps what it had when the server is away', () => {
    const replies = [of(page(3, 3)), away()];
    const history = playEffects(HistoryEffects, { journal: () => replies.shift() ?? away() }, historyFeature);
    history.act(historyActions.opened());
    history.events.next({ type: 'menu' } as never);
    expect(history.state()).toMatchObject({ status: 'failed', entries: page(3, 3) });
  });
});

describe('the orders', () => {
  it('are found after a pause in typing, the last word alone', () => {
    const api = { orders: vi.fn((find: string) => of([{ id: find }])) };
    const orders = playEffects(OrdersEffects, api, ordersFeature);
    for (const find of ['i', 'il', 'ils']) orders.act(ordersActions.findTyped({ find }));
    vi.advanceTimersByTime(200);
    expect(api.orders.mock.calls).toEqual([['ils']]);
    expect(orders.state()).toMatchObject({ status: 'loaded', find: 'ils', orders: [{ id: 'ils' }] });
  });

  it('open one, follow it, and say where there is none', () => {
    const replies = [of({ id: 'x', total: 1 }), of({ id: 'x', total: 2 }), away()];
    const orders = playEffects(OrdersEffects, { orders: () => of([]), order: () => replies.shift() ?? away() }, ordersFeature);
    orders.act(ordersActions.orderOpened({ id: 'x' }));
    expect(orders.state().opened).toMatchObject({ total: 1 });
    orders.events.next({ type: 'tickets' } as never);
    vi.advanceTimersByTime(200);
    expect(orders.state().opened).toMatchObject({ total: 2 });
    orders.act(ordersActions.orderOpened({ id: 'y' }));
    expect(orders.state().opened).toBe('unknown');
  });
});

describe('the printers', () => {
  it('show the paper of the one that is looked at, anew when something comes out', () => {
    const api = { printers: () => of([{ station: 'hot' }]), paper: vi.fn((station: string) => of([{ station }])) };
    const printers = playEffects(PrinterEffects, api, printerFeature);
    printers.act(printerActions.opened());
    printers.events.next({ type: 'paper' } as never);
    vi.advanceTimersByTime(200);
    expect(api.paper).not.toHaveBeenCalled();
    printers.act(printerActions.shown({ station: 'hot' }));
    printers.events.next({ type: 'paper' } as never);
    vi.advanceTimersByTime(200);
    expect(api.paper.mock.calls).toEqual([['hot'], ['hot']]);
    expect(printers.state()).toMatchObject({ shown: 'hot', printers: [{ station: 'hot' }], paper: [{ station: 'hot' }] });
    printers.act(printerActions.shown({ station: 'cold' }));
    expect(api.paper).toHaveBeenLastCalledWith('cold');
  });

  it('are read again after one was jammed or mended, whatever was answered', () => {
    const api = { printers: vi.fn(() => of([])), setPrinterMode: vi.fn(() => away()), paper: () => of([]) };
    const printers = playEffects(PrinterEffects, api, printerFeature);
    printers.act(printerActions.modeSet({ station: 'hot', mode: 'jammed' }));
    expect(api.setPrinterMode).toHaveBeenCalledExactlyOnceWith('hot', 'jammed');
    expect(api.printers).toHaveBeenCalledTimes(1);
  });
});

describe('the till', () => {
  const settledBy = (answer: object) => ({ placeOrder: vi.fn(() => of(answer)), held: () => of([]) });

  it('sends what was chosen with the total that was seen, under the order’s key, once', () => {
    const answer = new Subject<object>();
    const api = { placeOrder: vi.fn(() => answer), held: () => of([]) };
    const till = playEffects(TillEffects, api, tillFeature);
    till.act(tillActions.lineAdded({ line: { item: 'toast' } }));
    const { key } = till.state();
    till.act(tillActions.sent({ total: 430 }));
    till.act(tillActions.sent({ total: 430 }));
    expect(api.placeOrder.mock.calls).toEqual([[{ channel: 'pos', service: 'dine-in', lines: [{ item: 'toast' }], seenTotal: 430 }, key]]);
    answer.next({ outcome: 'placed', order: { id: 'x', number: 7, total: 430 } });
    expect(till.state()).toMatchObject({ lines: [], sending: false });
    expect(till.state().key).not.toBe(key);
  });

  it('keeps the order and its key when nobody answers', () => {
    const till = playEffects(TillEffects, settledBy({ outcome: 'away' }), tillFeature);
    till.act(tillActions.lineAdded({ line: { item: 'toast' } }));
    const { key } = till.state();
    till.act(tillActions.sent({ total: 430 }));
    expect(till.state()).toMatchObject({ lines: [{ item: 'toast' }], key, sending: false });
  });

  it('puts an order aside and takes it up again, and says when it is gone', () => {
    const aside: object[] = [];
    const api = {
      hold: vi.fn((order: object) => (aside.push({ id: 'h', order }), of(undefined))), held: () => of(aside), takeHeld: () => (aside.length > 0 ? of((aside.pop() as { order: object }).order) : away()),
    };
    const till = playEffects(TillEffects, api, tillFeature);
    till.act(tillActions.lineAdded({ line: { item: 'toast' } }));
    till.act(tillActions.held());
    expect(till.state()).toMatchObject({ lines: [], held: [{ id: 'h' }] });
    till.act(tillActions.heldTaken({ id: 'h' }));
    expect(till.state()).toMatchObject({ lines: [{ item: 'toast' }], held: [] });
    till.act(tillActions.lineDropped({ index: 0 }));
    till.act(tillActions.heldTaken({ id: 'h' }));
    expect(till.state()).toMatchObject({ lines: [], said: { isWell: false } });
  });

  it('keeps a word only when the server knows it', () => {
    const till = playEffects(TillEffects, { allow: (pin: string) => of(pin === '2468'), held: () => of([]) }, tillFeature);
    till.act(tillActions.wordGiven({ pin: '1111' }));
    expect(till.state().pin).toBeUndefined();
    till.act(tillActions.wordGiven({ pin: '2468' }));
    expect(till.state().pin).toBe('2468');
  });
});
