import { editionDifferences, type Workbook } from '@hearty-ladle/core';
import { describe, expect, it } from 'vitest';
import { brothBar } from '../../../../../packages/core/src/testing/broth-bar.ts';
import { aheadWords } from './ahead.ts';
import { changeCards } from './edition-changes.ts';

/** The cards of what a change makes of the sample menu. */
function cardsOf(change: (menu: Workbook) => Workbook) {
  const before = brothBar() as Workbook;
  const after = change(before);
  return changeCards(before, after, editionDifferences(before, after));
}

describe('what differs in an edition', () => {
  it('is told by dish, group and rule, with names and values as on the screens', () => {
    const [dish] = brothBar().items;
    const cards = cardsOf((menu) => ({
      ...menu,
      items: menu.items.map((item) => (item.id === dish?.id ? { ...item, price: 1234 } : item)),
      sections: menu.sections.slice(1),
    }));
    expect(cards.map(({ key, kind }) => [key, kind])).toEqual([
      [`items/${dish?.id}`, 'Dish'],
      [`sections/${brothBar().sections[0]?.id}`, 'Section'],
    ]);
    expect(cards[0]).toMatchObject({ thing: `items ${dish?.id}`, link: ['/menu', dish?.id] });
    expect(cards[0]?.rows).toMatchObject([{ part: '', what: '', values: [{ field: 'Price', after: '12.34' }] }]);
    expect(cards[1]?.rows).toMatchObject([{ what: 'gone', values: [] }]);
  });

  it('names choices, whether they are there before or after, and what was asked in another way', () => {
    const group = brothBar().groups.find((one) => one.kind === 'choices');
    const [first, second] = (group?.kind === 'choices' && group.choices) || [];
    const cards = cardsOf((menu) => ({
      ...menu,
      groups: menu.groups.map((one) =>
        one.id === group?.id && one.kind === 'choices'
          ? {
              ...one,
              choices: [
                { ...first, price: { add: 77 } },
                { id: 'new', name: 'Something new' },
              ] as never,
            }
          : one,
      ),
    }));
    expect(cards).toHaveLength(1);
    const parts = cards[0]?.rows.map(({ part, what }) => [part, what]);
    expect(parts).toContainEqual(['Something new', 'new']);
    expect(parts?.filter(([, what]) => what === 'gone').map(([part]) => part)).toContain(nameOf(second));
    expect(cards[0]?.rows.find(({ part }) => part === nameOf(first))?.values).toMatchObject([{ field: 'Price' }]);
  });

  it('tells a rule that is switched off as one thing', () => {
    const rule = brothBar().rules?.[0];
    const cards = cardsOf(({ rules = [], ...menu }) => ({
      ...menu,
      rules: rules.slice(1),
      offRules: [{ id: rule?.id ?? '', rule: rule as never, index: 0 }],
    }));
    expect(cards.map(({ key }) => key)).toEqual([`rules/${rule?.id}`]);
    expect(cards[0]?.rows.map(({ what }) => what).sort()).toEqual(['gone', 'switched off']);
  });
});

const nameOf = (choice: { readonly name: unknown } | undefined) =>
  typeof choice?.name === 'string' ? choice.name : (choice?.name as { en?: string } | undefined)?.en;

it('says how far the draft is ahead', () => {
  expect(aheadWords({ changes: 0, editions: [] })).toBe('Not published yet');
  expect(aheadWords({ changes: 0, editions: [12] })).toBe('As edition 12');
  expect(aheadWords({ changes: 1, editions: [12] })).toBe('1 change since edition 12');
  expect(aheadWords({ changes: 14, editions: [11, 12] })).toBe('14 changes since editions 11 and 12');
});
