import { readFileSync } from 'node:fs';
import { checkMenu, compileMenu, type Line, type Menu, type Problem, quoteLine, textIn } from '@hearty-ladle/core';
import { describe, expect, it } from 'vitest';
import { namedOccasion, placeToMend, findingText, placeName } from './findings.ts';
import { limitsText } from './limits.ts';
import { listPrice, formatAddedPrice, formatMoney } from './money.ts';
import { problemMessage } from './problems.ts';
import { limitsInWords } from './sentence.ts';

const load = (file: string) =>
  JSON.parse(
    readFileSync(new URL(`../../../../../packages/core/cases/${file}.menu.json`, import.meta.url), 'utf8'),
  ) as Menu;
const menu = load('broth-bar');
const compiled = compileMenu(menu);
const clock = () => '2026-05-12T13:00';
/**
 * A readable sentence: starts with a capital, a number or a quoted name, ends like a sentence, and contains no
 * placeholder.
 */
const SENTENCE = /^(?!.*(undefined|null|NaN|\[object))["“\p{Lu}\d].*[.?!”]$/su;

describe('money', () => {
  it.each([
    [123456, 'EUR', 'en', '€1,234.56'],
    [123456, 'EUR', 'de', '1.234,56 €'],
    [500, 'JPY', 'en', '¥500'],
    [1234567, 'KWD', 'en', 'KWD 1,234.567'],
    [-5, 'USD', 'en', '-$0.05'],
    [9_007_199_254_740_991, 'USD', 'en', '$90,071,992,547,409.91'],
  ])('%i %s in %s reads %s', (minor, currency, locale, words) =>
    expect(formatMoney(minor, currency, locale).replace(/\u00a0/g, ' ')).toBe(words),
  );

  it.each([
    [180, '+ €1.80'],
    [-90, '− €0.90'],
    [0, ''],
    [null, ''],
  ])('what adds %s reads “%s”', (minor, words) => expect(formatAddedPrice(minor, 'EUR', 'en')).toBe(words));

  it('of the list is read from the price list asked, else from the first', () => {
    const ember = compiled.item('ember');
    if (!ember) throw new Error('no ember');
    const [first = ''] = menu.priceLists.map(({ id }) => id);
    expect(listPrice(compiled, ember, first)).toBe(listPrice(compiled, ember, 'no such list'));
  });
});

describe('how many may be picked', () => {
  const view = { group: 'g', kind: 'choices' as const, min: 0, max: null, included: 0, have: 0, free: 0, choices: [] };
  it.each([
    [{ min: 1, max: 1 }, 'Choose one'],
    [{ min: 2, max: 2 }, 'Choose 2'],
    [{ min: 1 }, 'At least 1'],
    [{ min: 1, max: 3 }, '1 to 3'],
    [{}, 'As many as you like'],
    [{ max: 4 }, 'Up to 4'],
    [{ min: 1, max: 0 }, 'Nothing can be chosen with the rest'],
    [{ max: 4, included: 1 }, 'Up to 4 · the first is included'],
    [{ max: 4, included: 2 }, 'Up to 4 · the first 2 are included'],
    [{ max: 4, included: 2, have: 1, free: 1 }, 'Up to 4 · 1 of 2 included left'],
    [{ max: 4, included: 2, have: 3, free: 0 }, 'Up to 4 · 2 included'],
  ])('%j reads “%s” to a guest', (more, words) => expect(limitsText({ ...view, ...more }, 'en')).toBe(words));

  it('is a sentence to the operator, for a group of every kind', () => {
    const said = new Set(menu.items.flatMap(({ id }) => compiled.item(id)?.groups ?? []).map(limitsInWords));
    for (const sentence of said) expect(sentence).toMatch(SENTENCE);
    expect(said).toContain('Guests pick exactly 1.');
    expect(said).toContain('Guests pick up to 5; the first 2 are included, dearest first.');
  });
});

describe('what is wrong', () => {
  const say = (problem: Problem) => problemMessage(compiled, problem, 'en-US');
  it.each<[Problem, string]>([
    [{ code: 'too-few', group: 'size', need: 1, have: 0 }, 'please choose one.'],
    [{ code: 'too-few', group: 'size', need: 3, have: 1 }, 'please choose 2 more.'],
    [{ code: 'too-many', group: 'toppings', limit: 5, have: 7 }, '5 at most; take away 2.'],
    [{ code: 'too-many', group: 'toppings', limit: 0, have: 1 }, 'nothing can be chosen here with the rest.'],
    [{ code: 'amount-out-of-range', group: 'gift', need: 500, limit: 20_000, have: 1 }, 'between $5.00 and $200.00.'],
    [{ code: 'amount-out-of-range', group: 'gift', need: 500, limit: null, have: 1 }, '$5.00 or more.'],
    [{ code: 'date-out-of-range', group: 'wanted', need: '2026-05-13', limit: null }, 'from Wed, May 13, 2026 on.'],
    [{ code: 'too-few', group: 'gone', need: 1, have: 0 }, 'A question: please choose one.'],
  ])('%j is said', (problem, ending) =>
    expect(say(problem)).toMatch(new RegExp(`${ending.replace(/[.$]/g, '\\$&')}$`)),
  );

  it('is a sentence for whatever a quote may say', () => {
    const bad: Line[] = [
      { item: 'ghost' },
      { item: 'ember' },
      { item: 'ember', quantity: 0, location: 'moon', priceList: 'moon' },
      {
        item: 'ember',
        picks: [
          { group: 'size', choice: 'ghost' },
          { group: 'ghost', choice: 'x' },
          { group: 'size', choice: 'bowl', units: 0 },
          { group: 'size', choice: 'bowl', units: 2 },
          { group: 'toppings', choice: 'egg', amount: 'ghost' },
        ],
        notes: { size: 'x', allergy: 'x'.repeat(2000) },
      },
      {
        item: 'ember',
        at: '2026-05-12T03:00',
        out: { items: ['ember'], choices: ['size/cup'] },
        picks: [{ group: 'size', choice: 'cup' }],
      },
      {
        item: 'hotpot',
        picks: [
          { group: 'heat', choice: 'mild' },
          { group: 'heat', choice: 'chili', units: 9 },
        ],
      },
    ];
    const said = bad.flatMap((line) => quoteLine(menu, line, clock).problems).map(say);
    expect(said.length).toBeGreaterThan(12);
    for (const words of said) expect(words).toMatch(SENTENCE);
  });
});

describe('what line check found', () => {
  const flawed = load('flawed');
  const findings = checkMenu(flawed, { at: clock() }, clock);

  it('is said with the names that people gave, and where', () => {
    const names = compileMenu(flawed);
    for (const finding of findings) {
      expect(findingText(names, finding)).toMatch(SENTENCE);
      expect(placeName(names, finding.where)).toMatch(/^(?!.*undefined).+$/);
    }
    const dead = findings.find(({ code }) => code === 'dead-end');
    const size = flawed.groups.find(({ id }) => id === 'size');
    const small = size?.kind === 'choices' ? size.choices?.find(({ id }) => id === 'small')?.name : undefined;
    expect(dead && findingText(names, dead)).toContain(
      `“${typeof small === 'string' ? small : small?.[flawed.locales[0] ?? '']}”`,
    );
  });

  it('is said with the names of what is inside a pick, of places, price lists and guests', () => {
    const picks = [{ group: 'size', choice: 'pot', picks: [{ group: 'heat', choice: 'chili' }] }];
    const guests = [{ id: 'staff', name: 'The house' }];
    const named = compileMenu({ ...menu, guests, locations: [{ id: 'pier', name: 'Pier stall' }] });
    const nameOf = (group: string, choice: string) => {
      const found = menu.groups.find(({ id }) => id === group);
      const name = found?.kind === 'choices' ? found.choices?.find(({ id }) => id === choice)?.name : undefined;
      return textIn(name ?? '?', named.firstLocale, named.firstLocale);
    };
    const [list] = menu.priceLists;
    const said = findingText(named, {
      code: 'price-below-zero',
      severity: 'stop',
      where: 'items/ember',
      params: {},
      picks,
      occasion: { item: 'ember', guest: 'staff', location: 'pier', priceList: list?.id ?? '' },
    });
    expect(said).toBe(
      `“${nameOf('size', 'pot')}”, “${nameOf('heat', 'chili')}” → the price falls below nothing. ` +
        `It happens at “Pier stall”, at the prices “${list?.name}”, for “The house”.`,
    );
    expect(
      findingText(named, {
        code: 'missing-translation',
        severity: 'hint',
        where: 'items/ember',
        params: { languages: ['es', 'fr'] },
      }),
    ).toBe('The text is missing in: Español, Français.');
    expect(namedOccasion(named, { item: 'ember', guest: '', channel: 'pos' })).toEqual({
      item: 'ember',
      guest: '',
      channel: 'pos',
    });
    expect(namedOccasion(named, { location: 'moon' })).toEqual({ location: 'moon' });
  });

  it.each([
    ['items/soup', ['/menu', 'soup'], {}],
    ['items/soup/groups/size', ['/menu', 'soup', 'size'], {}],
    ['items/soup/groups/size/choices/x', ['/groups', 'size'], { choice: 'x' }],
    ['groups/size', ['/groups', 'size'], {}],
    ['groups/size/choices/x', ['/groups', 'size'], { choice: 'x' }],
    ['rules/one', ['/rules', 'one'], {}],
    ['ingredients/salt', ['/setup', 'ingredients', 'salt'], {}],
  ])('at %s is mended at %j, %j', (where, link, queryParams) =>
    expect(placeToMend(where)).toEqual({ link, queryParams }),
  );

  it('about a section is mended nowhere', () => expect(placeToMend('sections/hot')).toBeUndefined());
});
