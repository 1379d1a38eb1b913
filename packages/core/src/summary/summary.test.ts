import { describe, expect, it } from 'vitest';
import { compileMenu } from '../compile/compile-menu.ts';
import { choicesGroup, smallMenu } from '../testing/broth-bar.ts';
import { summaryOf } from './summary.ts';
import { parseTemplate } from './template.ts';

const menu = compileMenu(
  smallMenu(
    [
      choicesGroup('size', {
        min: 1,
        max: 1,
        choices: [
          { id: 's', name: 'Small' },
          { id: 'l', name: 'Large' },
        ],
      }),
      choicesGroup('noodle', { choices: [{ id: 'udon', name: 'Udon' }] }),
      choicesGroup('toppings', {
        amounts: [{ id: 'x', name: 'Extra', word: 'XTRA' }],
        choices: [
          { id: 'egg', name: 'Egg', max: 3, opens: ['dip'] },
          { id: 'corn', name: 'Corn' },
        ],
      }),
      choicesGroup('build', {
        print: 'changes',
        choices: [
          { id: 'leek', name: 'Leek', default: 1 },
          { id: 'oil', name: 'Oil', default: 1 },
          { id: 'lime', name: 'Lime' },
        ],
      }),
      choicesGroup('dip', { choices: [{ id: 'soy', name: 'Soy' }] }),
    ]
      .slice(0, 4)
      .concat(choicesGroup('dip', { choices: [{ id: 'soy', name: 'Soy' }] })),
    { groups: ['size', 'noodle', 'toppings', 'build'].map((group) => ({ group })) },
  ),
);
const dish = menu.item('dish');
const template = '{size} bowl, {noodle}{, with +toppings}{; no -build}';
const said = (picks: object[], text?: string, locale = 'en', notes = {}) =>
  dish ? summaryOf(menu, dish, { picks: picks as never, notes }, locale, text) : '';
const usual = [
  { group: 'build', choice: 'leek' },
  { group: 'build', choice: 'oil' },
];

describe('a summary line', () => {
  it('says what its template asks for and leaves out what says nothing', () => {
    const picks = [
      { group: 'size', choice: 'l' },
      { group: 'noodle', choice: 'udon' },
    ];
    expect(said([...picks, ...usual], template)).toBe('Large bowl, Udon');
    expect(
      said(
        [
          ...picks,
          { group: 'toppings', choice: 'egg', units: 2, amount: 'x', picks: [{ group: 'dip', choice: 'soy' }] },
          { group: 'build', choice: 'leek' },
        ],
        template,
      ),
    ).toBe('Large bowl, Udon, with 2 × Egg (extra) with Soy; no oil');
  });

  it('without a template says every answer, of what is usual only what differs, in the guest’s language', () => {
    expect(said([{ group: 'size', choice: 's' }, ...usual])).toBe('Small');
    expect(
      said(
        [
          { group: 'size', choice: 's' },
          { group: 'build', choice: 'lime' },
        ],
        undefined,
        'es',
        { n: 'rápido' },
      ),
    ).toBe('Small, Lime, sin leek, sin oil · “rápido”');
  });

  it('refuses a template with a brace that is open or names no group, and then says everything', () => {
    const groups = new Set(['size', 'with']);
    expect(parseTemplate('{size', groups)).toMatchObject({ ok: false, faults: [{ code: 'open-brace' }] });
    expect(parseTemplate('{size} {sauce}', groups)).toEqual({
      ok: false,
      faults: [{ code: 'no-group', text: 'sauce' }],
    });
    expect(parseTemplate('{with size}', groups)).toMatchObject({ value: [{ before: 'with ', group: 'size' }] });
    expect(said([{ group: 'size', choice: 's' }, ...usual], '{nothing}')).toBe('Small');
  });
});
