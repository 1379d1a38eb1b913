import '@angular/compiler';
import { of, Subject, throwError } from 'rxjs';
import { describe, expect, it, vi } from 'vitest';
import { playEffects } from '../../../testing/played-effects.ts';
import { TillEffects, tillActions, tillFeature, tillOrder, type TillState } from './till-store.ts';

const after = (...actions: Parameters<typeof tillFeature.reducer>[1][]) => actions.reduce<TillState>((state, action) => tillFeature.reducer(state, action), tillFeature.reducer(undefined, { type: 'start' }));
const toast = { item: 'toast' };
const bowl = { item: 'ember', picks: [{ group: 'noodle', choice: 'wheat' }] };

describe('an order at the till', () => {
  it('grows, is repeated, changed in its place, and loses a line whose count comes to nothing', () => {
    const state = after(
      tillActions.lineAdded({ line: toast }), tillActions.lineAdded({ line: bowl }), tillActions.lineRepeated({ index: 0, by: 2 }),
      tillActions.lineOpened({ line: bowl, index: 1 }), tillActions.lineAnswered({ line: { ...bowl, notes: { n: 'hot' } } }), tillActions.lineKept(),
    );
    expect(state.lines).toEqual([{ ...toast, quantity: 3 }, { ...bowl, notes: { n: 'hot' } }]);
    expect(state.open).toBeUndefined();
    expect(after(tillActions.lineAdded({ line: toast }), tillActions.lineRepeated({ index: 0, by: -1 })).lines).toEqual([]);
  });

  it('keeps nothing of a line that is left', () => {
    expect(after(tillActions.lineOpened({ line: bowl, index: undefined }), tillActions.lineLeft(), tillActions.lineKept()).lines).toEqual([]);
  });

  it('is empty after it was sent, under a new key; stays, under the same key, when nobody answers', () => {
    const order = after(tillActions.lineAdded({ line: toast }), tillActions.named({ name: 'Ilse', place: '4', service: 'takeaway' }), tillActions.sent({ total: 430 }));
    const sent = tillFeature.reducer(order, tillActions.settled({ answer: { outcome: 'placed', order: { id: 'x', number: 7, total: 430 } }, nextKey: 'next' }));
    expect(sent).toMatchObject({ lines: [], name: '', key: 'next', sending: false, said: { isWell: true, words: 'Number 7 is in the kitchen.' } });
    const away = tillFeature.reducer(order, tillActions.settled({ answer: { outcome: 'away' }, nextKey: 'next' }));
    expect(away).toMatchObject({ lines: [toast], key: order.key, said: { isWell: false } });
    const refused = tillFeature.reducer(order, tillActions.settled({ answer: { outcome: 'costs-otherwise', total: 480 }, nextKey: 'next' }));
    expect(refused).toMatchObject({ lines: [toast], name: 'Ilse', key: 'next' });
  });

  it('that was put aside comes back whole, or is said to be gone', () => {
    const order = after(tillActions.lineAdded({ line: bowl }), tillActions.named({ name: 'Ilse', service: 'takeaway' }), tillActions.orderAnswered({ answers: { consents: ['bag'] } }));
    expect(tillFeature.reducer(order, tillActions.holdAnswered({ isKept: false, nextKey: 'n' })).lines).toEqual([bowl]);
    const aside = tillFeature.reducer(order, tillActions.holdAnswered({ isKept: true, nextKey: 'n' }));
    expect(aside.lines).toEqual([]);
    const back = tillFeature.reducer(aside, tillActions.takenUp({ order: tillOrder(order) }));
    expect(tillOrder(back)).toEqual(tillOrder(order));
    expect(tillFeature.reducer(aside, tillActions.takenUp({ order: undefined })).said).toMatchObject({ isWell: false });
  });

  it('carries the word of whoever may name a price only once it is known', () => {
    expect(tillOrder(after(tillActions.wordKnown({ pin: undefined })))).not.toHaveProperty('pin');
    expect(tillOrder(after(tillActions.wordKnown({ pin: '2468' })))).toMatchObject({ channel: 'pos', pin: '2468' });
  });
});

describe('the till, beside a server', () => {
  const away = () => throwError(() => new Error('away'));
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
