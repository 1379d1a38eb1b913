import type { Item } from '@hearty-ladle/core';
import { dish, uses } from './builders.ts';

const MORNING = ['morning'];
const FOLD = ['filling', 'fold-bread', 'cut', 'griddle-extra'];

const PORRIDGES: Item[] = [
  dish('pot-oats', 'Pot porridge', 'Gachas de olla', 520, {
    about: ['Oats cooked twice, with cream at the edge.', 'Avena cocida dos veces, con nata en el borde.'],
    kitchenName: 'PORRIDGE',
    calories: 280,
    uses: uses(['oats', 60], ['cream', 20]),
    allergens: ['cereals-gluten', 'milk'],
    asks: ['porridge-base', 'porridge-top', 'pots'],
  }),
  dish('millet', 'Millet porridge', 'Gachas de mijo', 560, {
    about: ['Golden, grainy, a little sweet.', 'Dorado, granuloso y algo dulce.'],
    calories: 260,
    kitchenName: 'MILLET',
    uses: uses(['millet', 60]),
    asks: ['porridge-base', { group: 'porridge-top', max: 2 }],
  }),
  dish('rice-porridge', 'Sweet rice porridge', 'Gachas dulces de arroz', 560, {
    about: ['Short rice, milk and a bay leaf.', 'Arroz corto, leche y laurel.'],
    calories: 290,
    uses: uses(['short-rice', 60]),
    asks: ['porridge-base', 'porridge-top', 'serve-warm'],
  }),
  dish('barley-porridge', 'Barley and plum', 'Cebada con ciruela', 590, {
    about: ['Barley soaked overnight, baked plum in the middle.', 'Cebada en remojo y ciruela asada en el centro.'],
    calories: 310,
    uses: uses(['barley', 60], ['plum', 60]),
    allergens: ['cereals-gluten'],
    asks: ['porridge-base', { group: 'porridge-top', min: 0 }],
  }),
  dish('broth-porridge', 'Broth porridge', 'Gachas en caldo', 640, {
    about: ['Savoury: oats in root broth, with an egg.', 'Saladas: avena en caldo de raíz, con huevo.'],
    calories: 320,
    uses: uses(['oats', 60], ['root-broth', 200], ['egg', 1]),
    allergens: ['cereals-gluten', 'celery', 'eggs'],
    asks: ['egg-style', 'comes-with'],
  }),
];

const GRIDDLE: Item[] = [
  dish('griddle-fold', 'Griddle fold', 'Plegado de plancha', 690, {
    about: ['Flatbread folded over hot fillings.', 'Pan plano con relleno caliente.'],
    kitchenName: 'FOLD',
    code: 'FOL',
    calories: 240,
    allergens: ['cereals-gluten'],
    asks: FOLD,
  }),
  dish('breakfast-fold', 'Breakfast fold', 'Plegado de desayuno', 640, {
    about: [
      'Egg, hill cheese and burnt onion; until half past ten.',
      'Huevo, queso y cebolla; hasta las diez y media.',
    ],
    dayparts: MORNING,
    code: 'BRF',
    calories: 430,
    uses: uses(['egg', 2], ['cheese', 30]),
    allergens: ['eggs', 'milk'],
    asks: ['fold-bread', 'cut', 'griddle-extra'],
  }),
  dish('toast', 'Night toast', 'Tostada de noche', 430, {
    about: ['Two thick slices, dark at the edge.', 'Dos rebanadas gruesas, tostadas por el borde.'],
    kitchenName: 'TOAST',
    calories: 180,
    uses: uses(['rye', 2]),
    allergens: ['cereals-gluten'],
    asks: ['spread', 'cut'],
  }),
  dish('pork-fold', 'Slow pork fold', 'Plegado de cerdo', 890, {
    about: ['A fold with nothing in the way of the pork.', 'Un plegado donde manda el cerdo.'],
    calories: 520,
    uses: uses(['pork', 120]),
    allergens: ['mustard'],
    asks: ['fold-bread', 'cut', { group: 'griddle-extra', included: 1 }],
  }),
  dish('bean-melt', 'Bean and cheese melt', 'Fundido de alubias y queso', 760, {
    calories: 490,
    uses: uses(['beans', 80], ['cheese', 50]),
    allergens: ['milk'],
    asks: ['fold-bread', 'cut', 'griddle-extra'],
  }),
  dish('fish-rye', 'Smoked fish on rye', 'Pescado ahumado en centeno', 920, {
    about: ['Open, with butter and sour cabbage.', 'Abierto, con mantequilla y col agria.'],
    station: 'cold',
    calories: 380,
    uses: uses(['smoked-fish', 60], ['rye', 1], ['butter', 10]),
    allergens: ['fish', 'cereals-gluten', 'milk'],
    asks: ['pickle-side'],
  }),
  dish('potato-cake', 'Potato cake', 'Torta de patata', 580, {
    about: [
      'Griddled until it rattles, with a spread of your choice.',
      'A la plancha hasta que cruje, con lo que quieras untar.',
    ],
    calories: 340,
    asks: ['spread', 'griddle-extra'],
  }),
  dish('egg-rye', 'Scrambled egg on rye', 'Huevos revueltos en centeno', 610, {
    calories: 390,
    uses: uses(['egg', 3], ['butter', 10], ['rye', 1]),
    allergens: ['eggs', 'milk', 'cereals-gluten'],
    asks: ['spread', 'griddle-extra'],
  }),
  dish('scallion-bread', 'Scallion bread', 'Pan de cebolleta', 460, {
    calories: 310,
    uses: uses(['flatbread', 1]),
    allergens: ['cereals-gluten'],
    asks: ['cut', { group: 'dip', included: 1 }],
  }),
];

