import { describe, expect, it } from 'vitest';
import {
  checkMenu,
  type Context,
  type Finding,
  type Group,
  type Item,
  type Menu,
  quoteLine,
  type Rule,
} from '../index.ts';
import { choicesGroup, smallMenu } from '../testing/broth-bar.ts';

// Small menus, each with one obvious fault.
const at = '2026-05-12T13:00';
const proved = new Set([
  'cannot-order',
  'cannot-satisfy',
  'dead-end',
  'never-offered',
  'forced',
  'price-below-zero',
  'sold-out-required',
  'rules-disagree',
  'rule-never-fires',
  'default-breaks-limits',
]);
const size = choicesGroup('size', {
  min: 1,
  max: 1,
  choices: [
    { id: 's', name: 'Small' },
    { id: 'l', name: 'Large' },
  ],
});
const broth = choicesGroup('broth', {
  min: 1,
  max: 1,
  choices: [
    { id: 'clear', name: 'Clear' },
    { id: 'red', name: 'Red' },
  ],
});

function checked(menu: Menu, context: Context = {}): Finding[] {
  return checkMenu(menu, { at, ...context }, () => at).filter(({ code }) => proved.has(code));
}
const found = (
  groups: readonly Group[],
  rules: readonly Rule[] = [],
  item: Partial<Item> = {},
  context: Context = {},
) =>
  checked(smallMenu(groups, item, rules), context)
    .map(({ code, where }) => `${code} ${where.replace('items/dish', '').replace('/groups/', '')}`.trim())
    .sort();

