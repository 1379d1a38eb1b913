import type { Item } from '@hearty-ladle/core';
import { dish, priced, uses } from './builders.ts';

const TRAY = ['tray-day', 'tray-extra', 'lead-note', 'gift-note'];

/** Set lunches, trays, and what is sold off the menu. */
export const SHARED_DISHES: Item[] = [
  dish('set-lunch', 'Set lunch', 'Menú del mediodía', 1150, {
    about: ['A bowl and a drink, weekdays at midday.', 'Un tazón y una bebida, entre semana.'],
    kitchenName: 'LUNCH',
    code: 'LUN',
    station: 'kettles',
    dayparts: ['midday'],
    calories: 90,
    allergens: ['celery'],
    asks: ['lunch-bowl', 'lunch-drink', 'lunch-sweet'],
  }),
  dish('griddle-lunch', 'Griddle lunch', 'Menú de plancha', 1090, {
    about: ['A fold, something beside it and a drink.', 'Un plegado, algo para acompañar y una bebida.'],
    code: 'GLU',
    station: 'griddle',
    dayparts: ['midday'],
    calories: 240,
    asks: ['filling', 'fold-bread', { group: 'griddle-extra', min: 1, max: 2, included: 1 }, 'lunch-drink'],
  }),
  dish('fold-tray', 'Tray of folds', 'Bandeja de plegados', 5200, {
    about: ['Twelve halves, for a table that shares.', 'Doce mitades para compartir.'],
    code: 'TRY',
    station: 'griddle',
    calories: 2900,
    uses: uses(['flatbread', 6]),
    allergens: ['cereals-gluten'],
    quantityPrices: [{ from: 3, price: priced(4800) }],
    asks: [{ group: 'filling', min: 2, max: 3 }, ...TRAY],
  }),
  dish('dumpling-tray', 'Tray of dumplings', 'Bandeja de empanadillas', 4600, {
    about: ['Forty dumplings of up to three kinds, with dips.', 'Cuarenta empanadillas con salsas.'],
    code: 'DTR',
    station: 'kettles',
    calories: 2100,
    uses: uses(['dumpling-skin', 40], ['pork', 300]),
    allergens: ['cereals-gluten', 'soybeans'],
    quantityPrices: [
      { from: 2, price: priced(4400) },
      { from: 4, price: priced(4100) },
    ],
    asks: ['cooked', { group: 'dip', included: 3 }, ...TRAY],
  }),
  dish('broth-urn', 'Urn of broth', 'Termo de caldo', 3800, {
    about: [
      'Five litres, with ladle and cups. The urn comes back to us.',
      'Cinco litros, con cucharón y tazas. El termo vuelve a casa.',
    ],
    code: 'URN',
    station: 'kettles',
    calories: 900,
    uses: uses(['bone-broth', 5000]),
    allergens: ['celery'],
    asks: [{ group: 'lunch-bowl', only: ['ember', 'root'] }, ...TRAY],
  }),
  dish('off-menu', 'Off the menu', 'Fuera de carta', 0, {
    about: ['Whatever the kitchen agreed to.', 'Lo que acordó la cocina.'],
    station: 'kettles',
    tags: ['open price'],
    channels: ['pos'],
    asks: ['named-price', 'kitchen-note'],
  }),
].map((item) => ({ ...item, sections: ['gather'] }));
