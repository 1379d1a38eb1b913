import type { Attachment, Item } from '@hearty-ladle/core';
import { dish, say, uses } from './builders.ts';

const BOWL = ['bowl-size', 'noodle', 'toppings', 'comes-with', 'heat', 'side-bread'];
const without = (...left: string[]) => BOWL.filter((group) => !left.includes(group));
const MEATLESS: Attachment = {
  group: 'toppings',
  only: ['egg', 'greens', 'corn', 'groundnut', 'mushroom', 'tofu', 'radish', 'seaweed'],
};
const POT: (string | Attachment)[] = ['rice-kind', 'rice-top', 'pickle-side', 'heat', 'hot-pot'];

const BOWLS: Item[] = [
  dish('ember', 'Ember broth', 'Caldo brasa', 890, {
    about: [
      'Smoked bone broth, slow from the night before.',
      'Caldo de hueso ahumado, hecho despacio desde la víspera.',
    ],
    kitchenName: 'EMBER',
    code: 'EMB',
    calories: 120,
    uses: uses(['bone-broth', 350]),
    allergens: ['celery', 'soybeans'],
    asks: [
      'bowl-size',
      'noodle',
      'toppings',
      'comes-with',
      'heat',
      { group: 'side-bread', heading: say('On the side', 'Para acompañar') },
    ],
  }),
  dish('root', 'Root broth', 'Caldo de raíz', 790, {
    about: ['Roasted roots and dried mushroom; no meat in it.', 'Raíces asadas y seta seca; sin carne.'],
    kitchenName: 'ROOT',
    code: 'ROO',
    calories: 90,
    uses: uses(['root-broth', 350]),
    allergens: ['celery'],
    asks: ['bowl-size', 'noodle', { ...MEATLESS, prices: { mushroom: 150 } }, 'comes-with', 'heat', 'side-bread'],
  }),
  dish('glass-bowl', 'Clear bowl', 'Tazón claro', 840, {
    about: ['Light broth, lemon leaf, flat rice noodle.', 'Caldo ligero, hoja de limón, fideo de arroz.'],
    kitchenName: 'CLEAR',
    code: 'CLE',
    calories: 100,
    uses: uses(['clear-broth', 350], ['rice-noodle', 160]),
    allergens: ['soybeans', 'sesame', 'fish'],
    asks: ['bowl-size', { group: 'toppings', max: 3, included: 1 }, 'comes-with', 'heat'],
  }),
  dish('night-market', 'Night broth', 'Caldo nocturno', 960, {
    about: [
      'Dark, peppery, with slow pork and a soft egg in it.',
      'Oscuro y con pimienta, con cerdo lento y huevo blando.',
    ],
    kitchenName: 'NIGHT',
    code: 'NIG',
    calories: 340,
    uses: uses(['bone-broth', 350], ['pork', 70], ['egg', 1]),
    allergens: ['celery', 'soybeans', 'eggs'],
    asks: [
      'bowl-size',
      { group: 'noodle', defaults: { wheat: 1 } },
      { group: 'toppings', included: 1 },
      'comes-with',
      'heat',
      'raw-egg',
    ],
  }),
  dish('hen-bowl', 'Hen and barley', 'Gallina y cebada', 920, {
    about: ['Poached chicken, pearl barley and its own broth.', 'Pollo escalfado, cebada perlada y su caldo.'],
    kitchenName: 'HEN',
    code: 'HEN',
    calories: 390,
    uses: uses(['clear-broth', 300], ['chicken', 90], ['barley', 60]),
    allergens: ['celery', 'cereals-gluten', 'fish'],
    asks: without('noodle'),
  }),
  dish('forager', 'Forager', 'Setas del monte', 930, {
    about: ['Four kinds of mushroom in root broth.', 'Cuatro setas en caldo de raíz.'],
    kitchenName: 'FORAGER',
    code: 'FOR',
    calories: 130,
    uses: uses(['root-broth', 350], ['mushroom', 90]),
    allergens: ['celery'],
    asks: ['bowl-size', 'noodle', MEATLESS, 'comes-with', 'side-bread'],
  }),
  dish('tide', 'Low tide', 'Marea baja', 1090, {
    about: ['Prawns and seaweed in clear broth.', 'Gambas y algas en caldo claro.'],
    kitchenName: 'TIDE',
    code: 'TID',
    calories: 210,
    uses: uses(['clear-broth', 350], ['prawn', 90]),
    allergens: ['crustaceans', 'fish'],
    asks: [
      'bowl-size',
      { group: 'noodle', defaults: { rice: 1 } },
      { group: 'toppings', max: 4 },
      'comes-with',
      'heat',
    ],
  }),
  dish('groundnut-noodle', 'Groundnut noodles', 'Fideos con cacahuete', 880, {
    about: [
      'No broth: noodles turned in groundnut and dark vinegar.',
      'Sin caldo: fideos con cacahuete y vinagre oscuro.',
    ],
    kitchenName: 'NUT NOODLE',
    code: 'NUT',
    calories: 420,
    uses: uses(['groundnut', 35]),
    allergens: ['peanuts', 'soybeans'],
    asks: [
      { group: 'noodle', only: ['wheat', 'rice', 'buckwheat'] },
      { group: 'toppings', included: 1 },
      'comes-with',
      'heat',
    ],
  }),
  dish('sour-broth', 'Sour cabbage broth', 'Caldo de col agria', 850, {
    about: ['Sharp and warming, with smoked beans.', 'Ácido y reconfortante, con alubias ahumadas.'],
    kitchenName: 'SOUR',
    code: 'SOU',
    calories: 160,
    uses: uses(['root-broth', 300], ['cabbage', 80], ['beans', 50]),
    allergens: ['celery'],
    asks: ['bowl-size', { group: 'noodle', defaults: { none: 1 } }, MEATLESS, 'heat', 'side-bread'],
  }),
  dish('cold-buckwheat', 'Cold buckwheat', 'Sarraceno frío', 860, {
    about: ['Chilled noodles, a broth to dip them in.', 'Fideos fríos con caldo para mojar.'],
    kitchenName: 'COLD BUCK',
    station: 'cold',
    code: 'COL',
    calories: 310,
    uses: uses(['buckwheat-noodle', 180]),
    allergens: ['cereals-gluten', 'soybeans'],
    asks: [{ group: 'toppings', max: 3, included: 1 }, 'comes-with', 'pickle-side'],
  }),
  dish('little-bowl', 'Little bowl', 'Tazoncito', 540, {
    about: [
      'For small guests: mild broth, short noodles, nothing green.',
      'Para los pequeños: caldo suave y fideos cortos.',
    ],
    kitchenName: 'LITTLE',
    code: 'LIT',
    calories: 220,
    uses: uses(['clear-broth', 200], ['wheat-noodle', 80]),
    allergens: ['cereals-gluten', 'fish'],
    asks: [{ group: 'toppings', only: ['egg', 'corn', 'chicken'], max: 2, included: 1 }],
  }),
];