describe('line check finds', () => {
  it('nothing in a sound menu', () => expect(found([size, broth])).toEqual([]));

  it('a required question that nothing can answer, and that the dish can’t be ordered', () => {
    expect(found([choicesGroup('g', { min: 2, choices: [{ id: 'a', name: 'A' }] })])).toEqual([
      'cannot-order',
      'cannot-satisfy g',
    ]);
    expect(found([choicesGroup('g', { min: 2, choices: [{ id: 'a', name: 'A', max: 2 }] })])).toEqual([]);
    expect(
      found([
        choicesGroup('g', {
          min: 2,
          choices: [
            { id: 'a', name: 'A', alone: true },
            { id: 'b', name: 'B', alone: true },
          ],
        }),
      ]),
    ).toEqual(['cannot-order', 'cannot-satisfy g']);
  });

  it('the question that nobody can answer, and not those that wait for its answer', () => {
    const impossible = choicesGroup('g', {
      min: 2,
      max: 2,
      choices: [
        { id: 'a', name: 'A', alone: true },
        { id: 'b', name: 'B' },
      ],
    });
    const shown: Rule[] = [
      { id: 'r', when: { picked: 'g/a' }, then: [{ show: 'broth/clear' }] },
      { id: 'q', when: { picked: 'g/b' }, then: [{ show: 'broth/red' }] },
    ];
    expect(found([impossible, broth], shown)).toEqual([
      'cannot-order',
      'cannot-satisfy g',
      'rule-never-fires rules/q',
      'rule-never-fires rules/r',
    ]);
  });

  it('how much a rule asks of a question that can’t give it, after the answers that make it ask', () => {
    const rules: Rule[] = [
      {
        id: 'r',
        when: { any: [{ picked: 'size/s' }, { picked: 'size/l' }] },
        then: [{ limit: { group: 'extra', min: 3 } }],
      },
    ];
    const [, stuck] = checked(
      smallMenu([size, choicesGroup('extra', { choices: [{ id: 'a', name: 'A', max: 2 }] })], {}, rules),
    );
    expect(stuck).toMatchObject({
      code: 'cannot-satisfy',
      where: 'items/dish/groups/extra',
      params: { min: 3 },
      picks: [{ group: 'size' }],
    });
  });

  it('a question that can’t be answered only where a rule demands more than there is', () => {
    const rules: Rule[] = [
      { id: 'r', when: { picked: 'size/l' }, then: [{ limit: { group: 'broth', min: 3, max: 3 } }] },
    ];
    expect(found([size, broth], rules)).toEqual([
      'dead-end broth',
      'forced size/choices/s',
      'never-offered size/choices/l',
    ]);
  });

  it('what is asked only in a way that nobody can answer', () => {
    const never: Rule[] = [
      { id: 'r', when: { all: [{ picked: 'size/s' }, { picked: 'size/l' }] }, then: [{ show: 'broth' }] },
    ];
    expect(found([size, broth], never)).toEqual(['never-offered broth', 'rule-never-fires rules/r']);
    const once: Rule[] = [
      { id: 'r', when: { picked: 'size/s' }, then: [{ show: 'broth/red' }] },
      { id: 'q', when: { picked: 'size/s' }, then: [{ hide: 'broth/red' }] },
    ];
    expect(found([size, broth], once)).toEqual([
      'forced broth/choices/clear',
      'never-offered broth/choices/red',
      'rules-disagree rules/q',
    ]);
  });

  it('a choice that is none, but not where there is only one to begin with', () => {
    const must = choicesGroup('g', {
      min: 2,
      choices: [
        { id: 'a', name: 'A' },
        { id: 'b', name: 'B' },
      ],
    });
    expect(found([must])).toEqual(['forced g/choices/a', 'forced g/choices/b']);
    expect(found([choicesGroup('g', { min: 1, choices: [{ id: 'a', name: 'A' }] })])).toEqual([]);
  });

  it('rules that disagree, at the later one, where valid answers let both hold', () => {
    const both = (one: Rule['then'], other: Rule['then'], when: Rule['when'] = { picked: 'size/l' }): Rule[] => [
      { id: 'r', when: { picked: 'size/l' }, then: one },
      { id: 'q', when, then: other },
    ];
    expect(found([size, broth], both([{ setBase: 1 }], [{ setBase: 2 }]))).toEqual(['rules-disagree rules/q']);
    expect(
      found(
        [size, broth],
        both([{ setChoice: { choice: 'broth/red', add: 1 } }], [{ setChoice: { choice: 'broth/red', add: 2 } }]),
      ),
    ).toEqual(['rules-disagree rules/q']);
    expect(
      found(
        [size, broth],
        both([{ setChoice: { choice: 'broth/red', add: 1 } }], [{ setChoice: { choice: 'broth/clear', add: 2 } }]),
      ),
    ).toEqual([]);
    expect(found([size, broth], both([{ setBase: 1 }], [{ setBase: 2 }], { picked: 'size/s' }))).toEqual([]);
    expect(found([size, broth], both([{ basePercent: 1 }], [{ basePercent: 2 }]))).toEqual([]);
  });

  it('discounts that go below nothing, with the fewest answers that do', () => {
    const deals = choicesGroup('deals', {
      choices: [
        { id: 'a', name: 'A', price: { add: -400 } },
        { id: 'b', name: 'B', price: { add: -700 } },
        { id: 'c', name: 'C', price: { add: -350 } },
      ],
    });
    const [below] = checked(smallMenu([size, deals]));
    expect(below).toMatchObject({
      code: 'price-below-zero',
      picks: [{ group: 'size' }, { group: 'deals', choice: 'a' }, { group: 'deals', choice: 'b' }],
      occasion: { item: 'dish' },
    });
    expect(
      quoteLine(smallMenu([size, deals]), { item: 'dish', at, picks: [...(below?.picks ?? [])] }, () => at).problems,
    ).toEqual([{ code: 'price-below-zero' }]);
    expect(found([size, { ...deals, max: 1 }])).toEqual([]);
  });

  it('a unit below nothing that a fee for the whole line hides, and a quantity price that a discount undercuts', () => {
    const fee = choicesGroup('fee', { min: 1, choices: [{ id: 'f', name: 'F', price: { add: 500, charge: 'once' } }] });
    const deal = choicesGroup('deal', { choices: [{ id: 'd', name: 'D', price: { add: -1200 } }] });
    expect(found([fee, deal])).toEqual(['price-below-zero']);
    const cheap = checked(
      smallMenu([{ ...deal, choices: [{ id: 'd', name: 'D', price: { add: -800 } }] } as Group], {
        quantityPrices: [{ from: 4, price: 700 }],
      }),
    );
    expect(cheap).toMatchObject([
      { code: 'price-below-zero', occasion: { item: 'dish', quantity: 4 }, picks: [{ group: 'deal', choice: 'd' }] },
    ]);
  });

  it('what happens only on another occasion, and says on which', () => {
    const till: Rule[] = [
      {
        id: 'r',
        when: { all: [{ channel: 'pos' }, { picked: 'size/l' }] },
        then: [{ limit: { group: 'broth', max: 0 } }],
      },
    ];
    expect(checked(smallMenu([size, broth], {}, till))).toMatchObject([
      { code: 'dead-end', picks: [{ group: 'size', choice: 'l' }], occasion: { item: 'dish', channel: 'pos' } },
    ]);
    const away: Rule[] = [{ id: 'r', when: { service: 'delivery' }, then: [{ limit: { group: 'broth', max: 0 } }] }];
    expect(checked(smallMenu([size, broth], {}, away))).toMatchObject([
      { code: 'cannot-order', picks: [], occasion: { service: 'delivery' } },
      { code: 'cannot-satisfy', where: 'items/dish/groups/broth', occasion: { service: 'delivery' } },
    ]);
  });

  it('what is 86’d now apart from what is wrong with the menu', () => {
    expect(found([size, broth], [], {}, { out: { choices: ['broth/red'] } })).toEqual([]);
    expect(found([size, broth], [], {}, { out: { choices: ['broth/red', 'broth/clear'] } })).toEqual([
      'cannot-order',
      'sold-out-required broth',
    ]);
    expect(found([size, { ...broth, min: 0 }], [], {}, { out: { choices: ['broth/red', 'broth/clear'] } })).toEqual([]);
  });
});
