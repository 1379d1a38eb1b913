import '@angular/compiler';
import { beforeAll, describe, expect, it } from 'vitest';
import type * as Shop from './shop-store.ts';

type ShopState = Shop.ShopState;

// The basket is remembered by the browser; here by a map.
const kept = new Map<string, string>();
let shop: typeof Shop;
beforeAll(async () => {
  globalThis.localStorage = { getItem: (key: string) => kept.get(key) ?? null, setItem: (key: string, value: string) => kept.set(key, value) } as never;
  shop = await import('./shop-store.ts');
});

const start = () => shop.shopFeature.reducer(undefined, { type: 'start' });
const bowl = { item: 'ember', picks: [] };

function withBowl(state: ShopState = start()): ShopState {
  const opened = shop.shopFeature.reducer(state, shop.shopActions.dishOpened({ line: bowl }));
  return shop.shopFeature.reducer(opened, shop.shopActions.dishPutInBasket({ seen: 890 }));
}

describe('the basket', () => {
  it('remembers what each line was seen to cost, and a new price only once it is agreed to', () => {
    const state = withBowl();
    expect(state.lines).toEqual([{ line: bowl, seen: 890 }]);
    expect(shop.shopFeature.reducer(state, shop.shopActions.priceAgreed({ index: 0, seen: 940 })).lines).toEqual([{ line: bowl, seen: 940 }]);
  });

  it('puts a changed dish back in its place', () => {
    let state = withBowl(withBowl());
    state = shop.shopFeature.reducer(state, shop.shopActions.dishOpened({ line: bowl, editing: 0 }));
    state = shop.shopFeature.reducer(state, shop.shopActions.dishAnswered({ line: { ...bowl, quantity: 2 } }));
    state = shop.shopFeature.reducer(state, shop.shopActions.dishPutInBasket({ seen: 1780 }));
    expect(state.lines).toEqual([{ line: { ...bowl, quantity: 2 }, seen: 1780 }, { line: bowl, seen: 890 }]);
  });

  it('is kept through refusals and while nobody answers, and empties once it is placed', () => {
    const sent = shop.shopFeature.reducer(withBowl(), shop.shopActions.orderSent({ total: 890 }));
    const settle = (answer: Parameters<typeof shop.shopActions.orderSettled>[0]['answer']) => shop.shopFeature.reducer(sent, shop.shopActions.orderSettled({ answer, nextKey: 'next' }));
    expect(settle({ outcome: 'away' })).toMatchObject({ lines: [{ seen: 890 }], key: sent.key, away: true });
    expect(settle({ outcome: 'costs-otherwise', total: 940 })).toMatchObject({ lines: [{ seen: 890 }], key: 'next', sending: false });
    expect(settle({ outcome: 'refused', problems: [{ line: 0, code: 'sold-out' }], says: 'No.' })).toMatchObject({ lines: [{ seen: 890 }], refusal: 'No.' });
    expect(settle({ outcome: 'placed', order: { id: 'x', number: 1, total: 890 } })).toMatchObject({ lines: [], answers: {}, key: 'next' });
  });

  it('survives a reload with everything that was chosen', () => {
    shop.remember({ ...withBowl(), name: 'Ines', answers: { consents: ['bag'] } });
    const again = JSON.parse([...kept.values()][0] ?? '{}') as Partial<ShopState>;
    expect(again).toMatchObject({ lines: [{ seen: 890 }], name: 'Ines', answers: { consents: ['bag'] } });
  });
});
