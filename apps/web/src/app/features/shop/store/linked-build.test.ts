import { compileMenu, type Menu, writePicks } from '@hearty-ladle/core';
import { expect, it } from 'vitest';
import { linkedBuild } from './linked-build.ts';

const choice = (id: string, opens: string[] = []) => ({ id, name: id, opens });
const menu = compileMenu({
  format: 'hearty-ladle/menu@1',
  name: 'House',
  currency: 'EUR',
  locales: ['en'],
  priceLists: [{ id: 'house', name: 'House' }],
  stations: [{ id: 'pass', name: 'Pass' }],
  sections: [],
  groups: [
    { id: 'size', name: 'Size', prompt: 'Size?', kind: 'choices', choices: [choice('small'), choice('large')] },
    { id: 'bread', name: 'Bread', prompt: 'Bread?', kind: 'choices', choices: [choice('flat', ['spread'])] },
    { id: 'spread', name: 'Spread', prompt: 'Spread?', kind: 'choices', choices: [choice('butter')] },
  ],
  items: [{ id: 'bowl', name: 'Bowl', price: 900, groups: [{ group: 'size' }, { group: 'bread' }] }],
} as Menu);
const picked = [
  { group: 'size', choice: 'large' },
  { group: 'bread', choice: 'flat', picks: [{ group: 'spread', choice: 'butter' }] },
];

it('opens the dish as the link has it', () => {
  expect(linkedBuild(menu, 'bowl', writePicks(picked))).toEqual({ line: { item: 'bowl', picks: picked }, stale: [] });
});

it('says what is not offered any more, also within an opened question, and keeps the rest', () => {
  const link = 'size/large,size/extra-large,bread/flat(spread/herb_oil)';
  const { line, stale } = linkedBuild(menu, 'bowl', link);
  expect(line?.picks).toMatchObject([picked[0], { group: 'bread', choice: 'flat', picks: [] }]);
  expect(stale).toEqual(['extra large', 'herb oil']);
});

it('knows a dish that is gone, and takes a broken link as one without choices', () => {
  expect(linkedBuild(menu, 'soup', 'size/large').line).toBeUndefined();
  expect(linkedBuild(menu, 'bowl', '(((')).toEqual({ line: { item: 'bowl', picks: [] }, stale: [] });
});
