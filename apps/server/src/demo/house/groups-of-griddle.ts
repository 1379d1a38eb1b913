import type { Group } from '@hearty-ladle/core';
import { adds, choice, choices, pickOne, say, uses } from './builders.ts';

/** What is asked of porridges, the griddle, dumplings and small plates. */
export const GRIDDLE_GROUPS: Group[] = [
  pickOne('spread', 'Spread', say('Spread with?', '¿Con qué untamos?'), [
    choice('butter', 'Salted butter', 'Mantequilla salada', {
      kitchenName: 'BUTTER',
      uses: uses(['butter', 12]),
      calories: 90,
      allergens: ['milk'],
    }),
    choice('herb', 'Herb oil', 'Aceite de hierbas', { add: 40, calories: 80 }),
    choice('bean', 'Bean paste', 'Pasta de alubias', { add: 60, calories: 70, uses: uses(['beans', 30]) }),
    choice('plain', 'Nothing', 'Nada', { kitchenName: 'PLAIN', calories: 0 }),
  ]),
  pickOne('porridge-base', 'Cooked in', say('Cooked in?', '¿Con qué la cocemos?'), [
    choice('milk', 'Whole milk', 'Leche entera', {
      kitchenName: 'MILK',
      default: 1,
      calories: 120,
      uses: uses(['milk', 200]),
      allergens: ['milk'],
    }),
    choice('oat', 'Oat milk', 'Bebida de avena', {
      add: 70,
      calories: 95,
      uses: uses(['oat-milk', 200]),
      allergens: ['cereals-gluten'],
    }),
    choice('water', 'Water', 'Agua', { price: { percent: -500 }, calories: 0 }),
  ]),
  choices(
    'porridge-top',
    'Porridge toppings',
    say('On top of it', 'Por encima'),
    { min: 1, max: 3, included: 1, includedFirst: 'picked' },
    [
      choice('pear', 'Stewed pear', 'Pera cocida', { add: 120, calories: 60, uses: uses(['pear', 60]) }),
      choice('plum', 'Baked plum', 'Ciruela asada', { add: 130, calories: 55, uses: uses(['plum', 60]) }),
      choice('seeds', 'Toasted seeds', 'Semillas tostadas', { add: 90, calories: 80, allergens: ['sesame'] }),
      choice('honey', 'Dark honey', 'Miel oscura', { add: 80, calories: 64, uses: uses(['honey', 20]) }),
      choice('crumble', 'Butter crumble', 'Migas de mantequilla', {
        add: 110,
        calories: 140,
        uses: uses(['butter', 10]),
        allergens: ['milk', 'cereals-gluten'],
      }),
      choice('salt', 'Just salt', 'Solo sal', { alone: true, calories: 0 }),
    ],
  ),
  pickOne('pots', 'Pots for porridge', say('One pot or several?', '¿Una olla o varias?'), [
    choice('own', 'A pot for each', 'Una olla para cada uno'),
    choice('shared', 'One pot to share', 'Una olla para compartir', { kitchenName: 'ONE POT' }),
  ]),
  choices('filling', 'Fold filling', say('What goes inside?', '¿Qué lleva dentro?'), { min: 1, max: 2 }, [
    choice('cheese', 'Hill cheese', 'Queso de monte', {
      kitchenName: 'CHEESE',
      calories: 220,
      uses: uses(['cheese', 45]),
      allergens: ['milk'],
    }),
    choice('onion', 'Burnt onion', 'Cebolla quemada', { kitchenName: 'ONION', calories: 40 }),
    choice('pork', 'Slow pork', 'Cerdo lento', {
      kitchenName: 'PORK',
      add: 250,
      calories: 210,
      uses: uses(['pork', 70]),
      allergens: ['mustard'],
    }),
    choice('bean', 'Smoky bean', 'Alubia ahumada', {
      kitchenName: 'BEAN',
      add: 100,
      calories: 150,
      uses: uses(['beans', 70]),
    }),
    choice('fish', 'Smoked fish', 'Pescado ahumado', {
      kitchenName: 'FISH',
      add: 280,
      calories: 130,
      uses: uses(['smoked-fish', 45]),
      allergens: ['fish'],
    }),
    choice('egg', 'Scrambled egg', 'Huevo revuelto', {
      kitchenName: 'EGG',
      add: 120,
      calories: 140,
      uses: uses(['egg', 2]),
      allergens: ['eggs'],
    }),
  ]),
  pickOne('fold-bread', 'Bread', say('On which bread?', '¿En qué pan?'), [
    choice('flat', 'Griddle flatbread', 'Pan de plancha', {
      kitchenName: 'FLATBREAD',
      default: 1,
      uses: uses(['flatbread', 1]),
      allergens: ['cereals-gluten'],
    }),
    choice('rye', 'Dark rye', 'Centeno oscuro', {
      kitchenName: 'RYE',
      uses: uses(['rye', 2]),
      allergens: ['cereals-gluten'],
    }),
    choice('millet', 'Millet cake', 'Torta de mijo', { add: 90, uses: uses(['millet', 60]) }),
  ]),
  pickOne('cut', 'Cut', say('Cut for you?', '¿Te lo cortamos?'), [
    choice('whole', 'Left whole', 'Entero', { default: 1 }),
    choice('halved', 'Cut in two', 'En dos', { kitchenName: 'CUT IN 2' }),
    choice('quarters', 'Cut in four', 'En cuatro', { kitchenName: 'CUT IN 4' }),
  ]),
  choices('griddle-extra', 'Griddle extras', say('Anything beside it?', '¿Algo para acompañar?'), { max: 3 }, [
    choice('potato', 'Griddled potato', 'Patata a la plancha', { kitchenName: 'POTATO', add: 210, calories: 180 }),
    choice('slaw', 'Sour cabbage', 'Col agria', {
      station: 'cold',
      add: 140,
      calories: 30,
      uses: uses(['cabbage', 80]),
    }),
    choice('broth-cup', 'Cup of broth', 'Taza de caldo', {
      station: 'kettles',
      add: 190,
      calories: 25,
      uses: uses(['bone-broth', 150]),
      allergens: ['celery'],
    }),
  ]),
  pickOne('dumpling-count', 'How many dumplings', say('How many?', '¿Cuántas?'), [
    choice('six', 'Six', 'Seis', { kitchenName: '6', code: '6', default: 1, uses: uses(['dumpling-skin', 6]) }),
    choice('nine', 'Nine', 'Nueve', {
      kitchenName: '9',
      code: '9',
      price: { base: { house: 920, courier: 1020 } },
      uses: uses(['dumpling-skin', 9]),
    }),
    choice('twelve', 'Twelve', 'Doce', {
      kitchenName: '12',
      code: '12',
      price: { base: { house: 1140, courier: 1260 } },
      uses: uses(['dumpling-skin', 12]),
    }),
  ]),
  pickOne('cooked', 'Steamed or griddled', say('Steamed or griddled?', '¿Al vapor o a la plancha?'), [
    choice('steamed', 'Steamed', 'Al vapor', { default: 1 }),
    choice('griddled', 'Griddled', 'A la plancha', { station: 'griddle', add: 40, calories: 60 }),
  ]),
  choices('dip', 'Dips', say('A dip with it?', '¿Con qué salsa?'), { max: 3, included: 1, includedFirst: 'cheapest' }, [
    choice('vinegar', 'Dark vinegar', 'Vinagre oscuro', {
      kitchenName: 'VINEGAR',
      station: 'cold',
      add: 60,
      calories: 5,
    }),
    choice('sesame', 'Sesame cream', 'Crema de sésamo', {
      station: 'cold',
      add: 80,
      calories: 90,
      uses: uses(['sesame', 15]),
      allergens: ['sesame'],
    }),
    choice('chilli', 'Burnt chilli', 'Guindilla quemada', { station: 'cold', add: 70, calories: 40 }),
    choice('mustard', 'Sharp mustard', 'Mostaza fuerte', {
      station: 'cold',
      add: 60,
      allergens: ['mustard'],
      calories: 10,
    }),
  ]),
  choices('bites', 'Small bites', say('Choose your bites', 'Elige tus bocados'), { min: 3, max: 5 }, [
    choice('corn', 'Corn fritter', 'Buñuelo de maíz', {
      max: 2,
      calories: 90,
      allergens: ['eggs'],
      uses: uses(['egg', 1]),
    }),
    choice('bean', 'Bean cake', 'Torta de alubias', { max: 2, calories: 80, uses: uses(['beans', 40]) }),
    choice('tofu', 'Tofu skewer', 'Brocheta de tofu', {
      max: 2,
      calories: 70,
      uses: uses(['tofu', 40]),
      allergens: ['soybeans'],
    }),
    choice('prawn', 'Prawn toast', 'Tostada de gamba', {
      max: 2,
      price: adds(130),
      calories: 110,
      uses: uses(['prawn', 25]),
      allergens: ['crustaceans', 'cereals-gluten'],
    }),
  ]),
];
