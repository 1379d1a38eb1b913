import { expect, it } from 'vitest';
import { applyUnchecked, invert } from '../change/change.ts';
import type { Workbook } from '../menu/workbook.ts';
import { choicesGroup, smallMenu } from '../testing/broth-bar.ts';
import { newRuleId, pathsIn, rulesAbout, switchRuleOff, switchRuleOn } from './rule-switch.ts';

const [first, second, third] = ['a', 'b', 'c'].map((id) => ({
  id,
  when: { all: [{ picked: 'size/cup' }, { units: { of: 'top', atLeast: 1 } }] },
  then: [{ hide: 'top/egg' }, { limit: { group: 'top', max: 3 } }],
}));
const menu = {
  ...smallMenu([choicesGroup('top', { choices: [{ id: 'egg', name: 'Egg' }] })]),
  rules: [first, second, third],
} as Workbook;

it('a rule is switched off and on again in its place, and both can be undone', () => {
  const off = { edits: switchRuleOff(menu, 'b') };
  const without = applyUnchecked(menu, off);
  expect([without.rules, without.offRules]).toEqual([[first, third], [{ id: 'b', rule: second, index: 1 }]]);
  expect(applyUnchecked(without, { edits: switchRuleOn(without, 'b') }).rules).toEqual(menu.rules);
  expect(applyUnchecked(without, invert(menu, off)).rules).toEqual(menu.rules);
  expect(newRuleId(without, 'b')).not.toBe('b');
  expect([switchRuleOff(menu, 'x'), switchRuleOn(menu, 'x')]).toEqual([[], []]);
});

it('rules are found by what they speak of', () => {
  expect(pathsIn(first as never)).toEqual(['size/cup', 'top', 'top/egg']);
  expect(rulesAbout(menu, 'size').map(({ id }) => id)).toEqual(['a', 'b', 'c']);
  expect(rulesAbout(menu, 'top/egg')).toHaveLength(3);
  expect(rulesAbout(menu, 'si')).toEqual([]);
});
