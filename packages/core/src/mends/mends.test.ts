import { describe, expect, it } from 'vitest';
import { applyUnchecked, checkMenu, type Finding, findingKey, type Menu, quoteLine, type Workbook } from '../index.ts';
import { choicesGroup, smallMenu } from '../testing/broth-bar.ts';
import { randomMenu } from '../testing/random-menu.ts';
import { randomLine } from '../testing/random-line.ts';
import { richMenu } from '../testing/rich-menu.ts';
import { provedMend } from './prove.ts';

const clock = () => '2026-05-12T13:00';
const context = { at: clock() };
const mendsOf = (menu: Menu) => {
  const findings = checkMenu(menu, context, clock);
  return findings.flatMap((finding) => {
    const mend = provedMend(menu, finding, findings, (mended) => checkMenu(mended, context, clock));
    return mend ? [{ finding, findings, ...mend }] : [];
  });
};
const size = choicesGroup('size', {
  min: 1,
  max: 1,
  choices: [
    { id: 'cup', name: 'Cup' },
    { id: 'pot', name: 'Pot' },
  ],
});

describe('an offered mend', () => {
  it('removes its finding and adds none; that of a rule changes no quote', () => {
    const met = new Map<string, number>();
    let quotes = 0;
    const menus = Array.from({ length: 90 }, (_, seed) => [
      randomMenu(seed, { groups: 3, choices: 3, rules: 5 }),
      ...(seed < 30 ? [richMenu(seed)] : []),
    ]).flat();
    for (const [seed, menu] of menus.entries()) {
      for (const { finding, findings, kind, edits } of mendsOf(menu)) {
        met.set(kind, (met.get(kind) ?? 0) + 1);
        const mended: Workbook = applyUnchecked(menu, { edits });
        const left = checkMenu(mended, context, clock).map(findingKey);
        expect({ seed, kind, left }).toEqual({ seed, kind, left: left.filter((key) => key !== findingKey(finding)) });
        expect(findings.map(findingKey)).toEqual(expect.arrayContaining(left));
        if (kind !== 'narrow' && kind !== 'switch-off') continue;
        for (let i = 0; i < 120; i++) {
          const line = { ...randomLine(menu, seed * 31 + i), at: clock() };
          if (!quoteLine(menu, line, clock).ok) continue;
          quotes++;
          expect({ seed, kind, line, quote: quoteLine(mended, line, clock) }).toEqual({
            seed,
            kind,
            line,
            quote: quoteLine(menu, line, clock),
          });
        }
      }
    }
    expect(quotes).toBeGreaterThan(100);
    expect(Object.fromEntries(met)).toMatchObject({
      narrow: expect.any(Number) as number,
      'switch-off': expect.any(Number) as number,
      delete: expect.any(Number) as number,
      'charge-each': expect.any(Number) as number,
      'preselect-none': expect.any(Number) as number,
    });
  });

  it('lets the rule that has no say give way where both hold', () => {
    const rules = [
      { id: 'cheap', when: { picked: 'size/cup' }, then: [{ setBase: 500 }] },
      { id: 'noon', when: { channel: 'pos' as const }, then: [{ setBase: 700 }] },
    ];
    const menu = smallMenu([size], {}, rules);
    const [found] = mendsOf(menu).filter(({ finding }) => finding.code === 'rules-disagree');
    expect(found?.kind).toBe('narrow');
    const when = { all: [{ picked: 'size/cup' }, { not: { channel: 'pos' } }] };
    expect(found?.edits).toEqual([{ type: 'put', kind: 'rules', thing: { ...rules[0], when } }]);
  });

  it('is none where nothing is obvious', () => {
    const finding: Finding = { code: 'cannot-order', severity: 'stop', where: 'items/dish', params: {} };
    expect(provedMend(smallMenu([size]), finding, [finding], () => [])).toBeUndefined();
  });
});
