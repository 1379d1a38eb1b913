import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import {
  type Context,
  type DatedOrder,
  differences,
  fallout,
  hashOf,
  judgeOrder,
  type Menu,
  type Order,
  OrderReplay,
  type Out,
  type Pantry,
  quoteOrder,
  standing,
} from './index.ts';
import { parsePantryDocument } from './validation/index.ts';

/** The worked cases of the service contract (packages/core/cases) that the core computes by itself. */
interface Patch {
  op: 'add' | 'replace' | 'remove';
  path: string;
  value?: unknown;
}
interface Case {
  name: string;
  command: string;
  menu: string;
  patch?: Patch[];
  change?: Patch[];
  pantry?: unknown;
  args?: string[];
  before?: Out;
  after?: Out;
  context?: Context;
  input?: unknown[];
  expect: unknown;
}
const load = <T>(file: string) => JSON.parse(readFileSync(new URL(`../cases/${file}`, import.meta.url), 'utf8')) as T;
const { menus, cases } = load<{ menus: Record<string, Menu>; cases: Case[] }>('service.cases.json');
const clock = () => '2026-05-12T13:00';

function patched<T>(value: T, patches: readonly Patch[] = []): T {
  const copy = structuredClone(value);
  for (const { op, path, value: put } of patches) {
    const keys = path.split('/').slice(1);
    const last = keys.pop() ?? '';
    const at = keys.reduce<Record<string, unknown>>((it, key) => it[key] as Record<string, unknown>, copy as never);
    if (Array.isArray(at)) at.splice(Number(last), op === 'add' ? 0 : 1, ...(op === 'remove' ? [] : [put]));
    else if (op === 'remove') Reflect.deleteProperty(at, last);
    else at[last] = put;
  }
  return copy;
}

const sorted = (list: unknown) => (list as unknown[]).map((one) => JSON.stringify(one)).sort();
const wanted = (command: string) => cases.filter((one) => one.command === command);
const menuOf = ({ menu, patch }: Case) => patched(menus[menu] ?? load<Menu>(menu), patch);

it.each(wanted('standing'))('standing: $name', (one) => {
  const parsed = parsePantryDocument(one.pantry);
  const options = Object.fromEntries([0, 2].map((i) => [one.args?.[i]?.slice(2), one.args?.[i + 1]]));
  const { location, at = '' } = options as { location?: string; at?: string };
  const found = parsed.ok
    ? standing(menuOf(one), parsed.value, { at, ...(location && { location }) }, clock)
    : undefined;
  const { refused, at: where } = one.expect as { refused?: boolean; at?: string };
  if (!refused) return expect(found).toEqual(one.expect);
  expect(found).toBeUndefined();
  if (!parsed.ok) expect(parsed.faults.map(({ path }) => path)).toContain(where);
});

it.each(wanted('fallout'))('fallout: $name', (one) => {
  expect(fallout(menuOf(one), one.context ?? {}, one.before ?? {}, one.after ?? {}, clock)).toEqual(one.expect);
});

it.each(wanted('order'))('order: $name', (one) => {
  const menu = menuOf(one);
  (one.input as Order[]).forEach((order, i) => {
    const quote = one.pantry ? judgeOrder(menu, one.pantry as Pantry, order, clock) : quoteOrder(menu, order, clock);
    const { problems, ...expected } = (one.expect as Record<string, unknown>[])[i] ?? {};
    expect(quote).toMatchObject(expected);
    if (problems) expect(sorted(quote.problems)).toHaveLength((problems as unknown[]).length);
    for (const problem of (problems ?? []) as unknown[]) expect(quote.problems).toContainEqual(problem);
  });
});

it.each(wanted('hash'))('hash: $name', (one) => {
  expect({ hash: hashOf(menuOf(one)) }).toEqual(one.expect);
});

it.each(wanted('diff'))('diff: $name', (one) => {
  const menu = menuOf(one);
  const found = differences(menu, patched(menu, one.change));
  expect(found).toHaveLength((one.expect as unknown[]).length);
  for (const difference of one.expect as unknown[]) expect(found).toContainEqual(difference);
});

it.each(wanted('replay').filter((one) => Array.isArray(one.expect)))('replay: $name', (one) => {
  const menu = menuOf(one);
  const replay = new OrderReplay(menu, patched(menu, one.change));
  const isDated = (order: unknown): order is DatedOrder =>
    Array.isArray((order as Order).lines) && (order as Order).at !== undefined;
  const rows = (one.input ?? []).flatMap((order, index): object[] => {
    if (!isDated(order)) return [{ order: index, error: {} }];
    const differs = replay.replay(order);
    return differs ? [{ order: index, ...differs }] : [];
  });
  expect([...rows, { sums: replay.sums }]).toEqual(one.expect);
});
