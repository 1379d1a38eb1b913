import { describe, expect, it } from 'vitest';
import { type Line, type Menu, type Order, quoteOrder } from '../index.ts';
import { choicesGroup, quoteDish, smallMenu } from '../testing/broth-bar.ts';

/** What a station reads of a line: words with dots for depth, notes in quotes, loud ones marked. */
function reads(menu: Menu, line: Partial<Line>): Record<string, string[]> {
  return Object.fromEntries(
    quoteDish(menu, line).tickets.map(({ station, lines }) => [
      station,
      lines.flatMap(({ words, notes }) => [
        ...words.map(({ text, depth }) => '.'.repeat(depth) + text),
        ...notes.map(({ text, loud }) => `${loud ? '!' : ''}“${text}”`),
      ]),
    ]),
  );
}

const inner = choicesGroup('in', {
  choices: [
    { id: 'i', name: 'Inner', station: 'cold', max: 3 },
    { id: 'h', name: 'Here' },
  ],
});
const outer = choicesGroup('out', {
  choices: [
    { id: 'o', name: 'Outer', max: 3, opens: ['in'] },
    { id: 'c', name: 'Cool', station: 'cold', opens: ['in'] },
  ],
});
const usual = choicesGroup('usual', {
  print: 'changes',
  amounts: [{ id: 'x', name: 'X', word: 'XTRA' }],
  choices: [
    { id: 'u', name: 'Usual', default: 2, max: 4 },
    { id: 'k', name: 'Cold one', default: 1, station: 'cold' },
  ],
});
const asked = { groups: [{ group: 'out' }] };

describe('words', () => {
  it('of an inner choice made elsewhere print there by themselves, times what opened it, unless that prints there', () => {
    const menu = smallMenu([outer, inner], asked);
    const picks = [
      {
        group: 'out',
        choice: 'o',
        units: 2,
        picks: [
          { group: 'in', choice: 'i', units: 2 },
          { group: 'in', choice: 'h' },
        ],
      },
    ];
    expect(reads(menu, { picks })).toEqual({
      hot: ['2x Outer', '.each 2x Inner', '.each Here'],
      cold: ['4x Inner'],
      call: ['2x Outer', '.each 2x Inner', '.each Here'],
    });
    expect(
      reads(menu, { picks: [{ group: 'out', choice: 'c', picks: [{ group: 'in', choice: 'i' }] }] })['cold'],
    ).toEqual(['Cool', '.Inner']);
  });

  it('of picks with inner words stay apart, of others with one amount come together in the order picked', () => {
    const menu = smallMenu([outer, inner], asked);
    const picks = [
      { group: 'out', choice: 'o' },
      { group: 'out', choice: 'o', picks: [{ group: 'in', choice: 'h' }] },
      { group: 'out', choice: 'o' },
    ];
    expect(reads(menu, { picks })['hot']).toEqual(['2x Outer', 'Outer', '.Here']);
  });

  it('of a group that prints changes tell only these at home, and everything where it is made', () => {
    const menu = smallMenu([usual]);
    const cold = { group: 'usual', choice: 'k' };
    const of = (...picks: NonNullable<Line['picks']>) => reads(menu, { picks });
    expect(of({ group: 'usual', choice: 'u', units: 2 }, cold)).toEqual({ hot: [], cold: ['Cold one'], call: [] });
    expect(of({ group: 'usual', choice: 'u' }, { group: 'usual', choice: 'u' }, cold)['hot']).toEqual([]);
    expect(of({ group: 'usual', choice: 'u' })).toEqual({
      hot: ['ONLY 1 Usual', 'NO Cold one'],
      call: ['ONLY 1 Usual', 'NO Cold one'],
    });
    expect(of({ group: 'usual', choice: 'u', units: 3 }, cold)['hot']).toEqual(['3x Usual']);
    expect(of({ group: 'usual', choice: 'u' }, { group: 'usual', choice: 'u', amount: 'x' }, cold)['hot']).toEqual([
      'Usual',
      'XTRA Usual',
    ]);
  });

  it('say ONLY with the inner words of what prints as one, and each apart where only some units have any', () => {
    const usualOuter = choicesGroup('out', {
      print: 'changes',
      choices: [{ id: 'o', name: 'Outer', max: 9, default: 3, opens: ['in'] }],
    });
    const menu = smallMenu([usualOuter, inner], asked);
    const here = [{ group: 'in', choice: 'h' }];
    const hot = (...picks: NonNullable<Line['picks']>) => reads(menu, { picks })['hot'];
    expect(hot({ group: 'out', choice: 'o', picks: here })).toEqual(['ONLY 1 Outer', '.Here']);
    expect(hot({ group: 'out', choice: 'o', units: 2, picks: here })).toEqual(['ONLY 2 Outer', '.each Here']);
    expect(hot({ group: 'out', choice: 'o', units: 3, picks: here })).toEqual(['3x Outer', '.each Here']);
    expect(hot({ group: 'out', choice: 'o' }, { group: 'out', choice: 'o', picks: here })).toEqual([
      'Outer',
      'Outer',
      '.Here',
    ]);
  });

  it('never say NO of what the house took away', () => {
    const menu = smallMenu([usual], {}, [{ id: 'r', when: { channel: 'pos' }, then: [{ hide: 'usual/k' }] }]);
    const picks = [{ group: 'usual', choice: 'u', units: 2 }];
    expect(reads(menu, { picks, channel: 'pos' })['hot']).toEqual([]);
    expect(reads(menu, { picks, out: { choices: ['usual/k'] } })['hot']).toEqual([]);
  });
});

