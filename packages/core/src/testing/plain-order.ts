import type { Effect, Item, Line, Menu, Order } from '../index.ts';
import { Plain, plainQuote, type PlainQuote } from './plain-quote.ts';
import { Kitchen, plainTickets, type PlainTicket, type Word } from './plain-tickets.ts';

type PlainLineTicket = PlainTicket['lines'][number];
export interface PlainOrder {
  problems: Record<string, unknown>[];
  extra: { each: number; once: number; cost: number | null };
  total: number;
  cost: number | null;
  groups: PlainQuote['groups'];
  tickets: { station: string; lines: PlainLineTicket[]; notes: { text: string; loud: boolean }[] }[];
}

/** Section 8 of the contract, implemented literally on top of the plain line. */
export function plainOrder(menu: Menu, order: Order): PlainOrder {
  const lines = order.lines.map((line) => ({ ...circumstances(order), ...line }));
  const quotes = lines.map((line) => plainQuote(menu, line));
  const orderLine: Line = { item: '', ...circumstances(order), ...answers(order) };
  const own = new Plain(forOrders(menu), orderItem(menu), orderLine).quote();
  const isTold = ({ code }: Record<string, unknown>) =>
    lines.length === 0 || (code !== 'unknown-location' && code !== 'unknown-price-list');
  return {
    problems: [
      ...quotes.flatMap(({ problems }, line) => problems.map((problem) => ({ line, ...problem }))),
      ...(lines.length === 0 ? [{ line: null, code: 'empty-order' }] : []),
      ...own.problems.filter(isTold).map((problem) => ({ line: null, ...problem })),
    ],
    extra: { each: own.price.each, once: own.price.once, cost: own.cost },
    total: quotes.reduce((sum, { price }) => sum + price.line, 0) + own.price.each + own.price.once,
    cost: costOf([...quotes, own].filter(({ uses }) => uses.length > 0)),
    groups: own.groups,
    tickets: tickets(menu, lines, orderLine),
  };
}

function costOf(used: readonly PlainQuote[]): number | null {
  const known = used.flatMap(({ cost }) => cost ?? []);
  return used.length > 0 && known.length === used.length ? known.reduce((sum, cost) => sum + cost) : null;
}

function circumstances({ channel, service, location, priceList, guest, at, out }: Order): Partial<Line> {
  return JSON.parse(JSON.stringify({ channel, service, location, priceList, guest, at, out })) as Partial<Line>;
}

function answers({ picks, notes, dates, amounts, consents }: Order): Partial<Line> {
  return JSON.parse(JSON.stringify({ picks, notes, dates, amounts, consents })) as Partial<Line>;
}

function orderItem(menu: Menu): Item {
  return { id: '', name: '', price: 0, ...(menu.orderGroups && { groups: menu.orderGroups }) };
}

/** Only these effects of rules apply to the order's own questions. */
function forOrders(menu: Menu): Menu {
  const reaches = (effect: Effect) => ['show', 'hide', 'limit', 'setChoice', 'route'].some((key) => key in effect);
  return { ...menu, rules: (menu.rules ?? []).map((rule) => ({ ...rule, then: rule.then.filter(reaches) })) };
}

function tickets(menu: Menu, lines: Line[], orderLine: Line): PlainOrder['tickets'] {
  const kitchen = new Kitchen(new Plain(forOrders(menu), orderItem(menu), orderLine), '');
  const printed = lines.flatMap((line) => plainTickets(menu, line));
  const own = kitchen.plain.answers();
  const hasExpo = menu.stations.some(({ expo }) => expo);
  return menu.stations.flatMap(({ id, expo = false }) => {
    const here = printed.filter(({ station }) => station === id).flatMap((ticket) => ticket.lines);
    const packs = hasExpo ? expo : here.length > 0;
    const words = packs
      ? own.flatMap((answer) => kitchen.words(answer))
      : own
          .flatMap((answer) => kitchen.elsewhere(answer))
          .filter(({ station }) => station === id)
          .flatMap((it) => it.words);
    const notes = own
      .flatMap((answer) => kitchen.notes(answer))
      .filter(({ stations, named }) => stations.includes(id) || (packs && (hasExpo || !named)));
    const read = [
      ...joined(words).map((text) => ({ text, loud: false })),
      ...notes.map(({ text, loud }) => ({ text, loud })),
    ];
    return here.length + read.length > 0 ? [{ station: id, lines: here, notes: read }] : [];
  });
}

function joined(words: Word[]): string[] {
  return words.reduce<string[]>(
    (texts, { text, depth }) => (depth === 0 ? [...texts, text] : [...texts.slice(0, -1), `${texts.at(-1)} / ${text}`]),
    [],
  );
}
