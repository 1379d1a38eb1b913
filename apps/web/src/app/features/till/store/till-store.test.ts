import '@angular/compiler';
import { of, Subject, throwError } from 'rxjs';
import { describe, expect, it, vi } from 'vitest';
import { runEffects } from '../../../testing/run-effects.ts';
import type { SentOrder } from '../../../api/ordering-api.ts';
import { tillActions } from './till-actions.ts';
import { TillEffects } from './till-effects.ts';
import { rememberOrder, tillFeature, tillOrder, type TillState } from './till-store.ts';

const after = (...actions: Parameters<typeof tillFeature.reducer>[1][]) =>
  actions.reduce<TillState>(
    (state, action) => tillFeature.reducer(state, action),
    tillFeature.reducer(undefined, { type: 'start' }),
  );
const toast = { item: 'toast' };
const bowl = { item: 'ember', picks: [{ group: 'noodle', choice: 'wheat' }] };

describe('an order at the till', () => {
  it('grows, is repeated, changed in its place, and loses a line whose count comes to nothing', () => {
    const state = after(
      tillActions.lineAdded({ line: toast }),
      tillActions.lineAdded({ line: bowl }),
      tillActions.lineCounted({ index: 0, quantity: 3 }),
      tillActions.lineOpened({ line: bowl, index: 1 }),
      tillActions.lineAnswered({ line: { ...bowl, notes: { n: 'hot' } } }),
      tillActions.lineConfirmed(),
    );
    expect(state.lines).toEqual([
      { ...toast, quantity: 3 },
      { ...bowl, notes: { n: 'hot' } },
    ]);
    expect(state.open).toBeUndefined();
    expect(
      after(tillActions.lineAdded({ line: toast }), tillActions.lineCounted({ index: 0, quantity: 0 })).lines,
    ).toEqual([]);
  });

  it('keeps nothing of a line that is left', () => {
    expect(
      after(
        tillActions.lineOpened({ line: bowl, index: undefined }),
        tillActions.lineCancelled(),
        tillActions.lineConfirmed(),
      ).lines,
    ).toEqual([]);
  });

  it('is empty after it was sent, under a new key; stays, under the same key, when nobody answers or it is refused', () => {
    const order = after(
      tillActions.lineAdded({ line: toast }),
      tillActions.named({ name: 'Ilse', place: '4', service: 'takeaway' }),
      tillActions.sent({ total: 430 }),
    );
    const { key } = order.tries;
    const answered = (answer: SentOrder, state = order) =>
      tillFeature.reducer(state, tillActions.sendAnswered({ key, answer, nextKey: 'next' }));
    const placed: SentOrder = { outcome: 'placed', order: { id: 'x', number: 7, total: 430 } };
    expect(answered(placed)).toMatchObject({
      lines: [],
      name: '',
      tries: { key: 'next' },
      sending: false,
      notice: { isWell: true, key: 'notice.placed', values: { number: 7 } },
    });
    for (const outcome of ['offline', 'busy', 'failed'] as const)
      expect(answered({ outcome })).toMatchObject({ lines: [toast], tries: { key }, notice: { isWell: false } });
    expect(answered({ outcome: 'costs-otherwise', total: 480 })).toMatchObject({
      lines: [toast],
      name: 'Ilse',
      tries: order.tries,
    });
    const edited = tillFeature.reducer(order, tillActions.lineAdded({ line: bowl }));
    expect(answered(placed, edited)).toMatchObject({
      lines: [toast, bowl],
      tries: { key: 'next', replaces: [] },
      notice: { isWell: false, key: 'notice.first-placed', values: { number: 7 } },
    });
    const lost = tillFeature.reducer(
      answered({ outcome: 'offline' }),
      tillActions.lineCounted({ index: 0, quantity: 2 }),
    );
    expect(lost.tries).toEqual({ key: `${key}.1`, wasSent: false, replaces: [key] });
  });

  it('that was parked comes back whole once the server has confirmed it, or is reported as gone', () => {
    const order = after(
      tillActions.lineAdded({ line: bowl }),
      tillActions.named({ name: 'Ilse', service: 'takeaway' }),
      tillActions.orderAnswered({ answers: { consents: ['bag'] } }),
    );
    expect(tillFeature.reducer(order, tillActions.parkAnswered({ isParked: false, nextKey: 'n' })).lines).toEqual([
      bowl,
    ]);
    const parked = tillFeature.reducer(order, tillActions.parkAnswered({ isParked: true, nextKey: 'n' }));
    expect(parked.lines).toEqual([]);
    const back = tillFeature.reducer(
      parked,
      tillActions.parkedReserved({ id: 'h', reservation: 'r', order: tillOrder(order) }),
    );
    expect(tillOrder(back)).toEqual(tillOrder(order));
    expect(back.confirming).toEqual({ id: 'h', reservation: 'r' });
    expect(tillFeature.reducer(back, tillActions.parkedConfirmed({ isOurs: undefined }))).toMatchObject({
      lines: [bowl],
      confirming: { id: 'h' },
    });
    expect(tillFeature.reducer(back, tillActions.parkedConfirmed({ isOurs: true }))).toMatchObject({
      lines: [bowl],
      confirming: undefined,
    });
    expect(tillFeature.reducer(back, tillActions.parkedConfirmed({ isOurs: false }))).toMatchObject({
      lines: [],
      confirming: undefined,
      notice: { isWell: false },
    });
    expect(tillFeature.reducer(parked, tillActions.parkedNotReserved({ kind: 'refused' })).notice?.key).toBe(
      'notice.taken-elsewhere',
    );
    expect(tillFeature.reducer(parked, tillActions.parkedNotReserved({ kind: 'offline' })).notice?.key).toBe(
      'notice.still-held',
    );
  });

  it('is quoted anew when its dishes change, and not when a name or a table is typed', () => {
    const order = after(tillActions.lineAdded({ line: bowl }));
    const priced = (state: typeof order) => tillFeature.selectPricedOrder({ till: state });
    const quoted = priced(order);
    expect(priced(tillFeature.reducer(order, tillActions.named({ name: 'Ilse', place: '4' })))).toBe(quoted);
    expect(priced(tillFeature.reducer(order, tillActions.lineCounted({ index: 0, quantity: 2 })))).not.toEqual(quoted);
  });

  it('survives a reload with its keys', () => {
    const stored = new Map<string, string>();
    vi.stubGlobal('localStorage', { setItem: (key: string, value: string) => stored.set(key, value) });
    rememberOrder({
      ...after(tillActions.lineAdded({ line: toast }), tillActions.lineOpened({ line: bowl, index: 0 })),
      name: 'Ilse',
    });
    const [kept = ''] = [...stored.values()];
    expect(JSON.parse(kept)).toMatchObject({ lines: [toast], name: 'Ilse', open: { line: bowl, index: 0 } });
    vi.unstubAllGlobals();
  });
});

