import type { Group } from '@hearty-ladle/core';
import { choice, choices, pickOne, say, uses } from './builders.ts';

/** What is asked of teas, cold drinks and sweet things. */
export const DRINK_GROUPS: Group[] = [
  pickOne('cup-size', 'Cup size', say('Which cup?', '¿Qué taza?'), [
    choice('short', 'Short', 'Corta', { code: 'S', default: 1 }),
    choice('tall', 'Tall', 'Larga', { code: 'T', price: { add: 90 } }),
  ]),
  pickOne('milk', 'Milk', say('Milk?', '¿Leche?'), [
    choice('whole', 'Whole milk', 'Leche entera', {
      default: 1,
      calories: 60,
      uses: uses(['milk', 120]),
      allergens: ['milk'],
    }),
    choice('oat', 'Oat milk', 'Bebida de avena', {
      code: 'O',
      price: { add: 60, by: { group: 'cup-size', prices: { tall: 80 } } },
      calories: 55,
      uses: uses(['oat-milk', 120]),
      allergens: ['cereals-gluten'],
    }),
    choice('none', 'No milk', 'Sin leche', { calories: 0 }),
  ]),
  pickOne('leaf', 'Tea leaf', say('Which leaf?', '¿Qué té?'), [
    choice('smoke', 'Smoked black', 'Negro ahumado', { code: 'K', uses: uses(['black-tea', 3]) }),
    choice('hill', 'Hill green', 'Verde de monte', { code: 'G', price: { add: 40 }, uses: uses(['green-tea', 3]) }),
    choice('roast', 'Roast barley', 'Cebada tostada', {
      uses: uses(['roast-barley', 8]),
      allergens: ['cereals-gluten'],
    }),
    choice('flower', 'Meadow flowers', 'Flores de prado', { code: 'F', price: { add: 50 } }),
  ]),
  pickOne('strength', 'Strength', say('How strong?', '¿Cómo de fuerte?'), [
    choice('light', 'Light', 'Suave'),
    choice('usual', 'As usual', 'Normal', { default: 1 }),
    choice('dark', 'Strong', 'Fuerte', { price: { add: 30 } }),
  ]),
  choices(
    'sugar',
    'Spoons of sugar',
    say('Sugar?', '¿Azúcar?'),
    { max: 4, help: say('By the spoon.', 'Por cucharadas.') },
    [
      choice('brown', 'Brown sugar', 'Azúcar moreno', { max: 4, calories: 16 }),
      choice('honey', 'Spoon of honey', 'Cucharada de miel', {
        max: 2,
        price: { add: 30 },
        calories: 22,
        uses: uses(['honey', 7]),
      }),
    ],
  ),
  pickOne('ice', 'Ice', say('With ice?', '¿Con hielo?'), [
    choice('full', 'Plenty of ice', 'Mucho hielo'),
    choice('some', 'A little ice', 'Poco hielo', { default: 1 }),
    choice('none', 'No ice', 'Sin hielo'),
  ]),
  choices('syrup', 'Syrups', say('A dash of syrup?', '¿Un toque de sirope?'), { max: 2 }, [
    choice('elder', 'Elder', 'Saúco', {
      price: { add: 50, by: { group: 'cup-size', prices: { tall: 70 } } },
      uses: uses(['elder', 15]),
    }),
    choice('ginger', 'Ginger', 'Jengibre', { price: { add: 50, by: { group: 'cup-size', prices: { tall: 70 } } } }),
    choice('plum', 'Plum', 'Ciruela', { price: { add: 60 }, uses: uses(['plum', 20]) }),
  ]),
  choices('sweet-sauce', 'Sweet sauces', say('A sauce over it?', '¿Con salsa por encima?'), { max: 2, included: 1 }, [
    choice('toffee', 'Salt toffee', 'Caramelo salado', {
      add: 90,
      calories: 110,
      allergens: ['milk'],
      uses: uses(['cream', 20]),
    }),
    choice('plum', 'Plum sauce', 'Salsa de ciruela', { add: 80, calories: 50, uses: uses(['plum', 30]) }),
    choice('sesame', 'Sweet sesame', 'Sésamo dulce', {
      add: 100,
      calories: 95,
      allergens: ['sesame'],
      uses: uses(['sesame', 10]),
    }),
  ]),
  choices(
    'scoop',
    'Scoops',
    say('Which scoops?', '¿Qué bolas?'),
    { min: 1, max: 3, included: 1, includedFirst: 'picked' },
    [
      choice('milk', 'Milk ice', 'Helado de leche', {
        max: 3,
        add: 180,
        calories: 120,
        allergens: ['milk'],
        uses: uses(['frozen-milk', 60]),
      }),
      choice('plum', 'Plum ice', 'Helado de ciruela', { max: 3, add: 180, calories: 80, uses: uses(['plum', 50]) }),
      choice('tea', 'Smoked tea ice', 'Helado de té ahumado', {
        max: 3,
        add: 200,
        calories: 110,
        allergens: ['milk'],
        uses: uses(['frozen-milk', 60], ['black-tea', 1]),
      }),
    ],
  ),
  pickOne('serve-warm', 'Warm or cold', say('Warm or cold?', '¿Caliente o frío?'), [
    choice('warm', 'Warm', 'Caliente', { default: 1 }),
    choice('cold', 'Cold', 'Frío'),
  ]),
  choices('cream-top', 'Cream on top', say('Cream on top?', '¿Con nata por encima?'), { max: 1 }, [
    choice('cream', 'Soft cream', 'Nata suave', {
      add: 70,
      calories: 90,
      allergens: ['milk'],
      uses: uses(['cream', 30]),
    }),
    choice('oat-cream', 'Oat cream', 'Crema de avena', {
      add: 90,
      calories: 70,
      allergens: ['cereals-gluten'],
      uses: uses(['oat-milk', 30]),
    }),
  ]),
];
