import { describe, expect, it } from 'vitest';
import { type Group, type Item, type Line, type Menu, quoteLine, type Rule } from '../index.ts';
import { choicesGroup, quoteDish, smallMenu } from '../testing/broth-bar.ts';

// Worked by hand from the contract; every dish costs 1000 and is ordered on 2026-05-12 at 13:00.
const size = choicesGroup('size', { min: 1, max: 1, choices: [{ id: 's', name: 'Small' }, { id: 'l', name: 'Large', price: { add: 300 }, calories: 200 }] });
const tops = choicesGroup('tops', {
  max: 4, amounts: [{ id: 'half', name: 'Half', word: 'HALF', price: 5000, portion: 5000 }],
  choices: [
    { id: 'egg', name: 'Egg', price: { add: 101 }, max: 3, calories: 75, code: 'E', allergens: ['eggs'], uses: [{ ingredient: 'egg', quantity: 1 }] },
    { id: 'oil', name: 'Oil', price: { add: 50 }, code: 'O', uses: [{ ingredient: 'sesame', quantity: 0.005 }] },
    { id: 'none', name: 'None for me', alone: true },
  ],
});
const note = (id: string, more: object = {}): Group => ({ id, name: id, prompt: id, kind: 'note', note: more });
const pick = (path: string, more: object = {}) => ({ group: path.split('/')[0] ?? '', choice: path.split('/')[1] ?? '', ...more });
const ingredients = [{ id: 'egg', name: 'Egg', unit: 'each' }, { id: 'sesame', name: 'Sesame', unit: 'ml', allergens: ['sesame'] }, { id: 'broth', name: 'Broth', unit: 'ml' }];

function menuOf(groups: readonly Group[], item: Partial<Item> = {}, rules: readonly Rule[] = []): Menu {
  return { ...smallMenu(groups, item, rules), ingredients };
}

/** The problems of a line, each as `code group/choice at` with its parameters. */
function problems(menu: Menu, line: Partial<Line> = {}): string[] {
  return quoteDish(menu, line).problems.map(({ code, group, choice, at, ...more }) => {
    const request = Object.entries(more).map(([name, value]) => `${name}=${String(value)}`);
    return [code, [group, choice].filter(Boolean).join('/'), at && `[${at.join(',')}]`, ...request].filter(Boolean).join(' ');
  });
}