describe('the till, beside a server', () => {
  const away = () => throwError(() => new Error('away'));
  const settledBy = (answer: object) => ({ placeOrder: vi.fn(() => of(answer)), parked: () => of([]) });

  it('sends what was chosen with the total that was seen, under the order’s key, once', () => {
    const answer = new Subject<object>();
    const api = { placeOrder: vi.fn(() => answer), parked: () => of([]) };
    const till = runEffects(TillEffects, api, tillFeature);
    till.act(tillActions.lineAdded({ line: { item: 'toast' } }));
    const { key } = till.state().tries;
    till.act(tillActions.sent({ total: 430 }));
    till.act(tillActions.sent({ total: 430 }));
    expect(api.placeOrder.mock.calls).toEqual([
      [{ channel: 'pos', service: 'dine-in', lines: [{ item: 'toast' }], seenTotal: 430 }, key],
    ]);
    answer.next({ outcome: 'placed', order: { id: 'x', number: 7, total: 430 } });
    expect(till.state()).toMatchObject({ lines: [], sending: false });
    expect(till.state().tries.key).not.toBe(key);
  });

  it('keeps the order and its key when nobody answers', () => {
    const till = runEffects(TillEffects, settledBy({ outcome: 'offline' }), tillFeature);
    till.act(tillActions.lineAdded({ line: { item: 'toast' } }));
    const { key } = till.state().tries;
    till.act(tillActions.sent({ total: 430 }));
    expect(till.state()).toMatchObject({ lines: [{ item: 'toast' }], tries: { key, wasSent: true }, sending: false });
  });

  it('parks an order once and takes it up in two steps, asking until it is confirmed', () => {
    vi.useFakeTimers();
    const replies = [throwError(() => ({ status: 0 })), of({})];
    const api = {
      park: vi.fn(() => of({})),
      parked: () => of([{ id: 'h' }]),
      reserveParked: vi.fn(() => of({ lines: [{ item: 'toast' }] })),
      confirmParked: vi.fn(() => replies.shift() ?? away()),
    };
    const till = runEffects(TillEffects, api, tillFeature);
    till.act(tillActions.opened());
    till.act(tillActions.lineAdded({ line: { item: 'toast' } }));
    till.act(tillActions.parked());
    expect(api.park.mock.calls).toHaveLength(1);
    expect(till.state()).toMatchObject({ lines: [], parked: [{ id: 'h' }] });
    till.act(tillActions.parkedChosen({ id: 'h' }));
    expect(till.state()).toMatchObject({ lines: [{ item: 'toast' }], confirming: { id: 'h' } });
    vi.advanceTimersByTime(2_000);
    expect(api.confirmParked.mock.calls).toHaveLength(2);
    expect(api.confirmParked.mock.calls[1]).toEqual(api.confirmParked.mock.calls[0]);
    expect(till.state()).toMatchObject({ lines: [{ item: 'toast' }], confirming: undefined });
    vi.useRealTimers();
  });

  it('hears at once what other tills park and take up', () => {
    const lists = [[], [{ id: 'h' }], []];
    const till = runEffects(TillEffects, { parked: () => of(lists.shift()) }, tillFeature);
    till.act(tillActions.opened());
    till.events.next({ type: 'parked' });
    expect(till.state().parked).toEqual([{ id: 'h' }]);
    till.events.next({ type: 'parked' });
    expect(till.state().parked).toEqual([]);
  });

  const right = { outcome: 'right', acting: { acting: 'token', name: 'Ines', until: '2026-11-28T14:00:00.000Z' } };

  it('opens a dish with an open price only once the server knows the PIN', () => {
    const tryPin = ({ pin }: { pin: string }) => of(pin === '2468' ? right : { outcome: 'wrong', code: 'pin-wrong' });
    const till = runEffects(TillEffects, { tryPin, parked: () => of([]) }, tillFeature);
    till.act(tillActions.pinAsked({ reason: { line: toast } }));
    till.act(tillActions.pinEntered({ tried: { person: 'ines', pin: '1111' } }));
    expect(till.state()).toMatchObject({ open: undefined, pinRefusal: { key: 'refusal.pin-wrong' } });
    till.act(tillActions.pinEntered({ tried: { person: 'ines', pin: '2468' } }));
    expect(till.state()).toMatchObject({ open: { line: toast }, asking: undefined, pinRefusal: undefined });
  });

  it('that holds an open price is sent once a PIN was given in place', () => {
    let isKnown = false;
    const sent: unknown[] = [];
    const placeOrder = (order: { seenTotal?: number }) => {
      sent.push(order.seenTotal);
      return of(
        isKnown
          ? { outcome: 'placed', order: { number: 5 } }
          : { outcome: 'refused', problems: [], code: 'may-not-name-prices', message: '' },
      );
    };
    const tryPin = () => {
      isKnown = true;
      return of(right);
    };
    const till = runEffects(TillEffects, { tryPin, placeOrder, parked: () => of([]) }, tillFeature);
    till.act(tillActions.lineAdded({ line: toast }));
    till.act(tillActions.sent({ total: 500 }));
    expect(till.state()).toMatchObject({ asking: { total: 500 }, lines: [toast] });
    till.act(tillActions.pinEntered({ tried: { person: 'ines', pin: '2468' } }));
    expect(sent).toEqual([500, 500]);
    expect(till.state()).toMatchObject({ lines: [], asking: undefined, notice: { key: 'notice.placed' } });
  });
});
