import { describe, expect, it } from 'vitest';
import type { FindingCode } from '../api/check.ts';
import type { Finding } from '../check/finding.ts';
import type { Fault, FaultCode } from '../menu/fault.ts';
import { faultMessage } from './fault-message.ts';
import { findingMessage, occasionText, findingReport } from './finding-message.ts';

/**
 * A readable sentence: starts with a capital, a number or a quoted name, ends like a sentence, and contains no
 * placeholder.
 */
const SENTENCE = /^(?!.*(undefined|null|NaN|\[object))["“\p{Lu}\d].*[.?!”]$/su;

// Typed so that a code without a sentence, or without an example here, does not compile.
const FAULTS: Record<FaultCode, Fault['params']> = {
  'wrong-type': { want: 'integer' },
  'unknown-field': { field: 'colour' },
  'missing-field': { field: 'name' },
  'out-of-range': { comparison: '>=', limit: 0 },
  'not-one-of': { allowed: ['online', 'pos'] },
  'too-long': { limit: 500, unit: 'entries' },
  'bad-text': {},
  'bad-format': { format: 'date' },
  'too-short': { need: 1 },
  'needs-one-of': { fields: ['min', 'max'] },
  'bad-key': { key: 'Big' },
  decimals: { have: 0.0001 },
  'too-deep': { deepest: 256 },
  'id-twice': { id: 'egg' },
  'attached-twice': { id: 'size' },
  'opened-twice': { id: 'size' },
  'unknown-reference': { kind: 'choices', id: 'egg', group: 'toppings' },
  'no-first-price-list': { list: 'house' },
  'no-first-language': { language: 'en' },
  'unknown-language': { language: 'fr' },
  'min-above-max': { min: 3, max: 2 },
  'default-above-max': { default: 2, max: 1 },
  'defaults-above-max': { sum: 4, max: 3 },
  'ends-before': { from: '2026-05-02T10:00', until: '2026-05-02T10:00' },
  'counted-twice': {},
  'sale-ends-before': { from: '2026-05-02', until: '2026-05-01' },
  'opens-circle': { group: 'size' },
  'opens-too-deep': { group: 'size', deepest: 4 },
  'opens-kind': { group: 'day', kind: 'date' },
  'base-many': { group: 'size', choice: 'l' },
  'base-opened': { group: 'size', choice: 'l' },
  'base-included': { group: 'size', choice: 'l' },
  'base-in-order': { group: 'size', choice: 'l' },
  'discount-included': { group: 'toppings' },
  'by-not-pick-one': { group: 'size' },
  'cell-incomplete': { groups: ['size'] },
  'cell-twice': { pick: {} },
  'cell-extra': { group: 'milk' },
  'rules-circle': { item: 'ember' },
};

describe('a fault', () => {
  it.each(Object.entries(FAULTS) as [FaultCode, Fault['params']][])(
    '%s is a sentence with its values in it',
    (code, params) => {
      const said = faultMessage({ path: '/x', code, params });
      expect(said).toMatch(SENTENCE);
      const named = Object.entries(params).filter(
        ([name]) =>
          ['field', 'id', 'list', 'language', 'min', 'sum', 'until', 'key', 'limit', 'deepest'].includes(name) &&
          !(code === 'opens-circle'),
      );
      for (const [, value] of named) expect(said).toContain(String(value));
    },
  );

  it('says what was expected in words of its own, where it has some', () => {
    const of = (code: FaultCode, params: Fault['params']) => faultMessage({ path: '', code, params });
    expect(of('wrong-type', { want: 'array' })).toBe('This must be a list.');
    expect(of('bad-format', { format: 'currency' })).toBe(
      'This must be the code of a currency (ISO 4217), such as EUR.',
    );
    expect(of('bad-format', { format: 'time-of-day' })).toBe(
      'This must be a time of day, as HH:MM, from 00:00 to 23:59.',
    );
    expect(of('bad-format', {})).toBe('This is not written in the form that is expected here.');
    expect(of('out-of-range', { comparison: '<=', limit: 99 })).toBe('This must be at most 99.');
    expect(of('not-one-of', { allowed: ['each', 'once'] })).toBe('This must be one of “each”, “once”.');
    expect(of('unknown-reference', { kind: 'stations', id: 'grill' })).toBe('There is no station “grill” here.');
  });
});

const FINDINGS: Record<FindingCode, Finding['params']> = {
  'cannot-order': {},
  'cannot-satisfy': { group: 'garnish', min: 2 },
  'dead-end': { group: 'broth' },
  'never-offered': { group: 'size', choice: 'small' },
  forced: { group: 'size', choice: 'large' },
  'default-breaks-limits': { group: 'extras', problem: 'too-many' },
  'rule-never-fires': { rule: 'r' },
  'rules-disagree': { rule: 'r', other: 'q' },
  'price-below-zero': {},
  'included-never-used': { included: 2 },
  'long-for-ticket': { name: 'LONG', width: 30, columns: 24 },
  'same-kitchen-name': { name: 'HERB', choices: ['a', 'b'] },
  'sale-hidden': {},
  'once-with-food': {},
  'no-section': {},
  'unused-group': {},
  'unused-ingredient': {},
  'missing-translation': { languages: ['fr', 'de'] },
  'promise-broken': { name: 'Cup, no egg', promised: 940, total: 980, problems: [], readsOtherwise: true },
  'sold-out-required': { group: 'salted' },
};
const finding = (code: FindingCode, more: Partial<Finding> = {}): Finding => ({
  code,
  severity: 'stop',
  where: 'items/soup',
  params: FINDINGS[code],
  ...more,
});

describe('a finding', () => {
  it.each(Object.keys(FINDINGS) as FindingCode[])('%s is a sentence', (code) =>
    expect(findingMessage(finding(code))).toMatch(SENTENCE),
  );

  it('names the answers that lead to it, with their units and what is inside them', () => {
    const picks = [
      { group: 'size', choice: 'large' },
      { group: 'rolls', choice: 'roll', units: 2, picks: [{ group: 'spread', choice: 'butter' }] },
    ];
    expect(findingMessage(finding('dead-end', { picks }))).toBe(
      '“large”, 2 × “roll”, “butter” → nothing is left in “broth”, and an answer is required.',
    );
    expect(findingMessage(finding('price-below-zero', { picks }))).toBe(
      '“large”, 2 × “roll”, “butter” → the price falls below nothing.',
    );
    expect(findingMessage(finding('dead-end', { picks: [] }))).toBe(
      'With no answer before it → nothing is left in “broth”, and an answer is required.',
    );
    expect(findingMessage(finding('price-below-zero'))).toBe('The price falls below nothing.');
  });

  it('tells what is 86’d now from what the menu itself has wrong', () => {
    expect(findingMessage(finding('cannot-order', { params: { soldOut: true } }))).toMatch(/^With what is 86’d now/);
    expect(
      findingMessage(
        finding('dead-end', { params: { group: 'broth', soldOut: true }, picks: [{ group: 'size', choice: 'small' }] }),
      ),
    ).toMatch(/^With what is 86’d now: “small” →/);
  });

  it('says on which occasion, where it is not the one asked about', () => {
    expect(findingMessage(finding('rule-never-fires', { occasion: { item: 'soup' } }))).toBe('This rule never holds.');
    expect(
      findingMessage(finding('cannot-order', { occasion: { item: 'soup', channel: 'pos', quantity: 2 } })),
    ).toMatch(/ It happens at the till, when 2 are ordered\.$/);
    expect(
      occasionText({
        channel: 'online',
        service: 'takeaway',
        location: 'pier',
        priceList: 'bike',
        guest: 'staff',
        at: '2026-05-12T11:00',
      }),
    ).toBe('online, taken away, at “pier”, at the prices “bike”, for “staff”, at 2026-05-12 11:00');
    expect(occasionText({ guest: '' })).toBe('for an ordinary guest');
    expect(occasionText({ item: 'soup' })).toBe('');
  });

  it('is told outside with its sentence, without the parameters of it', () => {
    expect(findingReport(finding('no-section', { severity: 'hint', picks: [] }))).toEqual({
      code: 'no-section',
      severity: 'hint',
      where: 'items/soup',
      picks: [],
      says: 'This dish is in no section: guests won’t find it.',
    });
  });
});
