import { describe, expect, it } from 'vitest';
import {
  givenBack,
  keyOfWhat,
  type Order,
  quoteOrder,
  quoteRemains,
  ticketPaper,
  type VoidedLine,
  voidTickets,
  whatsOf,
  withVoided,
} from '../index.ts';
import { plainOrder } from '../testing/plain-order.ts';
import { Random } from '../testing/random.ts';
import { orderMenu, richOrder } from '../testing/rich-order.ts';

const clock = () => '2026-05-12T13:00';

/** Some of some lines of an order. */
function someOf(order: Order, random: Random): VoidedLine[] {
  return order.lines.flatMap(({ quantity = 1 }, line) =>
    random.chance(0.5) ? [{ line, quantity: random.int(1, Math.max(1, quantity)) }] : [],
  );
}

describe('an order of which some is voided', () => {
  it('comes to what the rest would, at its time and whatever is off, and gives back exactly what the rest does not take', () => {
    let partly = 0;
    for (let seed = 0; seed < 60; seed++) {
      const menu = orderMenu(seed);
      for (let i = 0; i < 6; i++) {
        const random = new Random(seed * 31 + i);
        const { out: _, ...order } = { ...richOrder(menu, seed * 6 + i), at: '2026-05-12T19:00' };
        const off = { ...order, out: { items: menu.items.map(({ id }) => id) } };
        const voids = someOf(order, random);
        const rest: Order = {
          ...order,
          lines: order.lines.flatMap(({ out: __, ...line }, index) => {
            const gone = voids.find((one) => one.line === index)?.quantity ?? 0;
            const quantity = (line.quantity ?? 1) - gone;
            return quantity > 0 ? [{ ...line, quantity }] : [];
          }),
        };
        const after = quoteRemains(menu, off, voids, clock);
        const { total } = rest.lines.length > 0 ? plainOrder(menu, rest) : { total: 0 };
        expect({ seed, i, total: after.total }).toEqual({ seed, i, total });
        if (voids.length > 0 && rest.lines.length > 0) partly++;
        const before = quoteRemains(menu, order, [], clock);
        const sums = new Map<string, number>();
        for (const { what, quantity } of [...whatsOf(after.takes), ...givenBack(before.takes, after.takes)])
          sums.set(keyOfWhat(what), (sums.get(keyOfWhat(what)) ?? 0) + quantity);
        for (const { what, quantity } of whatsOf(before.takes))
          expect(sums.get(keyOfWhat(what)) ?? 0).toBeCloseTo(
            Math.max(
              quantity,
              whatsOf(after.takes).find((one) => keyOfWhat(one.what) === keyOfWhat(what))?.quantity ?? 0,
            ),
            6,
          );
      }
    }
    expect(partly).toBeGreaterThan(50);
  });

  it('tells every station that read the line, and marks it on the ticket that was sent', () => {
    for (let seed = 0; seed < 40; seed++) {
      const menu = orderMenu(seed);
      const order = richOrder(menu, seed);
      const quote = quoteOrder(menu, order, clock);
      const voids = [{ line: 0, quantity: 1 }];
      const readBy = quote.lines[0]?.tickets.map(({ station }) => station) ?? [];
      const told = voidTickets(quote, voids, 'Guest left');
      expect(told.map(({ station }) => station)).toEqual(readBy);
      for (const ticket of quote.tickets) {
        const marked = withVoided(ticket, quote, [1]).lines.filter(({ voided }) => voided === 1);
        const void_ = told.find(({ station }) => station === ticket.station);
        expect(marked.map(({ words }) => words)).toEqual((void_?.lines ?? []).map(({ words }) => words));
      }
    }
  });

  it('is loud on paper', () => {
    const head = { station: 'Griddle', number: 7, time: '18:40', words: [], marks: [], amountWords: new Set<string>() };
    const line = { quantity: 2, item: 'Toast', words: [], notes: [] };
    const paper = (ticket: object) =>
      ticketPaper({ lines: [line], notes: [], ...ticket }, head, 32).map(({ text, style }) => `${style}: ${text}`);
    expect(paper({ isVoid: true, round: 2 }).slice(0, 2)).toEqual(['loud: ** VOID **', 'loud: ** ROUND 2 **']);
    expect(paper({ lines: [{ ...line, voided: 1 }] })).toContain('loud: VOID 1');
  });
});
