import '@angular/compiler';
import { beforeAll, describe, expect, it } from 'vitest';
import type * as Shop from './shop-store.ts';

type ShopState = Shop.ShopState;

// The basket is remembered by the browser; here by a map.
const kept = new Map<string, string>();
let shop: typeof Shop;
beforeAll(async () => {
  globalThis.localStorage = {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => kept.set(key, value),
  } as never;
  shop = await import('./shop-store.ts');
});

const start = () => shop.shopFeature.reducer(undefined, { type: 'start' });
const bowl = { item: 'ember', picks: [] };
const names = { dish: 'Ember broth', choices: {} };

function withBowl(state: ShopState = start()): ShopState {
  const opened = shop.shopFeature.reducer(state, shop.shopActions.dishOpened({ line: bowl }));
  return shop.shopFeature.reducer(opened, shop.shopActions.dishPutInBasket({ seen: 890, names }));
}

describe('the basket', () => {
  it('remembers what each line was seen to cost, and a new price only once it is agreed to', () => {
    const state = withBowl();
    expect(state.lines).toEqual([{ line: bowl, seen: 890, names }]);
    const agreed = { line: bowl, seen: 940, names };
    expect(shop.shopFeature.reducer(state, shop.shopActions.changeAgreed({ index: 0, agreed })).lines).toEqual([
      agreed,
    ]);
  });

  it('puts a changed dish back in its place', () => {
    let state = withBowl(withBowl());
    state = shop.shopFeature.reducer(state, shop.shopActions.dishOpened({ line: bowl, editing: 0 }));
    state = shop.shopFeature.reducer(state, shop.shopActions.dishAnswered({ line: { ...bowl, quantity: 2 } }));
    state = shop.shopFeature.reducer(state, shop.shopActions.dishPutInBasket({ seen: 1780, names }));
    expect(state.lines).toEqual([
      { line: { ...bowl, quantity: 2 }, seen: 1780, names },
      { line: bowl, seen: 890, names },
    ]);
  });

  it('is kept through refusals and while nobody answers, and empties once it is placed', () => {
    const sent = shop.shopFeature.reducer(withBowl(), shop.shopActions.orderSent({ total: 890 }));
    const answered = (answer: Parameters<typeof shop.shopActions.sendAnswered>[0]['answer']) =>
      shop.shopFeature.reducer(sent, shop.shopActions.sendAnswered({ key: sent.tries.key, answer, nextKey: 'next' }));
    for (const outcome of ['offline', 'busy', 'failed'] as const)
      expect(answered({ outcome })).toMatchObject({
        lines: [{ seen: 890 }],
        tries: { key: sent.tries.key, wasSent: true },
        unanswered: outcome,
      });
    expect(answered({ outcome: 'costs-otherwise', total: 940 })).toMatchObject({
      lines: [{ seen: 890 }],
      tries: sent.tries,
      sending: false,
    });
    expect(
      answered({
        outcome: 'refused',
        problems: [{ line: 0, code: 'sold-out' }],
        code: 'order-refused',
        message: 'No.',
      }),
    ).toMatchObject({ lines: [{ seen: 890 }], refusal: { code: 'order-refused' } });
    expect(answered({ outcome: 'placed', order: { id: 'x', number: 1, total: 890 } })).toMatchObject({
      lines: [],
      answers: {},
      tries: { key: 'next' },
    });
  });

  it('that was sent, not answered, and then changed is another order that names the first, which may have arrived', () => {
    const {
      shopActions,
      shopFeature: { reducer },
    } = shop;
    const sent = reducer(withBowl(), shopActions.orderSent({ total: 890 }));
    const lost = reducer(
      sent,
      shopActions.sendAnswered({ key: sent.tries.key, answer: { outcome: 'offline' }, nextKey: 'next' }),
    );
    expect(reducer(lost, shopActions.orderSent({ total: 890 })).tries.key).toBe(sent.tries.key);
    for (const change of [
      shopActions.lineTakenOut({ index: 0 }),
      shopActions.orderAnswered({ answers: {} }),
      shopActions.guestNamed({ name: 'Ines' }),
      shopActions.changeAgreed({ index: 0, agreed: { line: bowl, seen: 1, names } }),
    ]) {
      expect(reducer(lost, change).tries).toMatchObject({ key: `${sent.tries.key}.1`, replaces: [sent.tries.key] });
    }
    const again = reducer(withBowl(lost), shopActions.orderSent({ total: 1780 }));
    const first = reducer(
      again,
      shopActions.sendAnswered({
        key: again.tries.key,
        answer: { outcome: 'first-was-placed', order: { id: 'x', number: 7, total: 890 } },
        nextKey: 'new',
      }),
    );
    expect(first).toMatchObject({ firstPlaced: { number: 7 }, lines: [{}, {}], tries: { key: 'new', replaces: [] } });
    expect(reducer(first, shopActions.basketEmptied())).toMatchObject({ lines: [], firstPlaced: undefined });
  });

  it('keeps a table and an address apart, and sends neither with what is fetched', () => {
    const { placeOf, shopActions, shopFeature } = shop;
    const steps = [
      shopActions.serviceChosen({ service: 'dine-in' }),
      shopActions.guestNamed({ place: 'Table 4' }),
      shopActions.serviceChosen({ service: 'delivery' }),
    ];
    const delivered = steps.reduce(shopFeature.reducer, withBowl());
    expect(placeOf(delivered)).toBe('');
    const addressed = shopFeature.reducer(delivered, shopActions.guestNamed({ place: 'Weir Bank 2' }));
    expect(placeOf(addressed)).toBe('Weir Bank 2');
    expect(placeOf({ ...addressed, service: 'takeaway' })).toBe('');
    expect(placeOf({ ...addressed, service: 'dine-in' })).toBe('Table 4');
  });

  it('survives a reload with everything that was chosen', () => {
    shop.remember({ ...withBowl(), name: 'Ines', answers: { consents: ['bag'] } });
    const again = JSON.parse([...kept.values()][0] ?? '{}') as Partial<ShopState>;
    expect(again).toMatchObject({ lines: [{ seen: 890 }], name: 'Ines', answers: { consents: ['bag'] } });
  });
});
