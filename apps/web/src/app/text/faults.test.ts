import type { Fault, Workbook } from '@hearty-ladle/core';
import { expect, it } from 'vitest';
import { faultText } from './faults.ts';

const menu = {
  currency: 'EUR',
  locales: ['en'],
  items: [{ id: 'ember', name: 'Ember broth', price: 1, groups: [{ group: 'tip' }] }],
  groups: [
    { id: 'top', name: 'Toppings', prompt: '?', kind: 'choices', choices: [{ id: 'egg', name: 'Soft egg' }] },
    { id: 'tip', name: 'Tip', prompt: '?', kind: 'amount', amount: { min: 500, max: 200 } },
  ],
} as unknown as Workbook;

it.each<[Fault, string]>([
  [
    { path: '/groups/1/amount', code: 'min-above-max', params: { min: 500, max: 200 } },
    'Tip: The least, 5.00, is above the most, 2.00.',
  ],
  [
    { path: '/items/0/groups/0', code: 'min-above-max', params: { min: 3, max: 2 } },
    'Ember broth · Tip: The least, 3, is above the most, 2.',
  ],
  [
    { path: '/groups/0/choices/0', code: 'base-included', params: { choice: 'egg', group: 'top' } },
    'Toppings · Soft egg: “Soft egg” sets or multiplies the price, so none of “Toppings” can be included.',
  ],
  [
    { path: '', code: 'cell-incomplete', params: { groups: ['top'] } },
    'This combination has no answer for “Toppings”.',
  ],
])('a fault names its place and its things: %j', (fault, words) => expect(faultText(menu, fault)).toBe(words));
