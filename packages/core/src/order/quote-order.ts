import type { OrderQuote, Problem, Quote } from '../api/quote.ts';
import { compileMenu } from '../compile/compile-menu.ts';
import type { CompiledMenu } from '../compile/compiled.ts';
import type { Menu } from '../menu/document.ts';
import type { Clock } from '../quote/calendar.ts';
import { costOf, costOfAll } from '../quote/cost.ts';
import { circumstancesOf } from '../quote/circumstances.ts';
import { ProblemList } from '../quote/problem.ts';
import type { Context, Order } from '../api/line.ts';
import { resolveLine } from '../quote/resolve-line.ts';
import { type EvaluatedLine, evaluateLine, evaluateResolved } from '../quote/work-line.ts';
import { orderTickets } from './order-tickets.ts';
import { quoteOf, UNKNOWN_ITEM } from './quote.ts';
import { takesOf } from './takes.ts';

/** Quotes every line with the order's circumstances as defaults, and the order's own questions. */
export function quoteOrder(menu: Menu, order: Order, clock: Clock): OrderQuote {
  const compiled = compileMenu(menu);
  const evaluated = order.lines.map((line) => evaluateLine(compiled, { ...contextOf(order), ...line }, clock));
  const lines = evaluated.map((line, i) => placed(order, order.lines[i]?.location, quoteOf(compiled, line)));
  const { worked, problems: own } = workOrder(compiled, order, clock);
  const problems = [
    ...lines.flatMap((quote, line) => quote.problems.map((problem) => ({ line, ...problem }))),
    ...own.map((problem) => ({ line: null, ...problem })),
  ];
  const { each, once, parts } = worked.price;
  const extraCost = costOf(compiled, worked.uses);
  return {
    ok: problems.length === 0,
    problems,
    lines,
    extra: { each, once, parts: parts.filter(({ kind }) => kind !== 'base'), cost: extraCost },
    total: lines.reduce((sum, quote) => sum + quote.price.line, 0) + each + once,
    cost: costOfAll([
      ...lines.map(({ uses, cost = null }) => ({ isUsed: uses.length > 0, cost })),
      { isUsed: worked.uses.length > 0, cost: extraCost },
    ]),
    takes: takesOf(
      [...evaluated, worked].flatMap((line) => line ?? []),
      compiled,
    ),
    tickets: orderTickets(worked.resolved, lines),
    groups: worked.groups,
  };
}

/** A line can't name another location than its order's. */
function placed({ location }: Order, named: string | undefined, quote: Quote): Quote {
  if (named === undefined || named === location || quote === UNKNOWN_ITEM) return quote;
  return { ...quote, ok: false, problems: [{ code: 'other-location' }, ...quote.problems] };
}

/** The circumstances of an order, without its lines and its own answers: the defaults of every line. */
export function contextOf({
  lines: _lines,
  picks: _picks,
  notes: _notes,
  dates: _dates,
  amounts: _amounts,
  consents: _consents,
  ...context
}: Order): Context {
  return context;
}

/**
 * Quotes the order's own questions like an item of price 0; problems with its circumstances are reported on the lines.
 */
function workOrder(
  menu: CompiledMenu,
  order: Order,
  clock: Clock,
): { worked: EvaluatedLine; problems: readonly Problem[] } {
  const problems = new ProblemList();
  if (order.lines.length === 0) problems.add('empty-order');
  const circumstances = circumstancesOf(menu, order, clock, order.lines.length === 0 ? problems : new ProblemList());
  const worked = evaluateResolved(resolveLine(menu, menu.order, order, circumstances, 1, problems), problems);
  return { worked, problems: worked.problems };
}
