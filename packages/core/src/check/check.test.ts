import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { checkMenu, type Context, type Finding, type Menu, quoteLine } from '../index.ts';
import { type Found, tryEveryAnswer } from '../testing/brute-check.ts';
import { faultsOfMeaning } from '../menu/validate.ts';
import { tapsOf, tryEveryBuild } from '../testing/brute-force.ts';
import { randomMenu } from '../testing/random-menu.ts';
import { textWidth } from './text-width.ts';

const load = <T>(file: string) => JSON.parse(readFileSync(new URL(`../../cases/${file}`, import.meta.url), 'utf8')) as T;
interface Place { code: string; where: string }
interface Case { name: string; menu: string; context: Context; must: Place[]; never: Place[] }
const clock = () => '2026-05-12T13:00';
const context: Context = { at: '2026-05-12T13:00' };

/** Rules about circumstances create several occasions; without them there is only one. */
function withoutOccasions(menu: Menu): Menu {
  return { ...menu, rules: (menu.rules ?? []).filter(({ when }) => !/channel|daypart|priceList|quantity/.test(JSON.stringify(when))) };
}

/**
 * The same menu with plain choices discounted so far that some prices become negative; unchanged if that is invalid.
 */
function discounted(menu: Menu): Menu {
  const less = structuredClone(menu);
  for (const group of less.groups) {
    for (const choice of group.kind === 'choices' ? (group.choices ?? []) : []) {
      if (choice.price && 'add' in choice.price && typeof choice.price.add === 'number') choice.price.add -= 500;
    }
  }
  return faultsOfMeaning(less).length === 0 ? less : menu;
}

