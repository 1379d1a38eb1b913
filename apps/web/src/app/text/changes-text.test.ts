import { readFileSync } from 'node:fs';
import { type Menu, textIn } from '@hearty-ladle/core';
import { describe, expect, it } from 'vitest';
import { describeDifference } from './differences.ts';
import { attachText } from './attaching.ts';
import { languageName } from './languages.ts';
import { describeUse } from './uses.ts';

const load = (file: string) =>
  JSON.parse(
    readFileSync(new URL(`../../../../../packages/core/cases/${file}.menu.json`, import.meta.url), 'utf8'),
  ) as Menu;
const menu = load('broth-bar');

describe('differences, uses and changes', () => {
  const group = menu.groups.find(({ id }) => id === 'toppings');
  if (!group) throw new Error('no toppings');
  it.each([
    [{ field: 'min', shared: 0, here: 2 }, 'Min', '0', '2'],
    [{ field: 'max', shared: null, here: 3 }, 'Max', 'no limit', '3'],
    [{ field: 'left-out', choice: 'egg' }, 'EGG', 'offered', 'not offered here'],
    [{ field: 'price', choice: 'egg', shared: 175, here: 0 }, 'EGG', '1.75', '0.00'],
    [{ field: 'default', choice: 'egg', shared: 0, here: 1 }, 'EGG, preselected', '0', '1'],
    [{ field: 'heading', shared: 'On top?', here: 'And?' }, 'Prompt', 'On top?', 'And?'],
  ] as const)('%j reads %s: %s, %s', (difference, what, shared, here) => {
    const egg = group.kind === 'choices' ? group.choices?.find(({ id }) => id === 'egg')?.name : undefined;
    const name = textIn(egg ?? '', menu.locales[0] ?? '', menu.locales[0] ?? '');
    expect(describeDifference(menu, group, difference as never, 2)).toEqual({
      what: what.replace('EGG', name),
      shared,
      here,
    });
  });

  it('names a place that speaks of something, with the screen that shows it', () => {
    expect(describeUse(menu, { kind: 'items', id: 'ember', role: 'attached' })).toMatchObject({
      what: 'has it',
      link: ['/menu', 'ember'],
    });
    expect(describeUse(menu, { kind: 'groups', id: 'toppings', choice: 'egg', role: 'made-at' }).name).toMatch(/ · /);
    expect(describeUse(menu, { kind: 'items', id: 'ghost', role: 'uses' }).name).toBe('ghost');
    expect(describeUse(menu, { kind: 'order', id: '', role: 'attached' }).link).toBeUndefined();
  });

  it('counts the dishes on which a group was added', () => {
    expect(attachText(menu, { groups: ['toppings'], dishes: ['a'] } as never)).toBe(`“${group.name}” added to 1 dish`);
    expect(attachText(menu, { groups: ['toppings'], dishes: ['a', 'b'] } as never)).toBe(
      `“${group.name}” added to 2 dishes`,
    );
  });
});

it.each([
  ['en', 'English'],
  ['es', 'Español'],
  ['de', 'Deutsch'],
  ['ar', 'العربية'],
  ['vi', 'Tiếng Việt'],
])('the language %s calls itself %s', (tag, name) => expect(languageName(tag)).toBe(name));
