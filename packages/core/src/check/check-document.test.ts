import { describe, expect, it } from 'vitest';
import { checkMenu, type Group, type Item, type Menu, type Rule } from '../index.ts';
import { choicesGroup, smallMenu } from '../testing/broth-bar.ts';

const clock = () => '2026-05-12T13:00';
const sizes = choicesGroup('size', {
  min: 1,
  max: 1,
  choices: [
    { id: 's', name: 'Small' },
    { id: 'l', name: 'Large', price: { add: 100 } },
  ],
});

/** Findings of line check in a small valid menu with one modification, as `code where`. */
function found(
  groups: readonly Group[],
  item: Partial<Item> = {},
  rules: readonly Rule[] = [],
  more: Partial<Menu> = {},
): string[] {
  const menu = {
    ...smallMenu(groups, { sections: ['all'], ...item }, rules),
    sections: [{ id: 'all', name: 'All' }],
    ...more,
  };
  return checkMenu(menu, { at: clock() }, clock).map(({ code, where }) => `${code} ${where}`);
}

it('finds nothing in a menu of which nothing is to be said', () => expect(found([sizes])).toEqual([]));

describe('the document', () => {
  it('has a dish in no section', () => expect(found([sizes], { sections: [] })).toEqual(['no-section items/dish']));

  it('has groups that nobody asks, but not those that a choice, a section or an order asks', () => {
    const tin = choicesGroup('tin', {
      choices: [
        { id: 'a', name: 'A' },
        { id: 'b', name: 'B' },
      ],
    });
    const asked = { groups: [{ group: 'size' }] };
    expect(found([sizes, tin], asked)).toEqual(['unused-group groups/tin']);
    expect(
      found([{ ...sizes, choices: [...(sizes.choices ?? []), { id: 'x', name: 'X', opens: ['tin'] }] }, tin], asked),
    ).toEqual([]);
    expect(found([sizes, { ...tin, attachTo: { sections: ['all'] } }], asked)).toEqual([]);
    expect(found([sizes, tin], asked, [], { orderGroups: [{ group: 'tin' }] })).toEqual([]);
  });

  it('has ingredients that nothing uses', () => {
    const ingredients = [
      { id: 'leek', name: 'Leek', unit: 'g' },
      { id: 'salt', name: 'Salt', unit: 'g' },
    ];
    expect(found([sizes], { uses: [{ ingredient: 'leek', quantity: 1 }] }, [], { ingredients })).toEqual([
      'unused-ingredient ingredients/salt',
    ]);
  });

  it('has texts that are missing in a language, told where they stand', () => {
    const prompt = { en: 'Size?', fr: 'Taille ?' };
    const said = {
      ...sizes,
      prompt,
      choices: [
        { id: 's', name: { en: 'Small', fr: 'Petit' } },
        { id: 'l', name: 'Large', price: { add: 100 } },
      ],
    };
    expect(
      found([said], { name: { en: 'Dish', fr: ' ' } }, [], {
        locales: ['en', 'fr'],
        sections: [{ id: 'all', name: { en: 'All', fr: 'Tout' } }],
      }).sort(),
    ).toEqual(['missing-translation groups/size/choices/l', 'missing-translation items/dish']);
  });
});

describe('the tickets', () => {
  it('have two choices of a group that print alike', () => {
    const twins = {
      ...sizes,
      choices: [
        { id: 's', name: 'Small', kitchenName: 'BOWL' },
        { id: 'l', name: 'Large', kitchenName: 'BOWL', price: { add: 100 } },
      ],
    };
    expect(found([twins])).toEqual(['same-kitchen-name groups/size']);
  });

  it('have a word that is too wide for a station where it prints, wide letters counted as two', () => {
    const stations = [
      { id: 'hot', name: 'Hot', columns: 20 },
      { id: 'cold', name: 'Cold', columns: 40 },
    ];
    const wide = (name: string, station?: string): Group => ({
      ...sizes,
      choices: [
        { id: 's', name, ...(station && { station }) },
        { id: 'l', name: 'Large', price: { add: 100 } },
      ],
    });
    expect(found([wide('Twenty-one letters, s')], {}, [], { stations })).toEqual([
      'long-for-ticket groups/size/choices/s',
    ]);
    expect(found([wide('Twenty letters, such')], {}, [], { stations })).toEqual([]);
    expect(found([wide('麺麺麺麺麺麺麺麺麺麺麺')], {}, [], { stations })).toEqual([
      'long-for-ticket groups/size/choices/s',
    ]);
    expect(found([wide('Twenty-one letters, s')], { station: 'cold' }, [], { stations })).toEqual([]);
    expect(found([sizes], { name: 'A dish of more than twenty letters' }, [], { stations })).toEqual([
      'long-for-ticket items/dish',
    ]);
  });
});

