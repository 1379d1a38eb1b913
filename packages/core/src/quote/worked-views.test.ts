import { describe, expect, it } from 'vitest';
import { type Item, type Line, type Rule } from '../index.ts';
import { choicesGroup, quoteDish } from '../testing/broth-bar.ts';
import { menuOf, pick, problems, size, tops } from '../testing/worked-dish.ts';

// Worked by hand from the contract; every dish costs 1000 and is ordered on 2026-05-12 at 13:00.

describe('what a line brings with it', () => {
  const dish: Partial<Item> = {
    calories: 400,
    code: 'D',
    allergens: ['wheat'],
    uses: [{ ingredient: 'broth', quantity: 0.25 }],
  };

  it('is counted by units and portions, for one in calories, for the whole line in ingredients', () => {
    const menu = menuOf([size, tops], dish);
    const quote = quoteDish(menu, {
      quantity: 2,
      picks: [pick('size/l'), pick('tops/egg', { units: 3, amount: 'half' }), pick('tops/oil', { amount: 'half' })],
    });
    // 400 + 200 + 3 × 38 (half of 75, rounded away from zero); half an egg six times; half of 5 thousandths of sesame
    // is 3.
    expect(quote).toMatchObject({ calories: 714, allergens: ['eggs', 'sesame', 'wheat'], code: 'D-E-O' });
    expect(quote.uses).toEqual([
      { ingredient: 'broth', quantity: 0.5 },
      { ingredient: 'egg', quantity: 3 },
      { ingredient: 'sesame', quantity: 0.006 },
    ]);
    // Half of 101, rounded away from zero, three times; half of 50.
    expect(quote.price).toMatchObject({ base: 1000, each: 300 + 3 * 51 + 25, line: 2 * 1478 });
  });

  it('is that of the item a choice stands for, as if it were the choice’s own', () => {
    const side: Item = {
      id: 'side',
      name: 'Side',
      price: 250,
      calories: 90,
      allergens: ['milk'],
      uses: [{ ingredient: 'egg', quantity: 2 }],
    };
    const combo = choicesGroup('combo', {
      choices: [
        { id: 'a', name: 'A', item: 'side', max: 2 },
        { id: 'b', name: 'B', item: 'side', calories: 10 },
      ],
    });
    const menu = menuOf([combo]);
    const both = { ...menu, items: [...menu.items, side] };
    expect(quoteDish(both, { picks: [pick('combo/a', { units: 2 }), pick('combo/b')] })).toMatchObject({
      calories: 190,
      allergens: ['milk'],
      uses: [{ ingredient: 'egg', quantity: 6 }],
    });
    for (const out of [{ items: ['side'] }, { ingredients: ['egg'] }])
      expect(problems(both, { picks: [pick('combo/a')], out })).toEqual(['sold-out combo/a']);
  });

  it('names each choice once in the code, the combination’s own code instead of its picks, what rules append last', () => {
    const cells = [{ pick: { size: 'l' }, code: 'DL' }];
    const rules: Rule[] = [{ id: 'r', when: { channel: 'online' }, then: [{ appendCode: 'WEB' }, { appendCode: '' }] }];
    const coded = {
      ...size,
      choices: (size.choices ?? []).map((choice) => ({ ...choice, code: choice.id.toUpperCase() })),
    };
    const menu = menuOf([coded, tops], { ...dish, variants: { by: ['size'], cells } }, rules);
    const code = (...picks: ReturnType<typeof pick>[]) => quoteDish(menu, { picks }).code;
    expect(code(pick('size/s'), pick('tops/egg'), pick('tops/egg'))).toBe('D-S-E-WEB');
    expect(code(pick('size/l'), pick('tops/oil'), pick('tops/egg'))).toBe('DL-E-O-WEB');
  });
});

describe('what may be picked next', () => {
  it('is shown with what one more would be charged, and what is left of the included', () => {
    const menu = menuOf([{ ...tops, included: 2, includedFirst: 'dearest' }]);
    const { groups, price } = quoteDish(menu, {
      picks: [pick('tops/oil'), pick('tops/egg', { units: 2 })],
      out: { choices: ['tops/none'] },
    });
    expect(groups).toEqual([
      {
        group: 'tops',
        kind: 'choices',
        min: 0,
        max: 4,
        included: 2,
        have: 3,
        free: 0,
        choices: [
          { choice: 'egg', state: 'open', price: 101 },
          { choice: 'oil', state: 'open', price: 50 },
          { choice: 'none', state: 'sold-out', price: 0 },
        ],
      },
    ]);
    expect(price).toMatchObject({ each: 50, line: 1050 });
  });

  it('is shown not sold where it would complete a combination that is not, and without a price where the table has them', () => {
    const milk = choicesGroup('milk', {
      min: 1,
      max: 1,
      choices: [
        { id: 'oat', name: 'Oat' },
        { id: 'no', name: 'None' },
      ],
    });
    const cells = [
      { pick: { size: 's', milk: 'oat' }, sold: false },
      { pick: { size: 'l', milk: 'oat' }, price: 1500 },
    ];
    const menu = menuOf([size, milk], { variants: { by: ['size', 'milk'], cells } });
    const states = (line: Partial<Line>) =>
      quoteDish(menu, line).groups.flatMap(({ choices }) =>
        choices.map(({ choice, state, price }) => `${choice} ${state} ${String(price)}`),
      );
    expect(states({})).toEqual(['s open null', 'l open null', 'oat open null', 'no open null']);
    expect(states({ picks: [pick('size/s')] })).toEqual([
      's open null',
      'l open null',
      'oat not-sold null',
      'no open null',
    ]);
    expect(
      states({ picks: [pick('milk/oat')], out: { variants: [{ item: 'dish', pick: { size: 'l', milk: 'oat' } }] } }),
    ).toEqual(['s not-sold null', 'l sold-out null', 'oat open null', 'no open null']);
    expect(
      problems(menu, {
        picks: [pick('size/s'), pick('milk/oat')],
        out: { variants: [{ item: 'dish', pick: { size: 's', milk: 'oat' } }] },
      }),
    ).toEqual(['combination-not-sold', 'combination-sold-out']);
    expect(quoteDish(menu, { picks: [pick('size/l'), pick('milk/oat')] }).price).toMatchObject({ base: 1500, each: 0 });
  });

  it('leaves out what rules hide; what a rule may show waits for it, and a hide wins', () => {
    const rules: Rule[] = [
      { id: 'a', when: { picked: 'size/l' }, then: [{ show: 'tops' }, { show: 'tops/oil' }] },
      { id: 'b', when: { guest: 'staff' }, then: [{ show: 'tops' }] },
      { id: 'c', when: { channel: 'pos' }, then: [{ hide: 'tops' }] },
    ];
    const menu = { ...menuOf([size, tops], {}, rules), guests: [{ id: 'staff', name: 'Staff' }] };
    const shown = (line: Partial<Line>) =>
      quoteDish(menu, line)
        .groups.filter(({ group }) => group === 'tops')
        .flatMap(({ choices }) => choices.map(({ choice }) => choice));
    expect(shown({ picks: [pick('size/s')] })).toEqual([]);
    expect(shown({ picks: [pick('size/l')] })).toEqual(['egg', 'oil', 'none']);
    expect(shown({ picks: [pick('size/s')], guest: 'staff' })).toEqual(['egg', 'none']);
    expect(shown({ picks: [pick('size/l')], guest: 'staff', channel: 'pos' })).toEqual([]);
    expect(problems(menu, { picks: [pick('size/s'), pick('tops/egg')] })).toEqual(['not-offered tops/egg']);
  });
});