describe('notes', () => {
  const note = (id: string, more: object) => ({ id, name: id, prompt: id, kind: 'note' as const, note: more });
  const picks = [
    { group: 'usual', choice: 'k' },
    { group: 'usual', choice: 'u', units: 2 },
  ];

  it('go where they say; those that say nothing or are loud go to every station with words; the expo reads all', () => {
    const menu = smallMenu([
      usual,
      note('cold-only', { stations: ['cold'] }),
      note('free', {}),
      note('loud', { stations: ['hot'], loud: true }),
    ]);
    const notes = { 'cold-only': 'a', free: 'b', loud: 'c' };
    const all = { hot: ['“b”', '!“c”'], call: ['“a”', '“b”', '!“c”'] };
    expect(reads(menu, { picks, notes })).toEqual({ ...all, cold: ['Cold one', '“a”', '“b”', '!“c”'] });
    const withoutCold = [{ group: 'usual', choice: 'u', units: 2 }];
    const quiet = reads(menu, { picks: withoutCold, notes });
    expect(quiet['cold']).toEqual(['“a”']);
  });

  it('and dates follow a rule that routes them', () => {
    const date = { id: 'day', name: 'Wanted on', prompt: 'Day', kind: 'date' as const };
    const rules = [
      { id: 'r', when: { service: 'delivery' as const }, then: [{ route: { what: 'day', station: 'cold' } }] },
    ];
    const menu = smallMenu([date], {}, rules);
    expect(Object.keys(reads(menu, { dates: { day: '2026-06-01' } }))).toEqual(['hot', 'call']);
    expect(reads(menu, { dates: { day: '2026-06-01' }, service: 'delivery' })['cold']).toEqual([
      '“Wanted on 2026-06-01”',
    ]);
  });
});

describe('an order’s own words', () => {
  const extras = choicesGroup('extras', {
    choices: [
      { id: 'cup', name: 'Cup', opens: ['in'], max: 4 },
      { id: 'ice', name: 'Ice', station: 'cold' },
    ],
  });
  const say = {
    id: 'say',
    name: 'Say',
    prompt: 'Say',
    kind: 'note' as const,
    note: { stations: ['cold'], loud: true },
  };
  const menu: Menu = {
    ...smallMenu([extras, inner, say], { groups: [] }),
    orderGroups: [{ group: 'extras' }, { group: 'say' }],
  };
  const order: Order = {
    at: '2026-05-12T13:00',
    lines: [{ item: 'dish' }],
    notes: { say: 'hello' },
    picks: [
      { group: 'extras', choice: 'ice' },
      { group: 'extras', choice: 'cup', units: 2, picks: [{ group: 'in', choice: 'h' }] },
    ],
  };
  const notesOf = (of: Menu) =>
    Object.fromEntries(
      quoteOrder(of, order, () => '').tickets.map(({ station, notes }) => [station, notes.map(({ text }) => text)]),
    );

  it('go to the expo, and to the stations of choices and notes, even where no line prints', () => {
    expect(notesOf(menu)).toEqual({ hot: [], cold: ['Ice', 'hello'], call: ['2x Cup / each Here', 'Ice', 'hello'] });
  });

  it('go to every station that prints a line where there is no expo; a note that names stations goes only there', () => {
    const noExpo = { ...menu, stations: menu.stations.filter(({ expo }) => !expo) };
    expect(notesOf(noExpo)).toEqual({ hot: ['2x Cup / each Here', 'Ice'], cold: ['Ice', 'hello'] });
  });
});