const POTS: Item[] = [
  dish('ember-pot', 'Ember pot', 'Olla brasa', 990, {
    about: [
      'Rice baked under slow pork until the edge is crisp.',
      'Arroz al horno bajo cerdo lento, con el borde crujiente.',
    ],
    code: 'EPO',
    calories: 520,
    uses: uses(['pork', 90]),
    allergens: ['soybeans'],
    asks: POT,
  }),
  dish('hen-pot', 'Hen pot', 'Olla de gallina', 970, {
    about: ['Chicken, ginger and scallion over rice.', 'Pollo, jengibre y cebolleta sobre arroz.'],
    code: 'HPO',
    calories: 480,
    uses: uses(['chicken', 110]),
    asks: POT,
  }),
  dish('garden-pot', 'Garden pot', 'Olla de huerta', 890, {
    about: ['Roots, greens and smoked beans.', 'Raíces, verduras y alubias ahumadas.'],
    code: 'GPO',
    calories: 400,
    uses: uses(['cabbage', 60], ['beans', 60]),
    asks: [
      'rice-kind',
      { group: 'rice-top', only: ['fried-egg', 'pickles', 'beans'] },
      'pickle-side',
      'heat',
      'hot-pot',
    ],
  }),
  dish('smoke-pot', 'Smoked fish pot', 'Olla de pescado ahumado', 1060, {
    about: ['Flaked smoked fish, butter and rice.', 'Pescado ahumado, mantequilla y arroz.'],
    code: 'SPO',
    calories: 510,
    uses: uses(['smoked-fish', 60], ['butter', 12]),
    allergens: ['fish', 'milk'],
    asks: POT,
  }),
  dish('mushroom-barley', 'Mushroom barley', 'Cebada con setas', 910, {
    about: ['Barley stirred with stock until it is creamy.', 'Cebada removida con caldo hasta quedar cremosa.'],
    code: 'MBA',
    calories: 430,
    uses: uses(['barley', 90], ['mushroom', 80], ['root-broth', 120]),
    allergens: ['cereals-gluten', 'celery'],
    asks: ['portion', { group: 'rice-top', min: 0, only: ['fried-egg', 'pickles', 'beans'] }, 'pickle-side'],
  }),
  dish('rice-gruel', 'Rice gruel', 'Arroz caldoso', 720, {
    about: ['Soft rice in clear broth, for a quiet stomach.', 'Arroz blando en caldo claro, para el estómago cansado.'],
    code: 'GRU',
    calories: 280,
    uses: uses(['clear-broth', 300], ['short-rice', 50]),
    allergens: ['fish'],
    asks: ['portion', { group: 'rice-top', min: 0, max: 2 }, 'comes-with'],
  }),
  dish('pot-for-two', 'Pot for two', 'Olla para dos', 1890, {
    about: ['The big pot, carried to the table with two ladles.', 'La olla grande, a la mesa con dos cucharones.'],
    code: 'TWO',
    calories: 980,
    uses: uses(['pork', 120], ['chicken', 120]),
    allergens: ['soybeans'],
    asks: [
      'rice-kind',
      { group: 'rice-top', max: 6, included: 2 },
      { group: 'pickle-side', included: 2 },
      'heat',
      'hot-pot',
    ],
  }),
];

/** Broths, noodle bowls and rice pots. */
export const BOWL_DISHES: Item[] = [
  ...BOWLS.map((item) => ({ ...item, sections: ['bowls'] })),
  ...POTS.map((item) => ({ ...item, sections: ['rice'] })),
];
