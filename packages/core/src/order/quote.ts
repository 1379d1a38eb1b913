import type { Problem, Quote } from '../api/quote.ts';
import { compileMenu } from '../compile/compile-menu.ts';
import type { CompiledMenu } from '../compile/compiled.ts';
import type { Menu } from '../menu/document.ts';
import type { Clock } from '../quote/calendar.ts';
import { costOf } from '../quote/cost.ts';
import type { Line } from '../api/line.ts';
import { type EvaluatedLine, evaluateLine } from '../quote/work-line.ts';
import { ticketsOf } from '../ticket/ticket.ts';

/**
 * Quotes a line against a valid menu. Never throws for a well-formed line: faults become problems, and price, groups
 * and tickets are computed from the accepted answers. Tickets of a quote that is not `ok` must not be cooked.
 */
export function quoteLine(menu: Menu, line: Line, clock: Clock): Quote {
  const compiled = compileMenu(menu);
  return quoteOf(compiled, evaluateLine(compiled, line, clock));
}

/** The quote of an evaluated line; undefined stands for an item that the menu doesn't have. */
export function quoteOf(menu: CompiledMenu, worked: EvaluatedLine | undefined): Quote {
  if (!worked) return UNKNOWN_ITEM;
  const { problems, price, code, calories, allergens, uses, groups, tells, tellRules, resolved } = worked;
  return {
    ok: problems.length === 0,
    problems,
    price,
    code,
    calories,
    allergens,
    uses,
    cost: costOf(menu, uses),
    groups,
    tells,
    tellRules,
    tickets: ticketsOf(resolved),
  };
}

const NOTHING_THERE: readonly Problem[] = [{ code: 'unknown-item' }];

/** The quote of a dish that the menu doesn't have. */
export const UNKNOWN_ITEM: Quote = {
  ok: false,
  problems: NOTHING_THERE,
  price: { base: 0, each: 0, once: 0, unit: 0, line: 0, parts: [] },
  code: '',
  calories: 0,
  allergens: [],
  uses: [],
  cost: null,
  groups: [],
  tells: [],
  tellRules: [],
  tickets: [],
};
