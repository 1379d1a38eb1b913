import type { Group } from '@hearty-ladle/core';
import { choice, choices, pickOne, say } from './builders.ts';

/** What is asked of set lunches, trays and whole orders, and the notes. */
export const ORDER_GROUPS: Group[] = [
  pickOne('lunch-bowl', 'Lunch: the bowl', say('Your bowl', 'Tu tazón'), [
    choice('ember', 'Ember broth', 'Caldo brasa', {
      kitchenName: 'EMBER',
      station: 'kettles',
      opens: ['noodle'],
      calories: 150,
      allergens: ['soybeans', 'celery'],
    }),
    choice('root', 'Root broth', 'Caldo de raíz', {
      kitchenName: 'ROOT',
      station: 'kettles',
      opens: ['noodle'],
      calories: 110,
      allergens: ['celery'],
    }),
    choice('rice', 'Rice pot', 'Olla de arroz', {
      station: 'kettles',
      opens: ['rice-kind'],
      calories: 90,
      price: { add: 80 },
    }),
  ]),
  pickOne('lunch-drink', 'Lunch: the drink', say('Your drink', 'Tu bebida'), [
    choice('barley', 'Barley tea', 'Té de cebada', { station: 'tea', calories: 5, allergens: ['cereals-gluten'] }),
    choice('cordial', 'Elder cordial', 'Refresco de saúco', {
      kitchenName: 'CORDIAL',
      station: 'tea',
      calories: 90,
      price: { add: 50 },
    }),
    choice('milk-tea', 'Milk tea', 'Té con leche', {
      station: 'tea',
      calories: 70,
      price: { add: 90 },
      opens: ['milk'],
    }),
  ]),
  choices('lunch-sweet', 'Lunch: something sweet', say('Something sweet after?', '¿Algo dulce después?'), { max: 1 }, [
    choice('cake', 'Honey cake', 'Pastel de miel', {
      station: 'cold',
      price: { add: 220 },
      calories: 260,
      allergens: ['cereals-gluten', 'eggs', 'milk'],
    }),
    choice('scoop', 'One scoop', 'Una bola', { station: 'cold', price: { add: 180 }, opens: ['scoop'] }),
  ]),
  {
    id: 'tray-day',
    name: 'Wanted on',
    prompt: say('For which day?', '¿Para qué día?'),
    help: say('Two days ahead at least.', 'Con dos días de antelación.'),
    kind: 'date',
    date: { required: true, earliestDays: 2, latestDays: 60 },
  },
  {
    id: 'lead-note',
    name: 'Tray note',
    prompt: say('Where shall we set it down?', '¿Dónde lo dejamos?'),
    kind: 'note',
    note: { required: true, maxLength: 140, stations: ['pass'] },
  },
  choices('tray-extra', 'With the tray', say('With the tray', 'Con la bandeja'), { max: 20 }, [
    choice('plates', 'Plates and forks', 'Platos y tenedores', {
      max: 40,
      price: { add: 20, tiers: [{ from: 20, add: 15 }] },
      station: 'cold',
    }),
    choice('warmer', 'Warming box', 'Caja térmica', { price: { add: 600, charge: 'once' }, station: 'pass' }),
  ]),
  {
    id: 'gift-note',
    name: 'Written card',
    prompt: say('A card with it, written by hand?', '¿Una tarjeta escrita a mano?'),
    kind: 'note',
    note: { maxLength: 90, price: 150, charge: 'once', stations: ['pass'] },
  },
  {
    id: 'named-price',
    name: 'Price by word of mouth',
    prompt: say('What does it cost?', '¿Cuánto cuesta?'),
    kind: 'amount',
    amount: { required: true, max: 20000, charge: 'each' },
  },
  {
    id: 'raw-egg',
    name: 'Soft egg agreed',
    prompt: say(
      'The egg is barely set. That is fine for everyone who eats it.',
      'El huevo está poco cuajado. Nos parece bien a quienes lo comemos.',
    ),
    kind: 'consent',
  },
  {
    id: 'hot-pot',
    name: 'Hot pot notice',
    prompt: say('The pot comes to you very hot, lid on.', 'La olla llega muy caliente y tapada.'),
    kind: 'notice',
  },
  {
    id: 'kitchen-note',
    name: 'Kitchen note',
    prompt: say('Anything the kitchen should know?', '¿Algo que la cocina deba saber?'),
    kind: 'note',
    note: { maxLength: 120, placeholder: say('No spoon, cut in two …', 'Sin cuchara, cortado en dos …') },
    attachTo: { sections: ['bowls', 'porridge', 'griddle', 'rice', 'plates'] },
  },
  {
    id: 'allergy-note',
    name: 'Allergy note',
    prompt: say('Allergies we must know of', 'Alergias que debemos conocer'),
    kind: 'note',
    note: { maxLength: 80, loud: true },
    attachTo: { sections: ['bowls', 'porridge', 'griddle', 'rice', 'plates', 'sweet', 'gather'] },
  },
  choices('cutlery', 'Cutlery', say('Cutlery?', '¿Cubiertos?'), {}, [
    choice('set', 'Cutlery set', 'Juego de cubiertos', { max: 9 }),
    choice('napkins', 'Napkins', 'Servilletas', { max: 9 }),
  ]),
  {
    id: 'carrier-note',
    name: 'Note for the courier',
    prompt: say('A word for whoever carries it', 'Unas palabras para quien lo lleva'),
    kind: 'note',
    note: { maxLength: 120, stations: ['pass'] },
  },
  {
    id: 'team-tip',
    name: 'For the team',
    prompt: say('Something for the team?', '¿Algo para el equipo?'),
    kind: 'amount',
    amount: { max: 5000, suggested: [100, 200, 500], charge: 'once' },
  },
];
