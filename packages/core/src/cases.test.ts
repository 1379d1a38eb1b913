import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { parseMenuDocument } from './validation/index.ts';
import { type Line, type Menu, type Order, quoteLine, quoteOrder } from './index.ts';

/** The worked cases of the engine's contract (packages/core/cases). */
const load = <T>(file: string) => JSON.parse(readFileSync(new URL(`../cases/${file}`, import.meta.url), 'utf8')) as T;
interface Cases<C> {
  menu: string;
  cases: (C & { name: string })[];
}
type Expected = Record<string, unknown> & { problems: unknown[] };

const clock = () => '2026-05-12T13:00';
/** Problems are a set: their order is not part of the contract. */
const sorted = (problems: readonly unknown[]) => problems.map((it) => JSON.stringify(it)).sort();

describe('quotes', () => {
  const { menu, cases } = load<Cases<{ line: Line; expect: Expected }>>('quote.cases.json');
  const document = load<Menu>(menu);
  it.each(cases)('$name', ({ line, expect: { problems, ...expected } }) => {
    const quote = quoteLine(document, line, clock);
    expect(quote).toMatchObject(expected);
    expect(quote.problems.map((it) => Object.keys(it).length)).toHaveLength(problems.length);
    for (const problem of problems) expect(quote.problems).toContainEqual(problem);
  });
});

describe('orders', () => {
  const { menu, cases } = load<Cases<{ order: Order; expect: Expected }>>('order.cases.json');
  const document = load<Menu>(menu);
  it.each(cases)('$name', ({ order, expect: { problems, ...expected } }) => {
    const quote = quoteOrder(document, order, clock);
    expect(quote).toMatchObject({
      ...expected,
      lines: (expected['lines'] as Expected[]).map(({ problems: _, ...line }) => line),
    });
    expect(quote.problems).toHaveLength(problems.length);
    for (const problem of problems) expect(quote.problems).toContainEqual(problem);
  });
});

describe('validation', () => {
  interface Patch {
    op: string;
    path: string;
    value: unknown;
  }
  const { menu, cases } = load<Cases<{ patch: Patch[]; expect: { at: string } }>>('validate.cases.json');
  it.each(cases)('$name', ({ patch, expect: { at } }) => {
    const document = load<Record<string, unknown>>(menu);
    for (const { op, path, value } of patch) applyPatch(document, op, path, value);
    const parsed = parseMenuDocument(document);
    const paths = parsed.ok ? [] : parsed.faults.map((fault) => fault.path);
    expect(
      paths.some((path) => path === at || path.startsWith(`${at}/`)),
      `${at} among ${paths.join(' ')}`,
    ).toBe(true);
  });

  it('reports faults of shape and of meaning together, in their own places', () => {
    const document = load<Menu>(menu);
    document.items.unshift({ id: 'A' } as never);
    Object.assign(document.items[2] ?? {}, {
      price: '500',
      sections: ['cellar'],
      uses: [{ ingredient: 'salt', quantity: 0.1234 }],
    });
    Object.assign(document, { currency: 'ZZZ' });
    const parsed = parseMenuDocument(document);
    const paths = parsed.ok ? [] : parsed.faults.map((fault) => fault.path);
    expect(sorted(paths)).toEqual(
      sorted([
        '/currency',
        '/items/0',
        '/items/0/id',
        '/items/2/price',
        '/items/2/sections/0',
        '/items/2/uses/0/ingredient',
        '/items/2/uses/0/quantity',
      ]),
    );
  });

  it.each([
    null,
    3,
    'menu',
    [],
    {},
    { items: {} },
    { format: 'hearty-ladle/menu@1', items: [null, 4], groups: 'none', rules: [[]] },
  ])('refuses %j without falling over', (value) => {
    expect(parseMenuDocument(value).ok).toBe(false);
  });
});

function applyPatch(document: Record<string, unknown>, op: string, path: string, value: unknown): void {
  const keys = path.split('/').slice(1);
  const last = keys.pop() ?? '';
  const at = keys.reduce<Record<string, unknown>>((it, key) => it[key] as Record<string, unknown>, document);
  if (op === 'add' && Array.isArray(at)) at.splice(Number(last), 0, value);
  else at[last] = value;
}
