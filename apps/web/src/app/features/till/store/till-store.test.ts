import '@angular/compiler';
import { describe, expect, it } from 'vitest';
import { tillActions, tillFeature, tillOrder, type TillState } from './till-store.ts';

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