describe('the prices', () => {
  const freebies = (more: object) =>
    choicesGroup('tops', {
      max: 3,
      choices: [
        { id: 'a', name: 'A', price: { add: 50 } },
        { id: 'b', name: 'B' },
      ],
      ...more,
    });
  it('include what costs nothing, or more than may be picked', () => {
    expect(found([freebies({ included: 2 })])).toEqual([]);
    expect(found([freebies({ included: 3 })])).toEqual(['included-never-used groups/tops']);
    expect(found([freebies({ included: 2, max: 1 })])).toEqual(['included-never-used groups/tops']);
    expect(
      found([
        freebies({
          included: 1,
          choices: [
            { id: 'a', name: 'A' },
            { id: 'b', name: 'B' },
          ],
        }),
      ]),
    ).toEqual(['included-never-used groups/tops']);
    expect(found([freebies({})], { groups: [{ group: 'tops', included: 3 }] })).toEqual([
      'included-never-used items/dish/groups/tops',
    ]);
    for (const fewer of [{ max: 1 }, { only: ['a'] }]) {
      expect(found([freebies({ included: 2 })], { groups: [{ group: 'tops', ...fewer }] })).toEqual([
        'included-never-used items/dish/groups/tops',
      ]);
    }
  });

  it('are of a sale that a combination or a choice sets aside', () => {
    const sale = { price: 500, from: '2026-05-01', until: '2026-06-01' };
    const based = {
      ...sizes,
      choices: [
        { id: 's', name: 'Small' },
        { id: 'l', name: 'Large', price: { base: 1500 } },
      ],
    };
    expect(found([based], { sale })).toEqual(['sale-hidden items/dish']);
    expect(
      found([sizes], {
        quantityPrices: [{ from: 2, price: 800 }],
        variants: { by: ['size'], cells: [{ pick: { size: 'l' }, price: 1500 }] },
      }),
    ).toEqual(['sale-hidden items/dish']);
    expect(found([sizes], { sale })).toEqual([]);
    expect(found([based], { sale, groups: [{ group: 'size', only: ['s'], min: 0 }] })).toEqual([]);
  });

  it('are charged once for what is made for each', () => {
    const once = (more: object): Group =>
      choicesGroup('fee', {
        max: 2,
        choices: [
          { id: 'a', name: 'A', price: { add: 50, charge: 'once' }, ...more },
          { id: 'b', name: 'B' },
        ],
      });
    for (const food of [
      { calories: 10 },
      { station: 'cold' },
      { uses: [{ ingredient: 'leek', quantity: 1 }] },
      { item: 'dish' },
    ]) {
      expect(
        found([once(food)], {}, [], { ingredients: [{ id: 'leek', name: 'Leek', unit: 'g' }] }).filter(
          (one) => !one.startsWith('unused'),
        ),
      ).toEqual(['once-with-food groups/fee/choices/a']);
    }
    expect(found([once({})])).toEqual([]);
  });
});

describe('what is ticked beforehand', () => {
  const usual = choicesGroup('with', {
    max: 2,
    choices: [
      { id: 'a', name: 'A', default: 1 },
      { id: 'b', name: 'B', default: 1 },
      { id: 'c', name: 'C' },
    ],
  });
  it('is more than the rules allow, or hidden by them, before anything was touched', () => {
    const always = { channel: 'online' as const };
    expect(found([usual])).toEqual([]);
    expect(found([usual], {}, [{ id: 'r', when: always, then: [{ limit: { group: 'with', max: 1 } }] }])).toEqual([
      'default-breaks-limits items/dish/groups/with',
    ]);
    expect(found([usual], {}, [{ id: 'r', when: always, then: [{ hide: 'with/a' }] }])).toEqual([
      'default-breaks-limits items/dish/groups/with',
    ]);
    expect(
      found([usual], {}, [{ id: 'r', when: { channel: 'pos' }, then: [{ limit: { group: 'with', max: 1 } }] }]),
    ).toEqual(['default-breaks-limits items/dish/groups/with']);
  });
});
