import { expect, type Page } from '@playwright/test';
import { at } from './house.ts';

const NUMBERS = ['One', 'Two', 'Three', 'Four', 'Five', 'Six', 'Seven', 'Eight', 'Nine'];

/** Adds a dumpling basket with so many sizes and fillings, one of each to be picked. */
export async function addBasket(page: Page, sizes: number, fillings: number): Promise<void> {
  const group = (id: string, name: string, word: string, count: number) => ({
    type: 'put',
    kind: 'groups',
    thing: {
      id,
      name,
      prompt: name,
      kind: 'choices',
      min: 1,
      max: 1,
      choices: NUMBERS.slice(0, count).map((number) => ({
        id: `${word}-${number}`.toLowerCase(),
        name: `${word} ${number}`,
        code: `${word[0]}${NUMBERS.indexOf(number) + 1}`,
      })),
    },
  });
  const groups = [{ group: 'basket-size' }, { group: 'basket-filling' }];
  const dish = { id: 'basket', name: 'Dumpling basket', price: 900, code: 'DB', sections: ['bowls'], groups };
  const answer = await page.request.post(at('/api/workbench/changes'), {
    data: {
      id: 'dumpling-basket',
      label: 'Added a dumpling basket',
      based: [
        { kind: 'groups', id: 'basket-size', version: 0 },
        { kind: 'groups', id: 'basket-filling', version: 0 },
        { kind: 'items', id: 'basket', version: 0 },
      ],
      change: {
        edits: [
          group('basket-size', 'Basket size', 'Basket', sizes),
          group('basket-filling', 'Basket filling', 'Filling', fillings),
          { type: 'put', kind: 'items', thing: dish },
        ],
      },
    },
  });
  expect(answer.ok(), await answer.text()).toBe(true);
}