const PLATES: Item[] = [
  ...(
    [
      [
        'pork-dumpling',
        'Pork and scallion dumplings',
        'Empanadillas de cerdo',
        ['pork', 80],
        ['cereals-gluten', 'soybeans'],
      ],
      ['greens-dumpling', 'Winter greens dumplings', 'Empanadillas de verdura', ['cabbage', 90], ['cereals-gluten']],
      ['prawn-dumpling', 'Prawn dumplings', 'Empanadillas de gamba', ['prawn', 70], ['cereals-gluten', 'crustaceans']],
      ['mushroom-dumpling', 'Mushroom dumplings', 'Empanadillas de seta', ['mushroom', 80], ['cereals-gluten']],
    ] as const
  ).map(([id, en, es, use, allergens]) =>
    dish(id, en, es, 680, {
      calories: 320,
      uses: uses([...use]),
      allergens: [...allergens],
      asks: ['dumpling-count', 'cooked', 'dip'],
    }),
  ),
  dish('bites-plate', 'Plate of bites', 'Plato de bocados', 840, {
    about: [
      'Three bites of your choosing; a fourth and fifth if you must.',
      'Tres bocados a elegir; un cuarto y un quinto si hace falta.',
    ],
    station: 'griddle',
    calories: 60,
    asks: ['bites', 'dip'],
  }),
  dish('corn-ribs', 'Charred corn ribs', 'Mazorca a la brasa', 590, {
    station: 'griddle',
    calories: 260,
    asks: ['heat', 'dip'],
  }),
  dish('tofu-plate', 'Crisp tofu', 'Tofu crujiente', 620, {
    station: 'griddle',
    calories: 300,
    uses: uses(['tofu', 140]),
    allergens: ['soybeans'],
    asks: ['portion', 'heat', 'dip'],
  }),
  dish('pickle-plate', 'Pickle plate', 'Plato de encurtidos', 480, {
    station: 'cold',
    calories: 60,
    asks: [{ group: 'pickle-side', min: 2, max: 3, included: 3 }],
  }),
  dish('smoked-egg', 'Smoked eggs', 'Huevos ahumados', 390, {
    station: 'cold',
    calories: 160,
    uses: uses(['egg', 2]),
    allergens: ['eggs'],
    asks: ['portion'],
  }),
];

/** Porridges, the griddle, dumplings and small plates. */
export const GRIDDLE_DISHES: Item[] = [
  ...PORRIDGES.map((item) => ({ ...item, sections: ['porridge'], dayparts: MORNING })),
  ...GRIDDLE.map((item) => ({ ...item, sections: ['griddle'] })),
  ...PLATES.map((item) => ({ ...item, sections: ['plates'] })),
];
