import type { Line, Order } from '../api/line.ts';
import type { OrderProblem, OrderQuote } from '../api/quote.ts';
import type { Menu } from '../menu/document.ts';
import { keyOfWhat } from '../menu/what-key.ts';
import { quoteOrder } from '../order/quote-order.ts';
import { whatsOf } from '../order/takes.ts';
import type { Clock } from '../quote/calendar.ts';
import type { Count, Pantry } from './pantry.ts';
import { countsAt } from './counts-at.ts';
import { standing } from './standing.ts';

/**
 * Quotes an order with what is off at its location and moment, in place of any `out` that it names, and says what there is
 * not enough of. An unknown location counts as none. Service contract, sections 3 and 7.
 */
export function judgeOrder(menu: Menu, pantry: Pantry, order: Order, clock: Clock): OrderQuote {
  const location = menu.locations?.find(({ id }) => id === order.location);
  const at = order.at ?? clock(location?.timeZone);
  const where = { at, ...(location && { location: location.id }) };
  const { out } = standing(menu, pantry, where, clock) ?? {};
  const judged: Order = { ...order, at, ...(out && { out }), lines: order.lines.map(withoutOut) };
  const quote = quoteOrder(menu, judged, clock);
  const missing = notEnough(quote.takes, countsAt(pantry, location?.id));
  return missing.length === 0 ? quote : { ...quote, ok: false, problems: [...quote.problems, ...missing] };
}

/** What an order takes more of than is on hand: ingredients first, then dishes, choices and combinations. */
export function notEnough(takes: OrderQuote['takes'], counts: ReadonlyMap<string, Count>): OrderProblem[] {
  return whatsOf(takes).flatMap(({ what, quantity: need }) => {
    const have = counts.get(keyOfWhat(what))?.onHand;
    return need > 0 && have !== undefined && need > have ? [{ line: null, code: 'not-enough', what, need, have }] : [];
  });
}

function withoutOut({ out: _, ...line }: Line): Line {
  return line;
}
