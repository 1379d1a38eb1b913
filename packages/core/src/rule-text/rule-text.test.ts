import { describe, expect, it } from 'vitest';
import type { Condition } from '../menu/condition-schema.ts';
import type { Effect, Menu, Rule } from '../menu/document.ts';
import { choicesGroup, smallMenu } from '../testing/broth-bar.ts';
import { Random } from '../testing/random.ts';
import { readRule } from './read-rule.ts';
import { writeRule } from './write-rule.ts';

const menu: Menu = {
  ...smallMenu([
    choicesGroup('size', {
      name: 'Bowl size',
      choices: [
        { id: 'cup', name: 'Cup' },
        { id: 'large', name: { en: 'Large', es: 'Grande' } },
        { id: 'saucer', name: 'Cup and saucer' },
      ],
    }),
    choicesGroup('top', {
      name: 'Toppings',
      choices: [
        { id: 'egg', name: 'Soft egg' },
        { id: 'corn', name: 'Charred corn, 2 pieces' },
        { id: 'large', name: 'Large' },
      ],
    }),
    choicesGroup('extra', {
      name: 'Soft egg',
      choices: [
        { id: 'a', name: 'Jalapeño (“hot”)' },
        { id: 'n', name: 'Then' },
      ],
    }),
    { id: 'note', name: 'Note and price', prompt: '?', kind: 'note' },
  ]),
  locales: ['en', 'es'],
  locations: [{ id: 'quay', name: 'The quay' }],
  dayparts: [{ id: 'am', name: 'Morning', days: [1], from: '07:00', to: '10:30' }],
  guests: [{ id: 'staff', name: 'Staff' }],
  sections: [{ id: 'hot', name: 'Hot' }],
};
const read = (text: string) => readRule(menu, text);

const CHOICES = ['size/cup', 'size/large', 'size/saucer', 'top/egg', 'top/corn', 'top/large', 'extra/a', 'extra/n'];
const THINGS = [...CHOICES, 'size', 'top', 'extra', 'note'];

function range(random: Random): { atLeast?: number; atMost?: number } {
  const [low, high] = [random.int(0, 3), random.int(3, 9)];
  return random.pick([
    { atLeast: low },
    { atMost: high },
    { atLeast: low, atMost: high },
    { atLeast: high, atMost: high },
  ]);
}

function condition(random: Random, depth: number): Condition {
  const list = () => Array.from({ length: random.int(1, 3) }, () => condition(random, depth - 1));
  const leaves: (() => Condition)[] = [
    () => ({ picked: random.pick(CHOICES) }),
    () => ({ units: { of: random.pick(THINGS), ...range(random) } }),
    () => ({ quantity: range(random) }),
    () => ({ channel: random.pick(['online', 'pos']) }),
    () => ({ service: random.pick(['dine-in', 'takeaway', 'delivery']) }),
    () => ({ location: 'quay' }),
    () => ({ daypart: 'am' }),
    () => ({ priceList: random.pick(menu.priceLists).id }),
    () => ({ guest: 'staff' }),
  ];
  const nested: (() => Condition)[] = [
    () => ({ all: list() }),
    () => ({ any: list() }),
    () => ({ not: condition(random, depth - 1) }),
  ];
  return random.pick(depth > 0 && random.int(0, 1) === 0 ? nested : leaves)();
}

function effect(random: Random): Effect {
  const price = () => random.pick([150, -80, 0, { house: 100, bike: 130 }]);
  const effects: (() => Effect)[] = [
    () => ({ show: random.pick(THINGS) }),
    () => ({ hide: random.pick(THINGS) }),
    () => ({
      limit: {
        group: random.pick(['size', 'top']),
        ...random.pick([{ min: 1 }, { max: 3 }, { max: null }, { included: 2 }, { min: 0, max: 4, included: 1 }]),
      },
    }),
    () => ({ setBase: random.pick([890, { house: 890, bike: 990 }]) }),
    () => ({ basePercent: random.pick([-1000, 1250, 5]) }),
    () => ({ addToPrice: price() }),
    () => ({ setChoice: { choice: random.pick(CHOICES), add: price() } }),
    () => ({ appendCode: random.pick(['XL', 'say “no”', '']) }),
    () => ({ route: { what: random.pick(THINGS), station: random.pick(menu.stations).id } }),
    () => ({ tell: random.pick(['Mind the heat, and then some', { en: 'Hot', es: 'Picante' }]) }),
  ];
  return random.pick(effects)();
}

function rule(seed: number): Pick<Rule, 'items' | 'sections' | 'when' | 'then'> {
  const random = new Random(seed);
  return {
    ...random.pick([{}, { items: ['dish'] }, { sections: ['hot'] }, { items: ['dish'], sections: ['hot'] }]),
    when: condition(random, random.int(0, 3)),
    then: Array.from({ length: random.int(1, 3) }, () => effect(random)),
  };
}

describe('a rule as a sentence', () => {
  it('reads as one would say it', () => {
    const when: Condition = { all: [{ picked: 'size/cup' }, { service: 'takeaway' }] };
    const then: Effect[] = [{ hide: 'top/corn' }, { limit: { group: 'top', max: 3 } }];
    expect(writeRule(menu, { when, then })).toBe(
      'when Bowl size is Cup and it is takeaway, then hide “Charred corn, 2 pieces” [top/corn] and allow up to 3 from Toppings',
    );
  });

  it('is understood as it is typed, capitals and accents aside, also the short way', () => {
    expect(read('when bowl size is cup then up to 3 toppings').rule).toEqual({
      when: { picked: 'size/cup' },
      then: [{ limit: { group: 'top', max: 3 } }],
    });
    expect(read('On Dish: when at least 2 portions or ordered at the till, then add 1,50 to the price').rule).toEqual({
      items: ['dish'],
      when: { any: [{ quantity: { atLeast: 2 } }, { channel: 'pos' }] },
      then: [{ addToPrice: 150 }],
    });
    expect(read('when bowl size is cup and saucer then show note and price').rule?.when).toEqual({
      picked: 'size/saucer',
    });
  });

  it('typed and built are the same rule, over all conditions and effects', () => {
    for (let seed = 0; seed < 600; seed++) {
      const built = rule(seed);
      const text = writeRule(menu, built);
      expect(read(text), text).toMatchObject({ rule: built, wrong: undefined });
    }
  });

  it('says from where on it is not understood, and completes with names of the menu', () => {
    const at = (text: string) => {
      const { wrong, completions } = read(text);
      return [text.slice(wrong?.from), completions.map((one) => one.text)];
    };
    expect(at('when bowl size is cu')).toEqual(['cu', ['Cup', 'Cup and saucer']]);
    expect(at('when bowl size is cup then hide la')).toEqual(['la', ['Large [size/large]', 'Large [top/large]']]);
    expect(at('when bowl size is cup then hide soft egg')).toEqual([
      'soft egg',
      ['Soft egg [extra]', 'Soft egg [top/egg]'],
    ]);
    expect(at('when bowl size is cup and it is takeaway or it is delivery')[0]).toBe('or it is delivery');
    expect(at('when the guest is ')).toEqual(['', ['Staff']]);
    expect(at('when bowl size is cup then h')).toEqual(['h', ['hide']]);
    expect(read('').completions[0]?.text).toBeDefined();
  });
});
