import { describe, expect, it } from 'vitest';
import {
  compileMenu,
  dropChoice,
  groupAt,
  pickChoice,
  preselectedLine,
  quoteLine,
  setAmount,
  setNote,
  setUnits,
  withoutUnknown,
} from '../index.ts';
import { choicesGroup, smallMenu } from '../testing/broth-bar.ts';

const inner = choicesGroup('in', {
  choices: [
    { id: 'x', name: 'X', default: 1 },
    { id: 'y', name: 'Y' },
  ],
});
const one = choicesGroup('one', {
  min: 1,
  max: 1,
  choices: [
    { id: 'a', name: 'A', opens: ['in'] },
    { id: 'b', name: 'B' },
  ],
});
const many = choicesGroup('many', {
  amounts: [{ id: 'big', name: 'Big', word: 'BIG' }],
  choices: [
    { id: 'p', name: 'P', max: 3, default: 2 },
    { id: 'q', name: 'Q' },
  ],
});
const menu = compileMenu(smallMenu([one, many, inner], { groups: [{ group: 'one' }, { group: 'many' }] }));
const item = menu.item('dish');

function pick(
  line: ReturnType<typeof preselectedLine>,
  at: readonly number[] | undefined,
  group: string,
  choice: string,
) {
  const offered = item && groupAt(item, line, at, group);
  const chosen = offered?.choices.find(({ id }) => id === choice);
  if (!offered || !chosen) throw new Error(`${group}/${choice} is not asked there`);
  return pickChoice(line, at, offered, chosen, offered.max === 1);
}

describe('answers as a screen edits them', () => {
  const start = preselectedLine(menu, 'dish');

  it('begin with what is preselected, and what a picked choice opens does too', () => {
    expect(start).toEqual({ item: 'dish', picks: [{ group: 'many', choice: 'p', units: 2 }] });
    expect(pick(start, undefined, 'one', 'a').picks?.[1]).toEqual({
      group: 'one',
      choice: 'a',
      picks: [{ group: 'in', choice: 'x' }],
    });
  });

  it('hold one answer of a pick-one group, and what went takes its inner answers along', () => {
    const first = pick(start, undefined, 'one', 'a');
    expect(pick(first, undefined, 'one', 'b').picks).toEqual([
      { group: 'many', choice: 'p', units: 2 },
      { group: 'one', choice: 'b' },
    ]);
  });

  it('are reached inside by the way to the pick that opened them', () => {
    const deeper = pick(pick(start, undefined, 'one', 'a'), [1], 'in', 'y');
    expect(deeper.picks?.[1]?.picks).toEqual([
      { group: 'in', choice: 'x' },
      { group: 'in', choice: 'y' },
    ]);
    expect(dropChoice(deeper, [1], 'in', 'x').picks?.[1]?.picks).toEqual([{ group: 'in', choice: 'y' }]);
    expect(setNote(deeper, [1], 'in', 'hm').picks?.[1]?.notes).toEqual({ in: 'hm' });
  });

  it('change units and amounts; no units at all takes the choice away; an empty note is none', () => {
    expect(setAmount(setUnits(start, undefined, 'many', 'p', 3), undefined, 'many', 'p', 'big').picks).toEqual([
      { group: 'many', choice: 'p', units: 3, amount: 'big' },
    ]);
    expect(setUnits(start, undefined, 'many', 'p', 0).picks).toEqual([]);
    expect(setNote(setNote(start, undefined, 'n', 'hm'), undefined, 'n', '').notes).toEqual({});
  });

  it('lose only what the menu no longer has', () => {
    const stale = {
      ...start,
      picks: [
        {
          group: 'one',
          choice: 'a',
          picks: [
            { group: 'in', choice: 'gone' },
            { group: 'in', choice: 'y' },
          ],
        },
        { group: 'gone', choice: 'a' },
        { group: 'many', choice: 'p', amount: 'gone' },
      ],
      notes: { gone: 'x' },
    };
    expect(item && withoutUnknown(item, stale)).toEqual({
      item: 'dish',
      picks: [{ group: 'one', choice: 'a', picks: [{ group: 'in', choice: 'y' }] }],
      notes: {},
    });
  });

  it('can be ordered again once stale dates, amounts and inner notes are gone, and keep the others', () => {
    const groups = [
      choicesGroup('one', { choices: [{ id: 'a', name: 'A', opens: ['say'] }] }),
      { id: 'say', name: 'Say', prompt: 'Say', kind: 'note' as const },
      { id: 'day', name: 'Day', prompt: 'Day', kind: 'date' as const },
      { id: 'gift', name: 'Gift', prompt: 'Gift', kind: 'amount' as const },
    ];
    const house = smallMenu(groups, { groups: [{ group: 'one' }, { group: 'day' }, { group: 'gift' }] });
    const kept = {
      item: 'dish',
      at: '2026-05-12T13:00',
      picks: [{ group: 'one', choice: 'a', notes: { say: 'hot' } }],
      dates: { day: '2026-05-13' },
      amounts: { gift: 200 },
    };
    const stale = {
      ...kept,
      picks: [{ group: 'one', choice: 'a', notes: { say: 'hot', gone: 'x' } }],
      dates: { ...kept.dates, gone: '2026-05-13', gift: '2026-05-13' },
      amounts: { ...kept.amounts, gone: 100 },
    };
    const dish = compileMenu(house).item('dish');
    expect(quoteLine(house, stale, () => '').ok).toBe(false);
    expect(dish && withoutUnknown(dish, stale)).toEqual(kept);
    expect(quoteLine(house, kept, () => '').ok).toBe(true);
  });
});
