import type { Item } from '@hearty-ladle/core';
import { dish, priced, uses } from './builders.ts';

const TEA = ['cup-size', 'milk', 'strength', 'sugar'];
const COLD = ['cup-size', 'ice', 'syrup'];

const TEAS: Item[] = [
  dish('milk-tea', 'Milk tea', 'Té con leche', 340, {
    about: ['Smoked black leaf, boiled with the milk.', 'Té negro ahumado, hervido con la leche.'],
    code: 'TEA',
    calories: 20,
    uses: uses(['black-tea', 4]),
    asks: TEA,
    variants: {
      by: ['cup-size', 'milk'],
      cells: [
        { pick: { 'cup-size': 'short', milk: 'whole' }, price: 320, code: 'TEA-SW' },
        { pick: { 'cup-size': 'short', milk: 'oat' }, code: 'TEA-SO' },
        { pick: { 'cup-size': 'short', milk: 'none' }, code: 'TEA-SN' },
        { pick: { 'cup-size': 'tall', milk: 'whole' }, code: 'TEA-TW' },
        { pick: { 'cup-size': 'tall', milk: 'oat' }, code: 'TEA-TO' },
        { pick: { 'cup-size': 'tall', milk: 'none' }, sold: false },
      ],
    },
  }),
  dish('ginger-tea', 'Ginger milk tea', 'Té de jengibre', 390, {
    code: 'GIN',
    calories: 30,
    uses: uses(['black-tea', 4]),
    asks: ['cup-size', 'milk', 'sugar'],
    variants: {
      by: ['cup-size', 'milk'],
      cells: [
        { pick: { 'cup-size': 'short', milk: 'whole' }, code: 'GIN-SW' },
        { pick: { 'cup-size': 'short', milk: 'oat' }, price: { house: 430, courier: 480 }, code: 'GIN-SO' },
        { pick: { 'cup-size': 'short', milk: 'none' }, code: 'GIN-SN' },
        { pick: { 'cup-size': 'tall', milk: 'whole' }, code: 'GIN-TW' },
        { pick: { 'cup-size': 'tall', milk: 'oat' }, price: { house: 520, courier: 580 }, code: 'GIN-TO' },
        { pick: { 'cup-size': 'tall', milk: 'none' }, code: 'GIN-TN' },
      ],
    },
  }),
  dish('leaf-pot', 'Pot of leaf tea', 'Tetera', 420, {
    about: ['A pot for one or two, with hot water to follow.', 'Una tetera para uno o dos, con agua caliente después.'],
    calories: 2,
    code: 'POT',
    asks: ['leaf', 'milk', 'strength', 'sugar'],
  }),
  dish('barley-tea', 'Barley tea', 'Té de cebada', 260, {
    calories: 5,
    uses: uses(['roast-barley', 10]),
    allergens: ['cereals-gluten'],
    asks: ['cup-size', 'serve-warm', 'sugar'],
  }),
  dish('smoke-tea', 'Smoked black tea', 'Té negro ahumado', 290, {
    calories: 2,
    uses: uses(['black-tea', 4]),
    asks: ['cup-size', 'strength', 'sugar'],
  }),
  dish('flower-tea', 'Meadow flower tea', 'Infusión de prado', 310, { calories: 2, asks: ['cup-size', 'sugar'] }),
  dish('oat-cocoa', 'Hot cocoa', 'Cacao caliente', 420, {
    calories: 180,
    asks: ['cup-size', { group: 'milk', only: ['whole', 'oat'] }, 'cream-top', 'sugar'],
  }),
  dish('honey-milk', 'Warm honey milk', 'Leche con miel', 350, {
    calories: 140,
    uses: uses(['honey', 15]),
    asks: ['cup-size', { group: 'milk', only: ['whole', 'oat'] }, 'cream-top'],
  }),
];