describe('what is wrong with a line', () => {
  it('is told of each pick once, by the first thing that is wrong with it', () => {
    const hidden: Rule = { id: 'r', when: { channel: 'online' }, then: [{ hide: 'tops/oil' }] };
    const menu = menuOf([size, tops], {}, [hidden]);
    const picks = [pick('size/s'), pick('ghost/x'), pick('tops/ghost'), pick('tops/oil', { amount: 'ghost', units: 0 }), pick('tops/egg', { amount: 'ghost', units: 0 }), pick('tops/egg', { units: 1.5 }), pick('tops/egg', { units: 100 })];
    expect(problems(menu, { picks })).toEqual(['unknown-group ghost/x', 'unknown-choice tops/ghost', 'not-offered tops/oil', 'unknown-amount tops/egg', 'bad-units tops/egg', 'bad-units tops/egg']);
    expect(problems(menu, { picks: [pick('size/s'), pick('tops/egg', { amount: 'ghost' })], out: { ingredients: ['egg'] } })).toEqual(['sold-out tops/egg']);
  });

  it('is told of limits, of a group and of one choice, over all picks together', () => {
    const menu = menuOf([size, tops]);
    expect(problems(menu)).toEqual(['too-few size need=1 have=0']);
    expect(problems(menu, { picks: [pick('size/s'), pick('size/l')] })).toEqual(['too-many size limit=1 have=2']);
    expect(problems(menu, { picks: [pick('size/s'), pick('tops/egg', { units: 2 }), pick('tops/egg', { units: 2 })] })).toEqual(['too-many-of-choice tops/egg limit=3 have=4']);
    expect(problems(menu, { picks: [pick('size/s'), pick('tops/none'), pick('tops/oil')] })).toEqual(['not-alone tops/none']);
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
    const day: Group = { id: 'day', name: 'Day', prompt: 'Day', kind: 'date', date: { required: true, earliestDays: 1, latestDays: 30 } };
    const menu = menuOf([day]);
    expect(problems(menu)).toEqual(['date-required day']);
    for (const wrong of ['2026-05-12', '2026-06-12', '2026-02-30', 'soon']) expect(problems(menu, { dates: { day: wrong } })).toEqual(['date-out-of-range day need=2026-05-13 limit=2026-06-11']);
    for (const right of ['2026-05-13', '2026-06-11']) expect(problems(menu, { dates: { day: right } })).toEqual([]);
  });

  it('is told of named amounts; one in its range is charged as it was named, once', () => {
    const gift: Group = { id: 'gift', name: 'Gift', prompt: 'Gift', kind: 'amount', amount: { required: true, min: { house: 500, bike: 700 }, max: 9000 } };
    const menu = menuOf([gift]);
    expect(problems(menu)).toEqual(['amount-required gift']);
    expect(problems(menu, { amounts: { gift: 499 } })).toEqual(['amount-out-of-range gift need=500 limit=9000 have=499']);
    expect(problems(menu, { amounts: { gift: 600 }, priceList: 'bike' })).toEqual(['amount-out-of-range gift need=700 limit=9000 have=600']);
    expect(problems(menu, { amounts: { gift: 600.5 } })).toEqual(['amount-out-of-range gift need=500 limit=9000 have=600.5']);
    expect(quoteDish(menu, { amounts: { gift: 600 }, quantity: 2 }).price).toMatchObject({ unit: 1000, once: 600, line: 2600 });
  });

  it('is told of what is opened, at the way to the pick that opened it', () => {
    const inner = choicesGroup('in', { min: 1, choices: [{ id: 'i', name: 'I', opens: ['say'] }] });
    const outer = choicesGroup('out', { max: 2, choices: [{ id: 'o', name: 'O', max: 2, opens: ['in'] }] });
    const menu = menuOf([outer, inner, note('say', { required: true })], { groups: [{ group: 'out' }] });
    expect(problems(menu, { picks: [pick('out/o')] })).toEqual(['too-few in [0] need=1 have=0']);
    expect(problems(menu, { picks: [pick('out/o', { picks: [pick('in/i', { notes: { say: 'x' } })] }), pick('out/o', { picks: [pick('in/i')] })] })).toEqual(['note-required say [1,0]']);
    expect(problems(menu, { picks: [pick('out/o', { picks: [pick('out/o'), pick('in/i', { notes: { say: 'x' } })] })] })).toEqual(['unknown-group out/o [0]']);
  });

  it('is told of the dish itself, and of places and price lists that nobody knows', () => {
    const menu = { ...menuOf([], { channels: ['pos'], dayparts: ['eve'], uses: [{ ingredient: 'broth', quantity: 300 }] }), dayparts: [{ id: 'eve', name: 'Evening', days: [2], from: '18:00', to: '22:00' }] };
    expect(problems(menu, { quantity: 0, location: 'moon', priceList: 'moon', out: { ingredients: ['broth'] } }).toSorted())
      .toEqual(['bad-quantity', 'item-not-on-channel', 'item-sold-out', 'not-served-now', 'unknown-location', 'unknown-price-list']);
    expect(problems(menu, { channel: 'pos', at: '2026-05-12T18:00' })).toEqual([]);
    expect(quoteLine(menu, { item: 'ghost', picks: [pick('size/s')] }, () => '')).toMatchObject({ ok: false, problems: [{ code: 'unknown-item' }], price: { line: 0, parts: [] }, groups: [], tickets: [] });
  });
});

describe('what a line brings with it', () => {
  const dish: Partial<Item> = { calories: 400, code: 'D', allergens: ['wheat'], uses: [{ ingredient: 'broth', quantity: 0.25 }] };

  it('is counted by units and portions, for one in calories, for the whole line in ingredients', () => {
    const menu = menuOf([size, tops], dish);
    const quote = quoteDish(menu, { quantity: 2, picks: [pick('size/l'), pick('tops/egg', { units: 3, amount: 'half' }), pick('tops/oil', { amount: 'half' })] });
    // 400 + 200 + 3 × 38 (half of 75, rounded away from zero); half an egg six times; half of 5 thousandths of sesame
    // is 3.
    expect(quote).toMatchObject({ calories: 714, allergens: ['eggs', 'sesame', 'wheat'], code: 'D-E-O' });
    expect(quote.uses).toEqual([{ ingredient: 'broth', quantity: 0.5 }, { ingredient: 'egg', quantity: 3 }, { ingredient: 'sesame', quantity: 0.006 }]);
    // Half of 101, rounded away from zero, three times; half of 50.
    expect(quote.price).toMatchObject({ base: 1000, each: 300 + 3 * 51 + 25, line: 2 * 1478 });
  });

  it('is that of the item a choice stands for, as if it were the choice’s own', () => {
    const side: Item = { id: 'side', name: 'Side', price: 250, calories: 90, allergens: ['milk'], uses: [{ ingredient: 'egg', quantity: 2 }] };
    const combo = choicesGroup('combo', { choices: [{ id: 'a', name: 'A', item: 'side', max: 2 }, { id: 'b', name: 'B', item: 'side', calories: 10 }] });
    const menu = menuOf([combo]);
    const both = { ...menu, items: [...menu.items, side] };
    expect(quoteDish(both, { picks: [pick('combo/a', { units: 2 }), pick('combo/b')] })).toMatchObject({ calories: 190, allergens: ['milk'], uses: [{ ingredient: 'egg', quantity: 6 }] });
    for (const out of [{ items: ['side'] }, { ingredients: ['egg'] }]) expect(problems(both, { picks: [pick('combo/a')], out })).toEqual(['sold-out combo/a']);
  });

  it('names each choice once in the code, the combination’s own code instead of its picks, what rules append last', () => {
    const cells = [{ pick: { size: 'l' }, code: 'DL' }];
    const rules: Rule[] = [{ id: 'r', when: { channel: 'online' }, then: [{ appendCode: 'WEB' }, { appendCode: '' }] }];
    const coded = { ...size, choices: (size.choices ?? []).map((choice) => ({ ...choice, code: choice.id.toUpperCase() })) };
    const menu = menuOf([coded, tops], { ...dish, variants: { by: ['size'], cells } }, rules);
    const code = (...picks: ReturnType<typeof pick>[]) => quoteDish(menu, { picks }).code;
    expect(code(pick('size/s'), pick('tops/egg'), pick('tops/egg'))).toBe('D-S-E-WEB');
    expect(code(pick('size/l'), pick('tops/oil'), pick('tops/egg'))).toBe('DL-E-O-WEB');
  });
});

