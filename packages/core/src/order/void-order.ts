import type { Order } from '../api/line.ts';
import type { OrderQuote, OrderTicket, Takes, TicketLine } from '../api/quote.ts';
import type { Menu } from '../menu/document.ts';
import { type What } from '../menu/what.ts';
import { keyOfWhat } from '../menu/what-key.ts';
import { fromThousandths, toThousandths } from '../money/thousandths.ts';
import type { Clock } from '../quote/calendar.ts';
import { quoteOrder } from './quote-order.ts';
import { whatsOf } from './takes.ts';

/** How much of one line of a sent order is voided; `line` is its index. */
export interface VoidedLine {
  readonly line: number;
  readonly quantity: number;
}

/** What an order comes to, and takes from stock, after voids. */
export interface Remains {
  readonly total: number;
  readonly takes: Takes;
}

const NOTHING: Remains = { total: 0, takes: { ingredients: [], items: [], choices: [], variants: [] } };

/** How much of each line is voided in all, by index. */
export function voidedByLine(order: Order, voids: readonly VoidedLine[]): number[] {
  return order.lines.map((_, i) => voids.reduce((sum, { line, quantity }) => (line === i ? sum + quantity : sum), 0));
}

/** How much is left of a line; never below 0. */
export function leftOfLine(order: Order, line: number, voided: number): number {
  return Math.max(0, (order.lines[line]?.quantity ?? 1) - voided);
}

/**
 * Quotes what is left of an order on its own menu and at its own time, whatever is off by then. Nothing left comes to
 * nothing; what the order's own questions cost stays until then. What is left is charged as it stands, even if it could not
 * be ordered by itself.
 */
export function quoteRemains(menu: Menu, order: Order, voids: readonly VoidedLine[], clock: Clock): Remains {
  const left = leftOfOrder(menu, order, voids, clock);
  return left ? { total: left.quote.total, takes: left.quote.takes } : NOTHING;
}

/** What is left of an order with its quote; undefined if nothing is. */
export function leftOfOrder(
  menu: Menu,
  order: Order,
  voids: readonly VoidedLine[],
  clock: Clock,
): { readonly order: Order; readonly quote: OrderQuote } | undefined {
  const voided = voidedByLine(order, voids);
  const lines = order.lines.flatMap(({ out: _, ...line }, i) => {
    const quantity = leftOfLine(order, i, voided[i] ?? 0);
    return quantity > 0 ? [{ ...line, quantity }] : [];
  });
  if (lines.length === 0) return undefined;
  const { out: _, ...rest } = order;
  const left = { ...rest, lines };
  return { order: left, quote: quoteOrder(menu, left, clock) };
}

/** What a void gives back: what was taken before it and is not after it, each thing once. */
export function givenBack(before: Takes, after: Takes): { readonly what: What; readonly quantity: number }[] {
  const kept = new Map(whatsOf(after).map(({ what, quantity }) => [keyOfWhat(what), toThousandths(quantity)]));
  return whatsOf(before).flatMap(({ what, quantity }) => {
    const back = toThousandths(quantity) - (kept.get(keyOfWhat(what)) ?? 0);
    return back > 0 ? [{ what, quantity: fromThousandths(back) }] : [];
  });
}

/** The tickets that tell each station what is voided of the lines that it read. `reason` is read by all of them. */
export function voidTickets(quote: OrderQuote, voids: readonly VoidedLine[], reason: string): OrderTicket[] {
  return quote.tickets.flatMap(({ station }) => {
    const lines = voids.flatMap(({ line, quantity }) =>
      linesAt(quote, line, station).map((read): TicketLine => ({ ...read, quantity })),
    );
    const notes = reason === '' ? [] : [{ text: reason, loud: false }];
    return lines.length > 0 ? [{ station, lines, notes, isVoid: true }] : [];
  });
}

/** The ticket of a station as it was sent, with what is voided of each of its lines. */
export function withVoided(ticket: OrderTicket, quote: OrderQuote, voided: readonly number[]): OrderTicket {
  const ofLine = quote.lines.flatMap((_, i) => linesAt(quote, i, ticket.station).map(() => voided[i] ?? 0));
  return { ...ticket, lines: ticket.lines.map((line, i) => (ofLine[i] ? { ...line, voided: ofLine[i] } : line)) };
}

function linesAt(quote: OrderQuote, line: number, station: string): readonly TicketLine[] {
  return (quote.lines[line]?.tickets ?? []).filter((it) => it.station === station).flatMap(({ lines }) => lines);
}
