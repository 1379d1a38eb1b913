import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { checkMenu, type Context, type Finding, type Menu, quoteLine } from '../index.ts';
import { tryEveryBuild } from '../testing/brute-force.ts';
import { randomMenu } from '../testing/random-menu.ts';
import { textWidth } from './text-width.ts';

const load = <T>(file: string) => JSON.parse(readFileSync(new URL(`../../cases/${file}`, import.meta.url), 'utf8')) as T;
interface Place { code: string; where: string }
interface Case { name: string; menu: string; context: Context; must: Place[]; never: Place[] }
const clock = () => '2026-05-12T13:00';
const context: Context = { at: '2026-05-12T13:00' };

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

  it('finds what no build has and what every build has, as trying every build does', { timeout: 120_000 }, () => {
    let judged = 0;
    for (let seed = 1; seed <= 120; seed++) {
      const whole = randomMenu(seed, { groups: 4, choices: 3, rules: 5 });
      // Rules that look at the circumstances are tried on several occasions; here there is only one.
      const rules = (whole.rules ?? []).filter(({ when }) => !/channel|daypart|priceList|quantity/.test(JSON.stringify(when)));
      const menu: Menu = { ...whole, rules };
      const truth = tryEveryBuild(menu, context, 1500);
      if (!truth) continue;
      judged++;
      const findings = checkMenu(menu, context, clock);
      const places = (code: string) => findings.filter((it) => it.code === code).map(({ where }) => where.replace('items/it0/groups/', '').replace('/choices/', '/')).sort();
      expect({ seed, cannot: places('cannot-order').length > 0 }).toEqual({ seed, cannot: truth.builds === 0 });
      expect({ seed, below: places('price-below-zero').length > 0 }).toEqual({ seed, below: (truth.price?.min ?? 0) < 0 });
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
    expect(judged).toBeGreaterThan(50);
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
  it.each([['EGG', 3], ['Crème', 5], ['e\u0301', 1], ['麺', 2], ['한글', 4], ['🍵 tea', 6], ['ＡＢ', 4]])('%s', (text, width) => expect(textWidth(text)).toBe(width));
});
