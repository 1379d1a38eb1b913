import { describe, expect, it } from 'vitest';
import { quoteOrder } from '../index.ts';
import { plainOrder } from '../testing/plain-order.ts';
import { orderMenu, richOrder } from '../testing/rich-order.ts';

const clock = () => '2026-05-12T13:00';
const sorted = (problems: readonly object[]) =>
  problems.map((problem) => JSON.stringify(Object.entries(problem).sort())).sort();

describe('an order, held against the contract read aloud', () => {
  it('has the same problems, extras, total, questions and tickets', () => {
    const met = new Set<string>();
    for (let seed = 0; seed < 120; seed++) {
      const menu = orderMenu(seed);
      for (let i = 0; i < 8; i++) {
        const order = richOrder(menu, seed * 8 + i);
        const [fast, plain] = [quoteOrder(menu, order, clock), plainOrder(menu, order)];
        const context = { seed, i, order: JSON.stringify(order) };
        expect({ ...context, problems: sorted(fast.problems) }).toEqual({
          ...context,
          problems: sorted(plain.problems),
        });
        const { parts, ...extra } = fast.extra;
        expect({ ...context, extra, cost: fast.cost, total: fast.total, tickets: fast.tickets }).toEqual({
          ...context,
          extra: plain.extra,
          cost: plain.cost,
          total: plain.total,
          tickets: plain.tickets,
        });
        expect({ ...context, groups: fast.groups.map(({ kind: _, ...view }) => view) }).toEqual({
          ...context,
          groups: plain.groups,
        });
        expect(parts.reduce((sum, { value }) => sum + value, 0)).toBe(extra.each + extra.once);
        expect(fast.ok).toBe(plain.problems.length === 0);
        for (const { code, line } of fast.problems) if (line === null) met.add(code);
      }
    }
    expect([...met].sort()).toEqual([
      'amount-out-of-range',
      'consent-required',
      'date-out-of-range',
      'date-required',
      'empty-order',
      'not-offered',
      'note-required',
      'price-below-zero',
      'sold-out',
      'too-few',
      'too-many',
      'too-many-of-choice',
      'unknown-choice',
      'unknown-group',
      'unknown-location',
      'unknown-price-list',
    ]);
  });
});
