import { Ajv2020 } from 'ajv/dist/2020.js';
import { describe, expect, it } from 'vitest';
import { readFileSync } from 'node:fs';
import { ChangeRequest, Context, Line, Menu, Order, quoteLine } from '../index.ts';
import { newAjv, parseMenuDocument, shapeCheck } from './index.ts';
import { formats } from './formats.ts';

const broth = JSON.parse(readFileSync(new URL('../../cases/broth-bar.menu.json', import.meta.url), 'utf8')) as object;

describe('the schemas', () => {
  it('are right by the 2020-12 meta-schema of JSON Schema, as Ajv carries it', () => {
    const ajv = new Ajv2020({ formats: Object.fromEntries(Object.keys(formats).map((name) => [name, true])) });
    const meta = ajv.getSchema('https://json-schema.org/draft/2020-12/schema');
    for (const schema of [Menu, Line, Order, Context, ChangeRequest]) {
      expect(meta?.(schema)).toBe(true);
      expect(() => newAjv().compile(schema)).not.toThrow();
    }
  });
});

describe('what is nested deeply', () => {
  const nested = (levels: number) => `${'{"not":'.repeat(levels)}{"channel":"pos"}${'}'.repeat(levels)}`;
  const menuWith = (levels: number) => ({
    ...broth,
    rules: [{ id: 'deep', when: JSON.parse(nested(levels)) as object, then: [{ addToPrice: 1 }] }],
  });

  it('is understood as deep as anybody writes', () => {
    const parsed = parseMenuDocument(menuWith(240));
    if (!parsed.ok) throw new Error(JSON.stringify(parsed.faults));
    expect(
      quoteLine(parsed.value, { item: 'plainbroth', at: '2026-05-12T13:00', channel: 'pos' }, () => '').price.base,
    ).toBe(501);
  });

  it('is refused, with its place, where it is so deep that reading it would end the program', () => {
    expect(parseMenuDocument(menuWith(50_000))).toMatchObject({
      ok: false,
      faults: [{ path: '/rules/0', code: 'too-deep' }],
    });
    const picks = JSON.parse(`${'{"group":"a","choice":"b","picks":['.repeat(50_000)}${']}'.repeat(50_000)}`) as object;
    expect(shapeCheck(Line)({ item: 'plainbroth', picks: [picks] })).toMatchObject([
      { path: '/picks/0', code: 'too-deep' },
    ]);
  });
});

describe('a body full of faults', () => {
  const effects = (count: number) => ({
    label: 'x',
    based: [],
    change: {
      edits: [
        {
          type: 'put',
          kind: 'rules',
          thing: { id: 'r', when: { channel: 'pos' }, then: Array.from({ length: count }, () => ({ limit: {} })) },
        },
      ],
    },
  });
  const orders = (count: number) => ({ lines: [{ item: 'soup', picks: Array.from({ length: count }, () => ({})) }] });

  /**
   * The number of entries that all calls of `concat` and `push` handle during a validation: the work that could be
   * quadratic.
   */
  function entriesMoved(judge: () => unknown): number {
    const { concat, push } = Array.prototype;
    let moved = 0;
    Array.prototype.concat = function (this: unknown[], ...more: unknown[]) {
      const all = concat.apply(this, more) as unknown[];
      moved += all.length;
      return all;
    };
    Array.prototype.push = function (this: unknown[], ...more: unknown[]) {
      moved += more.length;
      return push.apply(this, more);
    };
    try {
      judge();
    } finally {
      Object.assign(Array.prototype, { concat, push });
    }
    return moved;
  }

  it.each([
    ['a change', shapeCheck(ChangeRequest), effects],
    ['an order', shapeCheck(Order), orders],
  ] as const)('takes work in proportion to its length: %s', (_, check, body) => {
    expect(check(body(400)).length).toBeGreaterThanOrEqual(400);
    const [one, eight] = [400, 3_200].map((count) => entriesMoved(() => check(body(count))));
    expect(eight ?? 0).toBeLessThan(12 * (one ?? 0));
  });
});

// Language tags are examples of RFC 5646 (BCP 47), appendix A.
describe('formats', () => {
  it.each([
    ['language-tag', 'en', true],
    ['language-tag', 'es-419', true],
    ['language-tag', 'zh-Hant-TW', true],
    ['language-tag', 'de-CH-1996', true],
    ['language-tag', 'en_US', false],
    ['language-tag', 'english please', false],
    ['language-tag', '', false],
    ['language-tag', 'a-DE', false],
    ['date', '2024-02-29', true],
    ['date', '2026-02-29', false],
    ['date', '2026-1-1', false],
    ['local-minute', '2026-03-01T23:59', true],
    ['local-minute', '2026-03-01T24:00', false],
    ['local-minute', '2026-02-30T10:00', false],
    ['currency', 'KWD', true],
    ['currency', 'usd', false],
    ['time-zone', 'Europe/Berlin', true],
    ['time-zone', 'Moon/Base', false],
  ])('%s: “%s” is %s', (format, text, sound) => expect(formats[format]?.(text)).toBe(sound));
});
