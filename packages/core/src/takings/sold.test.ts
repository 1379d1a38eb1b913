import { describe, expect, it } from 'vitest';
import { quoteOrder } from '../order/quote-order.ts';
import { Random } from '../testing/random.ts';
import { orderMenu, richOrder } from '../testing/rich-order.ts';
import { missedThings } from './missed.ts';
import { noteKey } from './note-key.ts';
import { soldOf } from './sold.ts';

const clock = () => '2026-05-12T12:30';

describe('what was sold', () => {
  it('adds up to the total of its rounds, whatever was ordered', () => {
    for (let seed = 1; seed <= 150; seed++) {
      const menu = orderMenu(seed);
      const random = new Random(seed);
      const rounds = Array.from({ length: random.int(1, 3) }, (_, i) => {
        const order = richOrder(menu, seed * 7 + i);
        return { order, quote: quoteOrder(menu, order, clock) };
      });
      const sold = soldOf(rounds);
      const total = rounds.reduce((sum, { quote }) => sum + quote.total, 0);
      expect(sold.money, `seed ${seed}`).toBe(total);
      const added = rounds.reduce((sum, { order, quote }) => {
        const ofLines = quote.lines.map(({ price }, i) => {
          const quantity = order.lines[i]?.quantity ?? 1;
          return Math.max(0, quantity) * price.each + price.once;
        });
        return ofLines.reduce((all, one) => all + one, sum + quote.extra.each + quote.extra.once);
      }, 0);
      const hasUnsoundQuantity = rounds.some(({ quote }) => quote.problems.some(({ code }) => code === 'bad-quantity'));
      if (!hasUnsoundQuantity)
        expect(
          sold.groups.reduce((sum, { money }) => sum + money, 0),
          `seed ${seed}`,
        ).toBe(added);
      for (const { used, included } of sold.groups) expect(used).toBeLessThanOrEqual(included);
    }
  });

  it('counts a dish once for an order, however many lines it has', () => {
    const menu = orderMenu(3);
    const [item = { id: '' }] = menu.items;
    const order = { lines: [{ item: item.id }, { item: item.id, quantity: 2 }] };
    const { dishes, portions } = soldOf([{ order, quote: quoteOrder(menu, order, clock) }]);
    expect(dishes).toMatchObject([{ item: item.id, portions: 3 }]);
    expect(portions).toBe(3);
  });
});

describe('a note', () => {
  it('is the same as another that differs in capitals, spaces and the punctuation around it', () => {
    for (const note of ['No leek', ' no  leek.', 'NO LEEK!', '(no leek)', 'no\nleek'])
      expect(noteKey(note)).toBe('no leek');
    expect(noteKey('¡Sin puerro!')).toBe('sin puerro');
    expect(noteKey('well-done')).toBe('well-done');
    expect(noteKey(' … ')).toBe('');
  });
});

describe('what could not be had', () => {
  it('is the choice, the dish or the ingredient that each problem of stock names, each once', () => {
    const order = { lines: [{ item: 'ember' }, { item: 'root' }] };
    expect(
      missedThings(order, [
        { line: 0, code: 'sold-out', group: 'noodle', choice: 'wheat' },
        { line: 1, code: 'sold-out', group: 'noodle', choice: 'wheat' },
        { line: 1, code: 'item-sold-out' },
        { line: 0, code: 'not-enough', what: { ingredient: 'egg' } },
        { line: 0, code: 'combination-sold-out' },
      ]),
    ).toEqual([
      { item: 'root', kind: 'choice', id: 'noodle/wheat' },
      { item: 'root', kind: 'item', id: 'root' },
      { item: 'ember', kind: 'ingredient', id: 'egg' },
      { item: 'ember', kind: 'item', id: 'ember' },
    ]);
  });
});
