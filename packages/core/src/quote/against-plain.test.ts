import { describe, expect, it } from 'vitest';
import { compileMenu, type Line, quoteLine, tellsIn } from '../index.ts';
import { plainQuote } from '../testing/plain-quote.ts';
import { plainTickets } from '../testing/plain-tickets.ts';
import { richLine } from '../testing/rich-line.ts';
import { richMenu } from '../testing/rich-menu.ts';

const clock = () => '2026-05-12T13:00';
const MENUS = 150;
const LINES = 14;
const sorted = (problems: readonly object[]) =>
  problems.map((problem) => JSON.stringify(Object.entries(problem).sort())).sort();

describe('the engine, held against the contract read aloud', () => {
  it('says the same of every line: problems, price, code, totals, groups, tells, tickets', () => {
    const met = new Set<string>();
    for (let seed = 0; seed < MENUS; seed++) {
      const menu = richMenu(seed);
      let before: Line | undefined;
      for (let i = 0; i < LINES; i++) {
        const own = richLine(menu, seed * LINES + i);
        // Every other line repeats the previous answers in other circumstances, as answers are cached between quotes.
        const line = before && i % 2 === 1 ? { ...own, item: before.item, picks: before.picks ?? [] } : own;
        before = line;
        const [fast, plain] = [quoteLine(menu, line, clock), plainQuote(menu, line)];
        const context = { seed, i, line: JSON.stringify(line) };
        expect({ ...context, problems: sorted(fast.problems) }).toEqual({
          ...context,
          problems: sorted(plain.problems),
        });
        const { parts: _, ...price } = fast.price;
        expect({
          ...context,
          price,
          code: fast.code,
          calories: fast.calories,
          allergens: fast.allergens,
          uses: fast.uses,
          cost: fast.cost,
          tells: fast.tells,
          tellsOfRules: tellsIn(compileMenu(menu), fast, menu.locales[0] ?? ''),
        }).toEqual({
          ...context,
          price: plain.price,
          code: plain.code,
          calories: plain.calories,
          allergens: plain.allergens,
          uses: plain.uses,
          cost: plain.cost,
          tells: plain.tells,
          tellsOfRules: plain.tells,
        });
        expect({ ...context, groups: fast.groups.map(({ kind: _kind, ...view }) => view) }).toEqual({
          ...context,
          groups: plain.groups,
        });
        expect({ ...context, tickets: fast.tickets }).toEqual({ ...context, tickets: plainTickets(menu, line) });
        for (const { code } of fast.problems) met.add(code);
      }
    }
    // Every kind of answer must occur, or it would not be tested.
    expect([...met].sort()).toEqual([
      'amount-out-of-range',
      'amount-required',
      'bad-quantity',
      'bad-units',
      'combination-not-sold',
      'combination-sold-out',
      'consent-required',
      'date-out-of-range',
      'date-required',
      'item-not-at-location',
      'item-not-on-channel',
      'item-sold-out',
      'not-alone',
      'not-offered',
      'not-served-now',
      'note-required',
      'note-too-long',
      'price-below-zero',
      'sold-out',
      'too-few',
      'too-many',
      'too-many-of-choice',
      'unknown-amount',
      'unknown-choice',
      'unknown-group',
      'unknown-item',
      'unknown-location',
      'unknown-price-list',
    ]);
  });
});
