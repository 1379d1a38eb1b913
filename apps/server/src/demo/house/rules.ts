import type { Rule } from '@hearty-ladle/core';
import { say } from './builders.ts';

/** What the house has agreed on. */
export const RULES: Rule[] = [
  {
    id: 'small-limit',
    name: 'A small bowl holds three toppings',
    sections: ['bowls'],
    when: { picked: 'bowl-size/small' },
    then: [{ limit: { group: 'toppings', max: 3, included: 1 } }],
  },
  {
    id: 'pack-greens',
    name: 'Packed noodles go by the cold side',
    sections: ['bowls'],
    when: { any: [{ service: 'takeaway' }, { service: 'delivery' }] },
    then: [{ route: { what: 'noodle', station: 'cold' } }],
  },
  {
    id: 'staff-meal',
    name: 'Staff eat at half price',
    items: ['ember', 'root', 'glass-bowl', 'rice-gruel'],
    when: { guest: 'staff' },
    then: [{ basePercent: -5000 }],
  },
  {
    id: 'plain-broth',
    name: 'Without noodles, no groundnut and no corn',
    when: { picked: 'noodle/none' },
    then: [{ hide: 'toppings/groundnut' }, { hide: 'toppings/corn' }],
  },
  {
    id: 'two-porridges',
    name: 'Two porridges can share a pot',
    items: ['pot-oats'],
    when: { quantity: { atLeast: 2 } },
    then: [{ show: 'pots' }],
  },
  {
    id: 'pork-and-cheese',
    name: 'Pork with cheese costs more',
    items: ['griddle-fold'],
    when: { all: [{ picked: 'filling/pork' }, { picked: 'filling/cheese' }] },
    then: [{ addToPrice: 50 }],
  },
  {
    id: 'staff-tea',
    name: 'Staff pay one price for tea',
    items: ['barley-tea'],
    when: { guest: 'staff' },
    then: [{ setBase: 100 }],
  },
  {
    id: 'first-pot',
    items: ['pot-oats', 'millet', 'rice-porridge'],
    when: { daypart: 'morning' },
    then: [{ tell: say('From the first pot of the day.', 'De la primera olla del día.') }],
  },
  {
    id: 'egg-agreed',
    name: 'A soft egg is agreed to in the house only',
    items: ['night-market'],
    when: { service: 'dine-in' },
    then: [{ show: 'raw-egg' }],
  },
  {
    id: 'no-scoops-out',
    name: 'Ice does not travel',
    when: { service: 'delivery' },
    then: [{ hide: 'scoop/milk' }, { hide: 'scoop/tea' }, { hide: 'lunch-sweet/scoop' }],
  },
  {
    id: 'pots-stay-hot',
    name: 'The hot pot is said in the house only',
    sections: ['rice'],
    when: { service: 'dine-in' },
    then: [{ show: 'hot-pot' }],
  },
  {
    id: 'green-without-milk',
    name: 'Hill green takes no milk',
    when: { picked: 'leaf/hill' },
    then: [{ hide: 'milk/whole' }, { hide: 'milk/oat' }],
  },
  {
    id: 'flowers-without-milk',
    name: 'Meadow flowers take no milk',
    when: { picked: 'leaf/flower' },
    then: [{ hide: 'milk/whole' }, { hide: 'milk/oat' }],
  },
  {
    id: 'many-toppings',
    name: 'From five toppings, a bigger bowl',
    sections: ['bowls'],
    when: { units: { of: 'toppings', atLeast: 5 } },
    then: [
      { tell: say('That is a full bowl: it comes with a lid beside it.', 'Va muy lleno: lleva una tapa aparte.') },
    ],
  },
  {
    id: 'griddled-late',
    name: 'Griddled dumplings say so in the code',
    sections: ['plates'],
    when: { picked: 'cooked/griddled' },
    then: [{ appendCode: '-G' }],
  },
  {
    id: 'hatch-bread',
    name: 'Bread at the hatch costs a little less',
    when: { location: 'millrace' },
    then: [{ setChoice: { choice: 'side-bread/flat', add: 200 } }],
  },
];
