import { describe, expect, it } from 'vitest';
import { compileMenu } from '../compile/compile-menu.ts';
import { choicesGroup, smallMenu } from '../testing/broth-bar.ts';
import { readBack } from './read-back.ts';
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
const formats = { money: (minor: number) => `€${(minor / 100).toFixed(2)}`, date: (iso: string) => `on ${iso}` };
const template = '{size} bowl, {noodle}{, with +toppings}{; no -build}';
const said = (picks: object[], text?: string, locale = 'en') =>
  dish ? readBack(menu, dish, { picks: picks as never }, locale, formats, text).summary : '';
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
      ),
    ).toBe('Small, Lime, sin leek, sin oil');
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

describe('reading answers back', () => {
  const asked = (id: string, kind: string, more: object = {}) =>
    ({ id, name: id, prompt: `${id}?`, kind, ...more }) as never;
  const menu = compileMenu(
    smallMenu(
      [
        asked('day', 'date'),
        asked('kitchen', 'note'),
        asked('allergy', 'note', { note: { loud: true } }),
        asked('tip', 'amount'),
        asked('terms', 'consent'),
        choicesGroup('course', { choices: [{ id: 'soup', name: 'Soup', opens: ['how'] }] }),
        asked('how', 'note'),
      ],
      { groups: ['day', 'kitchen', 'allergy', 'tip', 'terms', 'course'].map((group) => ({ group })) },
    ),
  );
  const dish = menu.item('dish');
  const answers = {
    dates: { day: '2026-05-12' },
    notes: { kitchen: 'cut in half', allergy: 'nuts' },
    amounts: { tip: 250 },
    consents: ['terms'],
    picks: [{ group: 'course', choice: 'soup', notes: { how: 'very hot' } }],
  };
  const back = (template?: string) => dish && readBack(menu, dish, answers, 'en', formats, template);

  it('says every answer with what was asked, of every kind, also inside a pick', () => {
    expect(back()?.summary).toBe('Soup');
    expect(back()?.written.map(({ label, text, isLoud }) => [label, text, isLoud])).toEqual([
      ['day', 'on 2026-05-12', false],
      ['kitchen', 'cut in half', false],
      ['allergy', 'nuts', true],
      ['tip', '€2.50', false],
      ['terms', '', false],
      ['how', 'very hot', false],
    ]);
  });

  it('takes every kind into a template, and repeats of what it says only what is loud', () => {
    const read = back('{course}{ for day}{, kitchen}{, allergy}{ and tip}{; terms}');
    expect(read?.summary).toBe('Soup for on 2026-05-12, “cut in half”, “nuts” and €2.50; terms');
    expect(read?.written.map(({ group }) => group)).toEqual(['allergy', 'how']);
  });
});
