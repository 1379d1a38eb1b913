import { describe, expect, it } from 'vitest';
import { type Group, quoteLine, type Rule } from '../index.ts';
import { choicesGroup, quoteDish } from '../testing/broth-bar.ts';
import { menuOf, pick, problems, size, tops } from '../testing/worked-dish.ts';

// Worked by hand from the contract; every dish costs 1000 and is ordered on 2026-05-12 at 13:00.

const note = (id: string, more: object = {}): Group => ({ id, name: id, prompt: id, kind: 'note', note: more });

describe('what is wrong with a line', () => {
  it('is told of each pick once, by the first thing that is wrong with it', () => {
    const hidden: Rule = { id: 'r', when: { channel: 'online' }, then: [{ hide: 'tops/oil' }] };
    const menu = menuOf([size, tops], {}, [hidden]);
    const picks = [
      pick('size/s'),
      pick('ghost/x'),
      pick('tops/ghost'),
      pick('tops/oil', { amount: 'ghost', units: 0 }),
      pick('tops/egg', { amount: 'ghost', units: 0 }),
      pick('tops/egg', { units: 1.5 }),
      pick('tops/egg', { units: 100 }),
    ];
    expect(problems(menu, { picks })).toEqual([
      'unknown-group ghost/x',
      'unknown-choice tops/ghost',
      'not-offered tops/oil',
      'unknown-amount tops/egg',
      'bad-units tops/egg',
      'bad-units tops/egg',
    ]);
    expect(
      problems(menu, { picks: [pick('size/s'), pick('tops/egg', { amount: 'ghost' })], out: { ingredients: ['egg'] } }),
    ).toEqual(['sold-out tops/egg']);
  });

  it('is told of limits, of a group and of one choice, over all picks together', () => {
    const menu = menuOf([size, tops]);
    expect(problems(menu)).toEqual(['too-few size need=1 have=0']);
    expect(problems(menu, { picks: [pick('size/s'), pick('size/l')] })).toEqual(['too-many size limit=1 have=2']);
    expect(
      problems(menu, { picks: [pick('size/s'), pick('tops/egg', { units: 2 }), pick('tops/egg', { units: 2 })] }),
    ).toEqual(['too-many-of-choice tops/egg limit=3 have=4']);
    expect(problems(menu, { picks: [pick('size/s'), pick('tops/none'), pick('tops/oil')] })).toEqual([
      'not-alone tops/none',
    ]);
  });

  it('is told of notes, counted in code points after they were cleaned', () => {
    const menu = menuOf([note('say', { required: true, maxLength: 4 })]);
    expect(problems(menu)).toEqual(['note-required say']);
    expect(problems(menu, { notes: { say: ' \n\t ' } })).toEqual(['note-required say']);
    expect(problems(menu, { notes: { say: ' ab\r\n\u0000c ' } })).toEqual([]);
    expect(problems(menu, { notes: { say: '🍵🍵🍵🍵' } })).toEqual([]);
    expect(problems(menu, { notes: { say: '🍵🍵🍵🍵!' } })).toEqual(['note-too-long say limit=4 have=5']);
    expect(problems(menu, { notes: { say: 'x', other: 'y', empty: ' ' } })).toEqual(['unknown-group other']);
  });

  it('is told of dates by the first and the last day that may be named', () => {
    const day: Group = {
      id: 'day',
      name: 'Day',
      prompt: 'Day',
      kind: 'date',
      date: { required: true, earliestDays: 1, latestDays: 30 },
    };
    const menu = menuOf([day]);
    expect(problems(menu)).toEqual(['date-required day']);
    for (const wrong of ['2026-05-12', '2026-06-12', '2026-02-30', 'soon'])
      expect(problems(menu, { dates: { day: wrong } })).toEqual([
        'date-out-of-range day need=2026-05-13 limit=2026-06-11',
      ]);
    for (const right of ['2026-05-13', '2026-06-11']) expect(problems(menu, { dates: { day: right } })).toEqual([]);
  });

  it('is told of named amounts; one in its range is charged as it was named, once', () => {
    const gift: Group = {
      id: 'gift',
      name: 'Gift',
      prompt: 'Gift',
      kind: 'amount',
      amount: { required: true, min: { house: 500, bike: 700 }, max: 9000 },
    };
    const menu = menuOf([gift]);
    expect(problems(menu)).toEqual(['amount-required gift']);
    expect(problems(menu, { amounts: { gift: 499 } })).toEqual([
      'amount-out-of-range gift need=500 limit=9000 have=499',
    ]);
    expect(problems(menu, { amounts: { gift: 600 }, priceList: 'bike' })).toEqual([
      'amount-out-of-range gift need=700 limit=9000 have=600',
    ]);
    expect(problems(menu, { amounts: { gift: 600.5 } })).toEqual([
      'amount-out-of-range gift need=500 limit=9000 have=600.5',
    ]);
    expect(quoteDish(menu, { amounts: { gift: 600 }, quantity: 2 }).price).toMatchObject({
      unit: 1000,
      once: 600,
      line: 2600,
    });
  });

  it('is told of what is opened, at the way to the pick that opened it', () => {
    const inner = choicesGroup('in', { min: 1, choices: [{ id: 'i', name: 'I', opens: ['say'] }] });
    const outer = choicesGroup('out', { max: 2, choices: [{ id: 'o', name: 'O', max: 2, opens: ['in'] }] });
    const menu = menuOf([outer, inner, note('say', { required: true })], { groups: [{ group: 'out' }] });
    expect(problems(menu, { picks: [pick('out/o')] })).toEqual(['too-few in [0] need=1 have=0']);
    expect(
      problems(menu, {
        picks: [
          pick('out/o', { picks: [pick('in/i', { notes: { say: 'x' } })] }),
          pick('out/o', { picks: [pick('in/i')] }),
        ],
      }),
    ).toEqual(['note-required say [1,0]']);
    expect(
      problems(menu, { picks: [pick('out/o', { picks: [pick('out/o'), pick('in/i', { notes: { say: 'x' } })] })] }),
    ).toEqual(['unknown-group out/o [0]']);
  });

  it('is told of the dish itself, and of places and price lists that nobody knows', () => {
    const menu = {
      ...menuOf([], { channels: ['pos'], dayparts: ['eve'], uses: [{ ingredient: 'broth', quantity: 300 }] }),
      dayparts: [{ id: 'eve', name: 'Evening', days: [2], from: '18:00', to: '22:00' }],
    };
    expect(
      problems(menu, { quantity: 0, location: 'moon', priceList: 'moon', out: { ingredients: ['broth'] } }).toSorted(),
    ).toEqual([
      'bad-quantity',
      'item-not-on-channel',
      'item-sold-out',
      'not-served-now',
      'unknown-location',
      'unknown-price-list',
    ]);
    expect(problems(menu, { channel: 'pos', at: '2026-05-12T18:00' })).toEqual([]);
    expect(quoteLine(menu, { item: 'ghost', picks: [pick('size/s')] }, () => '')).toMatchObject({
      ok: false,
      problems: [{ code: 'unknown-item' }],
      price: { line: 0, parts: [] },
      groups: [],
      tickets: [],
    });
  });
});
