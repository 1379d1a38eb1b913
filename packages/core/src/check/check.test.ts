import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { checkMenu, type Context, type Finding, type Menu, quoteLine } from '../index.ts';

const load = <T>(file: string) =>
  JSON.parse(readFileSync(new URL(`../../cases/${file}`, import.meta.url), 'utf8')) as T;
interface Place {
  code: string;
  where: string;
}
interface Case {
  name: string;
  menu: string;
  context: Context;
  must: Place[];
  never: Place[];
}
const clock = () => '2026-05-12T13:00';
const context: Context = { at: '2026-05-12T13:00' };

describe('line check', () => {
  const has = (findings: readonly Finding[], { code, where }: Place) =>
    findings.some((it) => it.code === code && it.where.startsWith(where));
  it.each(load<{ cases: Case[] }>('check.cases.json').cases)(
    'worked case: $name',
    ({ menu, context: at, must, never }) => {
      const findings = checkMenu(load<Menu>(menu), at, clock);
      expect(must.filter((place) => !has(findings, place))).toEqual([]);
      expect(never.filter((place) => has(findings, place))).toEqual([]);
    },
  );

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
    const items = menu.items.map((item) =>
      item === tea && tea.variants && cells ? { ...tea, variants: { ...tea.variants, cells } } : item,
    );
    const [found] = checkMenu({ ...menu, items }, context, clock).filter(({ code }) => code === 'dead-end');
    expect(found).toMatchObject({ where: 'items/tea/groups/milk', picks: [{ group: 'pour', choice: 'large' }] });
  });

  it('tells which table has no combination left, of the dish of which they are 86’d', () => {
    const menu = load<Menu>('broth-bar.menu.json');
    const tea = menu.items.find(({ id }) => id === 'tea');
    const choicesOf = (id: string) =>
      menu.groups.flatMap((group) => (group.id === id && group.kind === 'choices' ? (group.choices ?? []) : []));
    const by = tea?.variants?.by ?? [];
    const variants = choicesOf(by[0] ?? '').flatMap((one) =>
      choicesOf(by[1] ?? '').map((other) => ({
        item: 'tea',
        pick: { [by[0] ?? '']: one.id, [by[1] ?? '']: other.id },
      })),
    );
    const twin = {
      ...menu,
      items: menu.items.flatMap((item) => (item.id === 'tea' ? [{ ...item, id: 'twin' }, item] : [item])),
    };
    const codes = (out: Context['out']) =>
      checkMenu(twin, { ...context, ...(out && { out }) }, clock)
        .filter(({ code }) => code === 'cannot-order' || code === 'sold-out-required')
        .map(({ code, where }) => `${code} ${where}`);
    expect(codes({ variants })).toEqual(['cannot-order items/tea', `sold-out-required items/tea/groups/${by[1]}`]);
    expect(codes({ variants: variants.slice(1) })).toEqual([]);
  });

  it('does not say of rules that they never hold where it could not look at them to the end', () => {
    const ids = Array.from({ length: 40 }, (_, c) => `c${c}`);
    const group = {
      id: 'many',
      name: 'Many',
      prompt: 'Many',
      kind: 'choices' as const,
      included: 1,
      choices: ids.map((id) => ({ id, name: id })),
    };
    const rules = ids.map((id) => ({
      id: `r-${id}`,
      when: { picked: `many/${id}` },
      then: [{ hide: `toppings/soft` as const }],
    }));
    const menu = {
      ...load<Menu>('flawed.menu.json'),
      groups: [group],
      items: [{ id: 'it0', name: 'It', price: 100, groups: [{ group: 'many' }] }],
      rules,
    };
    expect(checkMenu(menu, context, clock).filter(({ code }) => code === 'rule-never-fires')).toEqual([]);
  });

  it('tells which answers end where everything that is left is 86’d', () => {
    const menu = load<Menu>('flawed.menu.json');
    const rules = [{ id: 'no-clear', when: { picked: 'size/small' }, then: [{ hide: 'broth/clear' as const }] }];
    const ends = (out: Context['out']) =>
      checkMenu({ ...menu, rules }, { ...context, ...(out && { out }) }, clock).filter(
        ({ code }) => code === 'dead-end' || code === 'sold-out-required',
      );
    expect(ends(undefined)).toEqual([]);
    expect(ends({ choices: ['broth/red'] })).toMatchObject([
      {
        code: 'dead-end',
        where: 'items/soup/groups/broth',
        params: { soldOut: true },
        picks: [{ group: 'size', choice: 'small' }],
      },
    ]);
    expect(ends({ choices: ['broth/red', 'broth/clear'] })).toMatchObject([
      { code: 'sold-out-required', where: 'items/soup/groups/broth' },
    ]);
  });

  it('tells what a choice opens and nobody can answer, with the pick that opens it', () => {
    const menu = load<Menu>('flawed.menu.json');
    const open = (id: string) =>
      menu.groups.map((group) =>
        group.id === 'size' && group.kind === 'choices'
          ? {
              ...group,
              choices: (group.choices ?? []).map((choice) =>
                choice.id === 'large' ? { ...choice, opens: [id] } : choice,
              ),
            }
          : group,
      );
    const found = (id: string, out: Context['out']) =>
      checkMenu({ ...menu, groups: open(id), rules: [] }, { ...context, ...(out && { out }) }, clock).filter(
        ({ where }) => where === `items/soup/groups/${id}`,
      );
    expect(found('garnish', undefined)).toMatchObject([
      { code: 'cannot-satisfy', picks: [{ group: 'size', choice: 'large' }], occasion: { item: 'soup' } },
    ]);
    expect(found('salted', undefined)).toEqual([]);
    expect(found('salted', { ingredients: ['salt'] })).toMatchObject([
      { code: 'sold-out-required', picks: [{ group: 'size', choice: 'large' }] },
    ]);
  });

  it('tells of its progress after each item, and stops when it is told to', () => {
    const menu = load<Menu>('broth-bar.menu.json');
    const seen: number[] = [];
    checkMenu(menu, context, clock, (done, total) => (seen.push(done), done < 3 && total === menu.items.length));
    expect(seen).toEqual([1, 2, 3]);
  });
});