describe('line check', () => {
  const has = (findings: readonly Finding[], { code, where }: Place) => findings.some((it) => it.code === code && it.where.startsWith(where));
  it.each(load<{ cases: Case[] }>('check.cases.json').cases)('worked case: $name', ({ menu, context: at, must, never }) => {
    const findings = checkMenu(load<Menu>(menu), at, clock);
    expect(must.filter((place) => !has(findings, place))).toEqual([]);
    expect(never.filter((place) => has(findings, place))).toEqual([]);
  });

  it('names the answer that leads into a dead end, and a quote replays it', () => {
    const menu = load<Menu>('flawed.menu.json');
    const [found] = checkMenu(menu, context, clock).filter(({ code }) => code === 'dead-end');
    expect(found?.picks).toEqual([{ group: 'size', choice: 'small' }]);
    const quote = quoteLine(menu, { ...context, item: 'soup', picks: [...(found?.picks ?? [])] }, clock);
    expect(quote.groups.find(({ group }) => group === 'broth')).toMatchObject({ min: 1, choices: [] });
  });

  it('gives the shortest answers to whatever an answer leads to', () => {
    const findings = checkMenu(load<Menu>('flawed.menu.json'), context, clock);
    const picksOf = (code: string) => findings.find((it) => it.code === code)?.picks;
    expect(picksOf('price-below-zero')).toEqual([{ group: 'deal', choice: 'less' }]);
    expect(picksOf('rules-disagree')).toEqual([{ group: 'size', choice: 'large' }]);
    expect(picksOf('cannot-satisfy')).toEqual([]);
  });

  it('finds a first half of a combination of which no other half is sold', () => {
    const menu = load<Menu>('broth-bar.menu.json');
    const tea = menu.items.find(({ id }) => id === 'tea');
    const cells = tea?.variants?.cells.map((cell) => (cell.pick['pour'] === 'large' ? { ...cell, sold: false } : cell));
    const items = menu.items.map((item) => (item === tea && tea.variants && cells ? { ...tea, variants: { ...tea.variants, cells } } : item));
    const [found] = checkMenu({ ...menu, items }, context, clock).filter(({ code }) => code === 'dead-end');
    expect(found).toMatchObject({ where: 'items/tea/groups/milk', picks: [{ group: 'pour', choice: 'large' }] });
  });

  it('finds what no build has and what every build has, as trying every build does', () => {
    const met = { judged: 0, below: 0 };
    for (let seed = 1; seed <= 160; seed++) {
      const drawn = withoutOccasions(randomMenu(seed, { groups: 4, choices: 3, rules: 5 }));
      const menu = seed % 2 === 0 ? discounted(drawn) : drawn;
      const truth = tryEveryBuild(menu, context, 1500);
      if (!truth) continue;
      met.judged++;
      met.below += truth.belowZero < Infinity ? 1 : 0;
      const findings = checkMenu(menu, context, clock);
      const places = (code: string) => findings.filter((it) => it.code === code).map(({ where }) => where.replace('items/it0/groups/', '').replace('/choices/', '/')).sort();
      expect({ seed, cannot: places('cannot-order').length > 0 }).toEqual({ seed, cannot: truth.builds === 0 });
      const [below] = findings.filter(({ code }) => code === 'price-below-zero');
      expect({ seed, below: below ? tapsOf(below.picks ?? []) : Infinity }).toEqual({ seed, below: truth.belowZero });
      if (truth.builds === 0) continue;
      const asked = new Set(menu.items[0]?.groups?.map(({ group }) => group));
      const choices = menu.groups.flatMap((group) => (group.kind === 'choices' && asked.has(group.id) ? (group.choices ?? []).map(({ id }) => ({ group, id, path: `${group.id}/${id}` })) : []));
      const hidden = new Set(places('never-offered').filter((where) => !where.includes('/')));
      const never = choices.filter(({ path }) => !truth.having.has(path)).map(({ path }) => path);
      expect({ seed, never: places('never-offered').filter((where) => where.includes('/')) }).toEqual({ seed, never: never.filter((path) => !hidden.has(path.split('/')[0] ?? '')).sort() });
      for (const group of hidden) expect(never.some((path) => path.startsWith(`${group}/`)) || !choices.some(({ path }) => path.startsWith(`${group}/`))).toBe(true);
      const forced = choices.filter(({ group, path }) => truth.having.get(path) === truth.builds && (group.choices?.length ?? 0) > 1);
      expect({ seed, forced: places('forced') }).toEqual({ seed, forced: forced.map(({ path }) => path).sort() });
    }
    expect(met.judged).toBeGreaterThan(50);
    expect(met.below).toBeGreaterThan(3);
  });

  it('finds where rules never hold, disagree and leave a guest stuck, and the shortest way there, as trying every answer does', () => {
    const met = { neverFires: 0, disagree: 0, cannotSatisfy: 0, deadEnds: 0 };
    for (let seed = 1; seed <= 180; seed++) {
      const menu = withoutOccasions(randomMenu(seed, { groups: 4, choices: 3, rules: 6 }));
      const truth = tryEveryAnswer(menu, context, 800);
      if (!truth) continue;
      const findings = checkMenu(menu, context, clock);
      const places = (code: string, below: string) => findings.filter((it) => it.code === code).map(({ where }) => where.replace(below, '')).sort();
      const taps = (code: string, below: string) => new Map(findings.filter((it) => it.code === code).map(({ where, picks }) => [where.replace(below, ''), tapsOf(picks ?? [])]));
      const found = {
        neverFires: places('rule-never-fires', 'rules/'), disagree: taps('rules-disagree', 'rules/'),
        cannotSatisfy: places('cannot-satisfy', 'items/it0/groups/'), deadEnds: taps('dead-end', 'items/it0/groups/'),
      };
      expect({ seed, ...found }).toEqual({ seed, ...truth });
      met.neverFires += truth.neverFires.length;
      met.disagree += truth.disagree.size;
      met.cannotSatisfy += truth.cannotSatisfy.length;
      met.deadEnds += truth.deadEnds.size;
    }
    expect(Math.min(...Object.values(met)), JSON.stringify(met)).toBeGreaterThan(1);
  });

  it('tries everything on every occasion that the rules tell apart, and a line made of a finding shows it', () => {
    const occasions = (['online', 'pos'] as const).flatMap((channel) => ['2026-05-12T13:00', '2026-05-12T08:00'].flatMap((at) =>
      ['house', 'bike'].flatMap((priceList) => [1, 2].map((quantity) => ({ channel, at, priceList, quantity })))));
    const met = { judged: 0, never: 0, disagree: 0, stuck: 0 };
    for (let seed = 1; seed <= 140; seed++) {
      const menu = randomMenu(seed, { groups: 3, choices: 3, rules: 6 });
      const truths = occasions.map((occasion) => tryEveryAnswer(menu, occasion, 120));
      const [first] = truths;
      if (!first || (menu.rules ?? []).length === 0) continue;
      const never = first.neverFires.filter((id) => truths.every((truth) => truth?.neverFires.includes(id)));
      const onAny = (idsOf: (truth: Found) => Iterable<string>) => [...new Set(truths.flatMap((truth) => (truth ? [...idsOf(truth)] : [])))].sort();
      const [disagree, cannotSatisfy, deadEnds] = [onAny((it) => it.disagree.keys()), onAny((it) => it.cannotSatisfy), onAny((it) => it.deadEnds.keys())];
      const findings = checkMenu(menu, context, clock);
      const places = (code: string) => findings.filter((it) => it.code === code).map(({ where }) => where.replace(/^(rules|items.it0.groups)./, '')).sort();
      const found = { never: places('rule-never-fires'), disagree: places('rules-disagree'), cannotSatisfy: places('cannot-satisfy'), deadEnds: places('dead-end') };
      expect({ seed, ...found }).toEqual({ seed, never, disagree, cannotSatisfy, deadEnds });
      for (const { code, where, picks = [], occasion } of findings.filter((it) => it.code === 'cannot-satisfy' || it.code === 'dead-end')) {
        const { groups } = quoteLine(menu, { ...context, item: '', ...occasion, picks: [...picks] }, clock);
        expect({ seed, code, shown: groups.some(({ group }) => where.endsWith(`/${group}`)) }).toEqual({ seed, code, shown: true });
      }
      met.judged++;
      met.never += never.length;
      met.disagree += disagree.length;
      met.stuck += deadEnds.length;
    }
    expect(met.judged).toBeGreaterThan(40);
    expect(Math.min(met.never, met.disagree, met.stuck), JSON.stringify(met)).toBeGreaterThan(0);
  });

  it('tells which table has no combination left, of the dish of which they are 86’d', () => {
    const menu = load<Menu>('broth-bar.menu.json');
    const tea = menu.items.find(({ id }) => id === 'tea');
    const choicesOf = (id: string) => menu.groups.flatMap((group) => (group.id === id && group.kind === 'choices' ? (group.choices ?? []) : []));
    const by = tea?.variants?.by ?? [];
    const variants = choicesOf(by[0] ?? '').flatMap((one) => choicesOf(by[1] ?? '').map((other) => ({ item: 'tea', pick: { [by[0] ?? '']: one.id, [by[1] ?? '']: other.id } })));
    const twin = { ...menu, items: menu.items.flatMap((item) => (item.id === 'tea' ? [{ ...item, id: 'twin' }, item] : [item])) };
    const codes = (out: Context['out']) => checkMenu(twin, { ...context, ...(out && { out }) }, clock)
      .filter(({ code }) => code === 'cannot-order' || code === 'sold-out-required').map(({ code, where }) => `${code} ${where}`);
    expect(codes({ variants })).toEqual(['cannot-order items/tea', `sold-out-required items/tea/groups/${by[1]}`]);
    expect(codes({ variants: variants.slice(1) })).toEqual([]);
  });

  it('does not say of rules that they never hold where it could not look at them to the end', () => {
    const ids = Array.from({ length: 40 }, (_, c) => `c${c}`);
    const group = { id: 'many', name: 'Many', prompt: 'Many', kind: 'choices' as const, included: 1, choices: ids.map((id) => ({ id, name: id })) };
    const rules = ids.map((id) => ({ id: `r-${id}`, when: { picked: `many/${id}` }, then: [{ hide: `toppings/soft` as const }] }));
    const menu = { ...load<Menu>('flawed.menu.json'), groups: [group], items: [{ id: 'it0', name: 'It', price: 100, groups: [{ group: 'many' }] }], rules };
    expect(checkMenu(menu, context, clock).filter(({ code }) => code === 'rule-never-fires')).toEqual([]);
  });

  it('tells which answers end where everything that is left is 86’d', () => {
    const menu = load<Menu>('flawed.menu.json');
    const rules = [{ id: 'no-clear', when: { picked: 'size/small' }, then: [{ hide: 'broth/clear' as const }] }];
    const ends = (out: Context['out']) => checkMenu({ ...menu, rules }, { ...context, ...(out && { out }) }, clock).filter(({ code }) => code === 'dead-end' || code === 'sold-out-required');
    expect(ends(undefined)).toEqual([]);
    expect(ends({ choices: ['broth/red'] })).toMatchObject([{ code: 'dead-end', where: 'items/soup/groups/broth', params: { soldOut: true }, picks: [{ group: 'size', choice: 'small' }] }]);
    expect(ends({ choices: ['broth/red', 'broth/clear'] })).toMatchObject([{ code: 'sold-out-required', where: 'items/soup/groups/broth' }]);
  });

  it('tells what a choice opens and nobody can answer, with the pick that opens it', () => {
    const menu = load<Menu>('flawed.menu.json');
    const open = (id: string) => menu.groups.map((group) => (group.id === 'size' && group.kind === 'choices' ? { ...group, choices: (group.choices ?? []).map((choice) => (choice.id === 'large' ? { ...choice, opens: [id] } : choice)) } : group));
    const found = (id: string, out: Context['out']) => checkMenu({ ...menu, groups: open(id), rules: [] }, { ...context, ...(out && { out }) }, clock).filter(({ where }) => where === `items/soup/groups/${id}`);
    expect(found('garnish', undefined)).toMatchObject([{ code: 'cannot-satisfy', picks: [{ group: 'size', choice: 'large' }], occasion: { item: 'soup' } }]);
    expect(found('salted', undefined)).toEqual([]);
    expect(found('salted', { ingredients: ['salt'] })).toMatchObject([{ code: 'sold-out-required', picks: [{ group: 'size', choice: 'large' }] }]);
  });

  it('tells of its progress after each item, and stops when it is told to', () => {
    const menu = load<Menu>('broth-bar.menu.json');
    const seen: number[] = [];
    checkMenu(menu, context, clock, (done, total) => (seen.push(done), done < 3 && total === menu.items.length));
    expect(seen).toEqual([1, 2, 3]);
  });
});

/** Unicode UAX #11; the columns were counted by hand. */
describe('the width of a text', () => {
  it.each([['EGG', 3], ['Crème', 5], ['e\u0301', 1], ['麺', 2], ['한글', 4], ['🍵 tea', 6], ['ＡＢ', 4], ['House™', 6], ['✔ ok', 4], ['❤', 1], ['❤\ufe0f', 2], ['ア', 2], ['ｱ', 1], ['𠮷', 2]])('%s', (text, width) => expect(textWidth(text)).toBe(width));
});