describe('what may be picked next', () => {
  it('is shown with what one more would be charged, and what is left of the included', () => {
    const menu = menuOf([{ ...tops, included: 2, includedFirst: 'dearest' }]);
    const { groups, price } = quoteDish(menu, { picks: [pick('tops/oil'), pick('tops/egg', { units: 2 })], out: { choices: ['tops/none'] } });
    expect(groups).toEqual([{
      group: 'tops', kind: 'choices', min: 0, max: 4, included: 2, have: 3, free: 0,
      choices: [{ choice: 'egg', state: 'open', price: 101 }, { choice: 'oil', state: 'open', price: 50 }, { choice: 'none', state: 'sold-out', price: 0 }],
    }]);
    expect(price).toMatchObject({ each: 50, line: 1050 });
  });

  it('is shown not sold where it would complete a combination that is not, and without a price where the table has them', () => {
    const milk = choicesGroup('milk', { min: 1, max: 1, choices: [{ id: 'oat', name: 'Oat' }, { id: 'no', name: 'None' }] });
    const cells = [{ pick: { size: 's', milk: 'oat' }, sold: false }, { pick: { size: 'l', milk: 'oat' }, price: 1500 }];
    const menu = menuOf([size, milk], { variants: { by: ['size', 'milk'], cells } });
    const states = (line: Partial<Line>) => quoteDish(menu, line).groups.flatMap(({ choices }) => choices.map(({ choice, state, price }) => `${choice} ${state} ${String(price)}`));
    expect(states({})).toEqual(['s open null', 'l open null', 'oat open null', 'no open null']);
    expect(states({ picks: [pick('size/s')] })).toEqual(['s open null', 'l open null', 'oat not-sold null', 'no open null']);
    expect(states({ picks: [pick('milk/oat')], out: { variants: [{ item: 'dish', pick: { size: 'l', milk: 'oat' } }] } })).toEqual(['s not-sold null', 'l sold-out null', 'oat open null', 'no open null']);
    expect(problems(menu, { picks: [pick('size/s'), pick('milk/oat')], out: { variants: [{ item: 'dish', pick: { size: 's', milk: 'oat' } }] } })).toEqual(['combination-not-sold', 'combination-sold-out']);
    expect(quoteDish(menu, { picks: [pick('size/l'), pick('milk/oat')] }).price).toMatchObject({ base: 1500, each: 0 });
  });

  it('leaves out what rules hide; what a rule may show waits for it, and a hide wins', () => {
    const rules: Rule[] = [
      { id: 'a', when: { picked: 'size/l' }, then: [{ show: 'tops' }, { show: 'tops/oil' }] }, { id: 'b', when: { guest: 'staff' }, then: [{ show: 'tops' }] },
      { id: 'c', when: { channel: 'pos' }, then: [{ hide: 'tops' }] },
    ];
    const menu = { ...menuOf([size, tops], {}, rules), guests: [{ id: 'staff', name: 'Staff' }] };
    const shown = (line: Partial<Line>) => quoteDish(menu, line).groups.filter(({ group }) => group === 'tops').flatMap(({ choices }) => choices.map(({ choice }) => choice));
    expect(shown({ picks: [pick('size/s')] })).toEqual([]);
    expect(shown({ picks: [pick('size/l')] })).toEqual(['egg', 'oil', 'none']);
    expect(shown({ picks: [pick('size/s')], guest: 'staff' })).toEqual(['egg', 'none']);
    expect(shown({ picks: [pick('size/l')], guest: 'staff', channel: 'pos' })).toEqual([]);
    expect(problems(menu, { picks: [pick('size/s'), pick('tops/egg')] })).toEqual(['not-offered tops/egg']);
  });
});
