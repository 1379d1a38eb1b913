import { Decimal } from 'decimal.js';
import { expect, it } from 'vitest';
import { applyUnchecked, invert } from '../change/change.ts';
import { brothBar } from '../testing/broth-bar.ts';
import { Random } from '../testing/random.ts';
import { richMenu } from '../testing/rich-menu.ts';
import { pricePlaces, setPrices } from './price-places.ts';
import { raised, withAmounts } from './reprice.ts';

it('rounds a raised amount as decimal.js does: the nearest step, half away from zero', () => {
  const random = new Random(3);
  for (let i = 0; i < 5_000; i++) {
    const amount = random.int(-40_000, 40_000);
    const percent = random.int(-5_000, 5_000);
    const step = random.pick([1, 5, 10, 100]);
    const exact = new Decimal(amount).times(10_000 + percent).div(10_000);
    const steps = exact.div(step).toDecimalPlaces(0, Decimal.ROUND_HALF_UP);
    expect(raised(amount, { percent }, { step }) + 0, `${amount} ${percent} ${step}`).toBe(
      steps.times(step).toNumber() + 0,
    );
  }
});

it('rounds to prices that end in .95, and never makes something free that costs something', () => {
  const to95 = (amount: number, percent: number) => raised(amount, { percent }, { step: 100, less: 5 });
  expect([145, 144, 146, 20, 890, -145, 0].map((amount) => to95(amount, 0))).toEqual([195, 95, 195, 95, 895, -195, 0]);
  expect(raised(890, { sum: 30 }, { step: 5 })).toBe(920);
  expect(raised(1, { sum: -1 }, { step: 5 })).toBe(0);
});

it('lists every sum of a menu once, and sets each where it stands; one change, undone as a whole', () => {
  let places = 0;
  for (let seed = 0; seed <= 60; seed++) {
    const menu = seed === 0 ? brothBar() : richMenu(seed);
    const found = pricePlaces(menu);
    expect(new Set(found.map(({ id }) => id)).size).toBe(found.length);
    expect(setPrices(menu, []).length).toBe(0);
    const edits = setPrices(
      menu,
      found.map((place) => ({ place, price: 777 })),
    );
    const after = applyUnchecked(menu, { edits });
    expect(pricePlaces(after).map(({ id, price }) => [id, price])).toEqual(found.map(({ id }) => [id, 777]));
    // Setting back what was is the same menu: nothing else was touched.
    const back = setPrices(
      after,
      found.map((place) => ({ place, price: place.price })),
    );
    expect(applyUnchecked(after, { edits: back })).toEqual(menu);
    expect(applyUnchecked(after, invert(menu, { edits }))).toEqual(menu);
    places += found.length;
  }
  expect(places).toBeGreaterThan(500);
});

it('changes the amounts of some lists and leaves what the others come to', () => {
  const lists = ['house', 'courier', 'bike'].map((id) => ({ id, name: id }));
  const plus = (list: string) => ({ house: 110, courier: 220, bike: 330 })[list] ?? 0;
  expect(withAmounts(100, lists, new Set(['courier']), plus)).toEqual({ house: 100, courier: 220 });
  expect(withAmounts({ house: 100, courier: 200 }, lists, new Set(['house']), plus)).toEqual({
    house: 110,
    courier: 200,
    bike: 100,
  });
  expect(withAmounts({ house: 1, courier: 2 }, lists, new Set(['house', 'courier', 'bike']), () => 5)).toBe(5);
});
