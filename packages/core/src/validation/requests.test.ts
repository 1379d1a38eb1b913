import { describe, expect, it } from 'vitest';
import { Context, Line, Order, faultMessage } from '../index.ts';
import { shapeCheck } from './index.ts';

const checks = { line: shapeCheck(Line), order: shapeCheck(Order), context: shapeCheck(Context) };
const faults = (kind: keyof typeof checks, value: unknown) =>
  checks[kind](JSON.parse(JSON.stringify(value))).map(({ code, path }) => `${code} ${path}`);
const line = (more: object) => ({ item: 'soup', ...more });

describe('a request is an error of the caller where', () => {
  it.each<[string, object, string]>([
    ['a field is unknown', { size: 'large' }, 'unknown-field /size'],
    [
      'a field is unknown inside a pick',
      { picks: [{ group: 'a', choice: 'b', extra: 1 }] },
      'unknown-field /picks/0/extra',
    ],
    ['a pick names no choice', { picks: [{ group: 'a' }] }, 'missing-field /picks/0'],
    [
      'an inner pick names no group',
      { picks: [{ group: 'a', choice: 'b', picks: [{ choice: 'c' }] }] },
      'missing-field /picks/0/picks/0',
    ],
    ['a quantity is text', { quantity: '2' }, 'wrong-type /quantity'],
    ['units are null', { picks: [{ group: 'a', choice: 'b', units: null }] }, 'wrong-type /picks/0/units'],
    ['the channel is unknown', { channel: 'phone' }, 'not-one-of /channel'],
    ['the service is unknown', { service: 'drive-in' }, 'not-one-of /service'],
    ['the moment has seconds', { at: '2026-05-12T13:00:00' }, 'bad-format /at'],
    ['the moment is in no calendar', { at: '2026-02-29T13:00' }, 'bad-format /at'],
    ['the moment has no hour of the day', { at: '2026-05-12T24:00' }, 'bad-format /at'],
    ['a note is a number', { notes: { say: 5 } }, 'wrong-type /notes/say'],
    ['an amount is text', { amounts: { gift: '5' } }, 'wrong-type /amounts/gift'],
    ['consents are no list', { consents: 'all' }, 'wrong-type /consents'],
    ['what is 86’d is of an unknown kind', { out: { groups: ['a'] } }, 'unknown-field /out/groups'],
    ['an 86’d combination has no picks', { out: { variants: [{ item: 'tea' }] } }, 'missing-field /out/variants/0'],
  ])('%s', (_, more, fault) => {
    expect(faults('line', line(more))).toEqual([fault]);
    for (const one of checks.line(line(more))) expect(faultMessage(one)).toMatch(/^.{8,}[.”]$/u);
  });

  it.each<[string, string, string]>([
    ['U+0000 in a note', '{"notes":{"say":"a\\u0000"}}', '/notes/say'],
    ['half a surrogate pair in a pick', '{"picks":[{"group":"a","choice":"\\ud800"}]}', '/picks/0/choice'],
    ['U+0000 in a key', '{"notes":{"\\u0000":"x"}}', '/notes'],
    ['the other half', '{"consents":["x","\\udc00y"]}', '/consents/1'],
  ])('text can’t be stored: %s', (_, more, path) => {
    expect(faults('line', line(JSON.parse(more) as object))).toEqual([`bad-text ${path}`]);
    expect(faults('line', line({ notes: { say: '𝄞 \u0001' } }))).toEqual([]);
  });

  it('it is no object, or names no dish', () => {
    for (const value of [null, 5, 'soup', [], [line({})]]) expect(faults('line', value)).toEqual(['wrong-type ']);
    expect(faults('line', {})).toEqual(['missing-field ']);
  });

  it('any part of an order is, told by its place; an order has no dish, a context no answers', () => {
    expect(
      faults('order', {
        lines: [line({}), line({ quantity: [] }), { channel: 'pos' }],
        picks: [{ choice: 'a' }],
      }).toSorted(),
    ).toEqual(['missing-field /lines/2', 'missing-field /picks/0', 'wrong-type /lines/1/quantity']);
    expect(faults('order', { item: 'soup', lines: [] })).toEqual(['unknown-field /item']);
    expect(faults('order', {})).toEqual(['missing-field ']);
    expect(faults('context', { channel: 'pos', picks: [] })).toEqual(['unknown-field /picks']);
  });
});

describe('a request of the right shape is let in, whatever it says:', () => {
  it.each<[string, object]>([
    [
      'any number as quantity, units or amount',
      { quantity: -1.5, picks: [{ group: 'a', choice: 'b', units: 1e308 }], amounts: { gift: 0.1 } },
    ],
    [
      'any text as id, note or date',
      {
        item: '',
        picks: [{ group: '', choice: 'ÄÖ ü', amount: '\u0001' }],
        notes: { constructor: 'x' },
        dates: { day: 'soon' },
        priceList: '__proto__',
      },
    ],
    [
      'empty lists and objects',
      {
        picks: [],
        notes: {},
        dates: {},
        amounts: {},
        consents: [],
        out: { items: [], choices: [], ingredients: [], variants: [] },
      },
    ],
  ])('%s', (_, more) => expect(faults('line', line(more))).toEqual([]));
});