const COLD_DRINKS: Item[] = [
  dish('elder-cordial', 'Elder cordial', 'Refresco de saúco', 310, {
    calories: 90,
    uses: uses(['elder', 30]),
    asks: ['cup-size', 'ice'],
    sale: { price: priced(250), from: '2026-11-26', until: '2026-12-02' },
  }),
  dish('plum-fizz', 'Plum fizz', 'Ciruela con gas', 340, { calories: 110, uses: uses(['plum', 40]), asks: COLD }),
  dish('cold-leaf', 'Cold leaf tea', 'Té frío', 330, {
    calories: 10,
    asks: ['leaf', 'ice', 'syrup', 'cup-size'],
    variants: { by: ['leaf'], cells: ['smoke', 'hill', 'roast', 'flower'].map((leaf) => ({ pick: { leaf } })) },
  }),
  dish('ginger-water', 'Ginger water', 'Agua de jengibre', 280, { calories: 40, asks: COLD }),
  dish('pear-press', 'Pressed pear', 'Pera prensada', 360, {
    calories: 120,
    uses: uses(['pear', 200]),
    asks: ['cup-size', 'ice'],
  }),
  dish('still-water', 'Bottle of water', 'Botella de agua', 190, { calories: 0 }),
  dish('oat-shake', 'Oat shake', 'Batido de avena', 450, {
    calories: 230,
    uses: uses(['oat-milk', 200]),
    allergens: ['cereals-gluten'],
    asks: ['syrup', 'cream-top', 'cup-size'],
  }),
];

const SWEETS: Item[] = [
  dish('honey-cake', 'Honey cake', 'Pastel de miel', 460, {
    calories: 380,
    uses: uses(['honey', 30], ['butter', 20]),
    allergens: ['cereals-gluten', 'eggs', 'milk'],
    asks: ['serve-warm', 'cream-top', 'sweet-sauce'],
  }),
  dish('scoops', 'Scoops', 'Bolas de helado', 320, { calories: 20, asks: ['scoop', 'sweet-sauce'] }),
  dish('plum-dumpling', 'Plum dumplings', 'Empanadillas de ciruela', 540, {
    about: ['Three, rolled in butter crumbs.', 'Tres, rebozadas en migas de mantequilla.'],
    calories: 410,
    station: 'kettles',
    uses: uses(['plum', 90], ['butter', 15]),
    allergens: ['cereals-gluten', 'milk'],
    asks: ['sweet-sauce', 'cream-top'],
  }),
  dish('baked-pear', 'Baked pear', 'Pera asada', 490, {
    calories: 240,
    uses: uses(['pear', 180]),
    asks: ['sweet-sauce', { group: 'scoop', min: 0, included: 0 }],
  }),
  dish('sesame-rice', 'Sesame rice cake', 'Torta dulce de sésamo', 410, {
    calories: 300,
    uses: uses(['short-rice', 50], ['sesame', 15]),
    allergens: ['sesame'],
    asks: ['sweet-sauce'],
  }),
  dish('oat-crisp', 'Plum and oat crisp', 'Crujiente de ciruela y avena', 480, {
    calories: 360,
    uses: uses(['plum', 100], ['oats', 40], ['butter', 20]),
    allergens: ['cereals-gluten', 'milk'],
    asks: ['serve-warm', 'cream-top', { group: 'scoop', min: 0, included: 0 }],
  }),
  dish('milk-pudding', 'Milk pudding', 'Flan de leche', 440, {
    calories: 270,
    uses: uses(['milk', 150]),
    allergens: ['milk', 'eggs'],
    asks: ['sweet-sauce', 'cream-top'],
  }),
];

/** Teas, cold drinks and sweet things. */
export const DRINK_DISHES: Item[] = [
  ...TEAS.map((item) => ({ ...item, sections: ['tea'] })),
  ...COLD_DRINKS.map((item) => ({ ...item, sections: ['cold-drinks'] })),
  ...SWEETS.map((item) => ({ ...item, sections: ['sweet'] })),
];
