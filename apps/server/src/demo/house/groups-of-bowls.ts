import type { Group } from '@hearty-ladle/core';
import { choice, choices, pickOne, say, uses } from './builders.ts';

const PILE_AMOUNTS = [
  { id: 'extra', name: say('Extra', 'Extra'), word: 'XTRA', price: 15000, portion: 20000 },
  { id: 'light', name: say('Light', 'Poco'), word: 'LITE', portion: 5000 },
  { id: 'side', name: say('On the side', 'Aparte'), word: 'SIDE' },
];

/** What is asked of broths, noodle bowls and rice pots. */
export const BOWL_GROUPS: Group[] = [
  pickOne('bowl-size', 'Bowl size', say('How hungry are you?', '¿Cuánta hambre tienes?'), [
    choice('small', 'Small', 'Pequeño', { code: 'S', calories: 0 }),
    choice('regular', 'Regular', 'Mediano', {
      kitchenName: 'REG',
      code: 'M',
      default: 1,
      add: 180,
      calories: 160,
      uses: uses(['bone-broth', 120]),
    }),
    choice('large', 'Large', 'Grande', { code: 'L', add: 340, calories: 310, uses: uses(['bone-broth', 220]) }),
  ]),
  pickOne('noodle', 'Noodle', say('Which noodle?', '¿Qué fideo?'), [
    choice('wheat', 'Thick wheat', 'Trigo grueso', {
      kitchenName: 'WHEAT',
      calories: 280,
      uses: uses(['wheat-noodle', 180]),
      allergens: ['cereals-gluten'],
    }),
    choice('rice', 'Flat rice', 'Arroz plano', {
      kitchenName: 'RICE',
      add: 60,
      calories: 230,
      uses: uses(['rice-noodle', 160]),
    }),
    choice('buckwheat', 'Dark buckwheat', 'Trigo sarraceno', {
      kitchenName: 'BUCKWHEAT',
      add: 80,
      calories: 250,
      uses: uses(['buckwheat-noodle', 170]),
      allergens: ['cereals-gluten'],
    }),
    choice('none', 'No noodle', 'Sin fideo', { price: { percent: -1000 }, calories: 0 }),
  ]),
  choices(
    'toppings',
    'Bowl toppings (two on us)',
    say('Pile it up', 'Añade lo que quieras'),
    {
      help: say(
        'The first two are on us; the dearest count first.',
        'Los dos primeros van por nuestra cuenta, empezando por los más caros.',
      ),
      min: 0,
      max: 6,
      included: 2,
      includedFirst: 'dearest',
      amounts: PILE_AMOUNTS,
    },
    [
      choice('egg', 'Soft egg', 'Huevo blando', {
        add: 170,
        calories: 78,
        uses: uses(['egg', 1]),
        allergens: ['eggs'],
      }),
      choice('greens', 'Winter greens', 'Verduras de invierno', {
        add: 120,
        calories: 18,
        uses: uses(['cabbage', 60]),
      }),
      choice('corn', 'Charred corn', 'Maíz tostado', { kitchenName: 'CORN', add: 110, calories: 60 }),
      choice('groundnut', 'Crushed groundnut', 'Cacahuete machacado', {
        kitchenName: 'GROUNDNUT',
        add: 90,
        calories: 110,
        uses: uses(['groundnut', 18]),
        allergens: ['peanuts'],
      }),
      choice('mushroom', 'Brown mushroom', 'Seta marrón', {
        kitchenName: 'MUSHROOM',
        add: 180,
        calories: 22,
        uses: uses(['mushroom', 50]),
      }),
      choice('pork', 'Slow pork', 'Cerdo lento', {
        add: 290,
        calories: 210,
        uses: uses(['pork', 70]),
        allergens: ['soybeans'],
      }),
      choice('tofu', 'Crisp tofu', 'Tofu crujiente', {
        kitchenName: 'TOFU',
        add: 190,
        calories: 120,
        uses: uses(['tofu', 70]),
        allergens: ['soybeans'],
      }),
      choice('chicken', 'Poached chicken', 'Pollo escalfado', {
        kitchenName: 'CHICKEN',
        add: 260,
        calories: 140,
        uses: uses(['chicken', 70]),
      }),
      choice('radish', 'Pickled radish', 'Rábano encurtido', { kitchenName: 'RADISH', add: 80, calories: 12 }),
      choice('seaweed', 'Toasted seaweed', 'Alga tostada', { kitchenName: 'SEAWEED', add: 90, calories: 10 }),
    ],
  ),
  choices(
    'comes-with',
    'Comes with',
    say('Comes with these: untick what you do not want', 'Lleva esto: desmarca lo que no quieras'),
    { print: 'changes' },
    [
      choice('scallion', 'Scallion', 'Cebolleta', { default: 1, calories: 5 }),
      choice('sesame', 'Sesame', 'Sésamo', {
        default: 1,
        calories: 30,
        uses: uses(['sesame', 4]),
        allergens: ['sesame'],
      }),
      choice('chilli-oil', 'Chilli oil', 'Aceite picante', { default: 1, max: 2, calories: 60 }),
    ],
  ),
  pickOne('heat', 'How hot', say('How hot may it be?', '¿Cuánto pica?'), [
    choice('mild', 'Not at all', 'Nada', { kitchenName: 'NO HEAT' }),
    choice('warm', 'A little', 'Un poco', { kitchenName: 'WARM', default: 1 }),
    choice('hot', 'Properly hot', 'Bastante', { kitchenName: 'HOT' }),
    choice('fierce', 'Fierce', 'Muchísimo', { kitchenName: 'FIERCE!', add: 30 }),
  ]),
  choices('side-bread', 'Bread on the side', say('Bread on the side?', '¿Pan aparte?'), { max: 2 }, [
    choice('flat', 'Griddle flatbread', 'Pan de plancha', {
      kitchenName: 'FLATBREAD',
      station: 'griddle',
      add: 220,
      max: 2,
      opens: ['spread'],
      calories: 190,
      uses: uses(['flatbread', 1]),
      allergens: ['cereals-gluten'],
    }),
    choice('crackers', 'Seed crackers', 'Galletas de semillas', {
      kitchenName: 'CRACKERS',
      add: 160,
      station: 'cold',
      calories: 120,
      allergens: ['sesame'],
    }),
  ]),
  pickOne('rice-kind', 'Grain', say('Which grain?', '¿Qué grano?'), [
    choice('short', 'Short rice', 'Arroz corto', { default: 1, calories: 240, uses: uses(['short-rice', 90]) }),
    choice('barley', 'Pearl barley', 'Cebada perlada', {
      add: 40,
      calories: 220,
      uses: uses(['barley', 90]),
      allergens: ['cereals-gluten'],
    }),
    choice('half', 'Half and half', 'Mitad y mitad', {
      kitchenName: 'HALF/HALF',
      add: 20,
      calories: 230,
      uses: uses(['short-rice', 45], ['barley', 45]),
      allergens: ['cereals-gluten'],
    }),
  ]),
  choices(
    'rice-top',
    'On the rice',
    say('What goes on the rice?', '¿Qué ponemos sobre el arroz?'),
    { min: 1, max: 4, includedFirst: 'cheapest', included: 1 },
    [
      choice('fried-egg', 'Fried egg', 'Huevo frito', {
        add: 140,
        calories: 90,
        uses: uses(['egg', 1]),
        allergens: ['eggs'],
        opens: ['egg-style'],
      }),
      choice('pickles', 'Pickle plate', 'Encurtidos', {
        kitchenName: 'PICKLES',
        station: 'cold',
        add: 120,
        calories: 20,
      }),
      choice('beans', 'Smoky beans', 'Alubias ahumadas', {
        kitchenName: 'BEANS',
        add: 150,
        calories: 150,
        uses: uses(['beans', 90]),
      }),
      choice('prawns', 'Griddled prawns', 'Gambas a la plancha', {
        kitchenName: 'PRAWNS',
        station: 'griddle',
        price: { add: { house: 340, courier: 390 }, tiers: [{ from: 2, add: { house: 300, courier: 340 } }] },
        max: 2,
        calories: 95,
        uses: uses(['prawn', 60]),
        allergens: ['crustaceans'],
      }),
    ],
  ),
  pickOne('egg-style', 'Egg, how', say('How do you like the egg?', '¿Cómo te gusta el huevo?'), [
    choice('runny', 'Runny', 'Poco hecho', { default: 1 }),
    choice('set', 'Set through', 'Muy hecho', { kitchenName: 'SET' }),
  ]),
  pickOne('portion', 'Portion', say('How much of it?', '¿Qué ración?'), [
    choice('half', 'Half portion', 'Media ración', { kitchenName: 'HALF', price: { times: 6000 } }),
    choice('full', 'Full portion', 'Ración entera', { kitchenName: 'FULL', default: 1 }),
    choice('double', 'For two', 'Para dos', { kitchenName: 'FOR TWO', price: { times: 18500 } }),
  ]),
  choices(
    'pickle-side',
    'Pickles beside it',
    say('Pickles beside it?', '¿Encurtidos para acompañar?'),
    { max: 3, amounts: PILE_AMOUNTS.slice(0, 2) },
    [
      choice('cabbage', 'Sour cabbage', 'Col agria', { station: 'cold', add: 110, calories: 15 }),
      choice('beet', 'Beet stems', 'Tallos de remolacha', { station: 'cold', add: 120, calories: 18 }),
      choice('plum', 'Salted plum', 'Ciruela salada', {
        station: 'cold',
        add: 90,
        calories: 14,
        uses: uses(['plum', 20]),
      }),
    ],
  ),
];
