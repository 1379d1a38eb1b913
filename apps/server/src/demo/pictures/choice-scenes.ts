import { type Food, FOODS } from './foods.ts';
import { DISH_SCENES } from './dish-scenes.ts';
import { coldGlass, leafPot, type Scene, warmCup } from './scene-kinds.ts';
import { Sketch } from './sketch.ts';

const SIDE = 480;
const PAPERS = ['#F3E7CF', '#EBDCC9', '#E6E3CC', '#E3E3DA', '#F2DFD0'];

/** One food on a round of paper. */
const alone =
  (food: Food, index: number): Scene =>
  () =>
    new Sketch(food, SIDE, SIDE)
      .polygon(
        [
          [-20, -20],
          [SIDE + 20, -20],
          [SIDE + 20, SIDE + 20],
          [-20, SIDE + 20],
        ],
        PAPERS[index % PAPERS.length] ?? '#F3E7CF',
        { ink: 0 },
      )
      .ellipse(240, 246, 206, 200, '#FBF6EA', { ink: 0, stray: 5 })
      .ellipse(246, 350, 130, 26, '#5A4030', { ink: 0, opacity: 0.16 })
      .placed(240, 236, 3, 0, FOODS[food])
      .svg();

/** What each choice looks like: group, choice, food. */
const CHOICES: Readonly<Record<string, Readonly<Record<string, Food>>>> = {
  toppings: {
    egg: 'egg',
    greens: 'greens',
    corn: 'corn',
    groundnut: 'groundnut',
    mushroom: 'mushroom',
    pork: 'pork',
    tofu: 'tofu',
    chicken: 'chicken',
    radish: 'radish',
    seaweed: 'seaweed',
  },
  'comes-with': { scallion: 'scallion', sesame: 'sesame', 'chilli-oil': 'chilli-oil' },
  'side-bread': { flat: 'flatbread', crackers: 'crackers' },
  'rice-top': { 'fried-egg': 'fried-egg', pickles: 'pickles', beans: 'beans', prawns: 'prawn' },
  'pickle-side': { cabbage: 'cabbage', beet: 'beet', plum: 'plum' },
  'porridge-top': { pear: 'pear', plum: 'plum', seeds: 'seeds', honey: 'honey', crumble: 'crumble', salt: 'salt' },
  filling: { cheese: 'cheese', onion: 'onion', pork: 'pork', bean: 'beans', fish: 'fish', egg: 'scramble' },
  'griddle-extra': { potato: 'potato', slaw: 'cabbage', 'broth-cup': 'broth' },
  dip: { vinegar: 'vinegar', sesame: 'sesame-cream', chilli: 'burnt-chilli', mustard: 'mustard' },
  bites: { corn: 'fritter', bean: 'bean-cake', tofu: 'skewer', prawn: 'prawn-toast' },
  sugar: { brown: 'sugar', honey: 'honey-spoon' },
  syrup: { elder: 'elder-syrup', ginger: 'ginger-syrup', plum: 'plum-syrup' },
  'sweet-sauce': { toffee: 'toffee', plum: 'plum-sauce', sesame: 'sweet-sesame' },
  scoop: { milk: 'milk-ice', plum: 'plum-ice', tea: 'tea-ice' },
  'cream-top': { cream: 'cream', 'oat-cream': 'oat-cream' },
  'tray-extra': { plates: 'plates', warmer: 'box' },
  cutlery: { set: 'cutlery', napkins: 'napkins' },
};

/** Choices that show what their dish becomes. */
const BECOMES: Readonly<Record<string, Scene>> = {
  'lunch-bowl/ember': DISH_SCENES['ember'] as Scene,
  'lunch-bowl/root': DISH_SCENES['root'] as Scene,
  'lunch-bowl/rice': DISH_SCENES['hen-pot'] as Scene,
  'leaf/smoke': leafPot('leaf/smoke', '#4B4A48', '#B5653A'),
  'leaf/hill': leafPot('leaf/hill', '#6F8F4E', '#E4DDA0'),
  'leaf/roast': leafPot('leaf/roast', '#9A6B3A', '#EBCB94'),
  'leaf/flower': leafPot('leaf/flower', '#8B7BB0', '#F0CF5A'),
};

/** Pictures of choices by `group/choice`. */
export const CHOICE_SCENES: Readonly<Record<string, Scene>> = {
  ...Object.fromEntries(
    Object.entries(CHOICES).flatMap(([group, of]) =>
      Object.entries(of).map(([choice, food], index) => [`${group}/${choice}`, alone(food, index)]),
    ),
  ),
  ...BECOMES,
};

const MILKS: Readonly<Record<string, [drink: string, light: string]>> = {
  whole: ['#D3A06C', '#F0D2AC'],
  oat: ['#C9A26B', '#E8CFA0'],
  none: ['#7A3B20', '#B8704A'],
};
const cupOf =
  (dish: string, glaze: string) =>
  ({ 'cup-size': size = '', milk = '' }: Readonly<Record<string, string>>): Scene =>
    warmCup(
      `${dish} ${size} ${milk}`,
      size === 'tall',
      glaze,
      MILKS[milk] ?? ['#7A3B20', '#B8704A'],
      milk === 'oat' ? 'seeds' : 'sugar',
    );

/** Pictures of a dish's combinations. */
export const VARIANT_SCENES: Readonly<Record<string, (pick: Readonly<Record<string, string>>) => Scene>> = {
  'milk-tea': cupOf('milk-tea', '#7A8A6A'),
  'ginger-tea': cupOf('ginger-tea', '#B07A3A'),
  'cold-leaf': ({ leaf = '' }) =>
    coldGlass(
      `cold-leaf ${leaf}`,
      (
        {
          smoke: ['#8A4A26', '#B8704A'],
          hill: ['#C2C878', '#E0E4B4'],
          roast: ['#B5803F', '#DDB27A'],
          flower: ['#E8CB6A', '#F8EAB4'],
        } as const satisfies Record<string, [string, string]>
      )[leaf as 'smoke'] as [string, string],
    ),
};
