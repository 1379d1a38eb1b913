import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { textWidth } from '../check/text-width.ts';
import { compileMenu } from '../compile/compile-menu.ts';
import { quoteOrder } from '../order/quote-order.ts';
import { choicesGroup, smallMenu } from '../testing/broth-bar.ts';
import { type ReceiptOrder, receiptText } from './receipt.ts';
import { ticketPaper } from './ticket-paper.ts';
import { differsFromUsual } from './word-emphasis.ts';
import { spread, wrapText } from './wrap.ts';

const COLUMNS = [24, 32, 42, 48];
const HARD = [
  'Slow-simmered-bone-broth-with-everything-on-top!',
  'Sopa de la abuela ñandú con champiñón y jalapeño',
  'Bún bò đặc biệt không hành',
  'حساء العدس بالليمون بدون بصل',
  '激辛味噌ラーメン大盛り全部のせ特製スープ',
  '👩‍🍳 Chef’s 🌶️🌶️🌶️ bowl 👨‍👩‍👧‍👦',
  'a',
  'W'.repeat(120),
];
const letters = (text: string) => text.replace(/\s/g, '');

describe('paper', () => {
  it.each(COLUMNS)('of %i columns takes hard names: nothing is cut, nothing overflows', (columns) => {
    for (const name of HARD) {
      const ticket = {
        lines: [
          {
            quantity: 12,
            item: name,
            words: [
              { text: `2x XTRA ${name}`, depth: 0 },
              { text: `each ${name}`, depth: 3 },
            ],
            notes: [
              { text: name, loud: true },
              { text: name, loud: false },
            ],
          },
        ],
        notes: [{ text: name, loud: false }],
      };
      const lines = ticketPaper(
        ticket,
        {
          station: name,
          number: 48,
          time: '12:30',
          words: ['takeaway', name],
          marks: ['REPRINT'],
          amountWords: new Set(['XTRA']),
        },
        columns,
      );
      for (const { text, style } of lines)
        expect(textWidth(text) * (style === 'big' || style === 'loud' ? 2 : 1)).toBeLessThanOrEqual(columns);
      const all = letters(lines.map(({ text }) => text).join(''));
      expect(all.split(letters(name)).length - 1).toBeGreaterThanOrEqual(name === 'a' ? 1 : 7);
    }
  });

  it('keeps every letter of any text, in lines that fit', () => {
    fc.assert(
      fc.property(
        fc.string({ unit: 'grapheme', maxLength: 90 }),
        fc.integer({ min: 10, max: 48 }),
        fc.integer({ min: 0, max: 6 }),
        (text, columns, hang) => {
          const lines = wrapText(text, columns, hang);
          expect(letters(lines.join(''))).toBe(letters(text));
          for (const line of lines) expect(textWidth(line)).toBeLessThanOrEqual(Math.max(columns, 2));
          for (const line of spread(text, '12.50', columns)) expect(textWidth(line)).toBeLessThanOrEqual(columns);
        },
      ),
      { seed: 4102, numRuns: 400 },
    );
  });

  it('prints a receipt whose sums stand at the right edge', () => {
    const top = choicesGroup('top', { included: 1, choices: [{ id: 'a', name: 'Egg', price: { add: 150 }, max: 2 }] });
    const menu = smallMenu([top]);
    const lines = [{ item: 'dish', quantity: 2, picks: [{ group: 'top', choice: 'a', units: 2 }] }];
    const quote = quoteOrder(menu, { lines }, () => '2026-05-12T13:00');
    const head = ['Number 7 · Tue 12 May 13:00', '👩‍🍳 Ilse'];
    const note = { group: 'n', kind: 'note', label: 'Allergies', text: 'nuts', isLoud: true } as const;
    const day = { group: 'd', kind: 'date', label: 'For', text: 'Wed 13 May', isLoud: false } as const;
    const line = { name: 'Dish 🌶️', quantity: 2, voided: 0, written: [note] };
    const round = { menu: compileMenu(menu), lines: [line], written: [day], quote };
    const print = (order: ReceiptOrder) => receiptText(order, (minor) => (minor / 100).toFixed(2), 32);
    const receipt = print({ head, rounds: [round], total: 2300, due: 2300 });
    expect(receipt).toEqual([
      'Small',
      'Number 7 · Tue 12 May 13:00',
      'Ilse',
      '-'.repeat(32),
      `2 Dish${' '.repeat(21)}23.00`,
      '  2 × Egg (1 included) 1.50',
      '  Allergies: nuts',
      '-'.repeat(32),
      'For: Wed 13 May',
      '-'.repeat(32),
      `Total${' '.repeat(22)}23.00`,
    ]);
    const voided = { ...round, lines: [{ ...line, voided: 1 }] };
    expect(print({ head, rounds: [round, voided], total: 4600, due: 3450 }).slice(-5)).toEqual([
      '-'.repeat(32),
      'VOID 1 Dish',
      '-'.repeat(32),
      `As ordered${' '.repeat(17)}46.00`,
      `Total${' '.repeat(22)}34.50`,
    ]);
  });
});

describe('what differs from the usual', () => {
  it('stands out on paper and screens: NO, ONLY and amounts, also several and inside others', () => {
    const words = new Set(['XTRA', 'ON THE SIDE']);
    for (const text of ['NO SESAME', 'ONLY 1 EGG', 'XTRA EGG', '2x XTRA EGG', 'each ON THE SIDE DIP'])
      expect(differsFromUsual(text, words), text).toBe(true);
    for (const text of ['REG', 'NORI', '2x EGG', 'XTRALARGE', 'each DIP', 'ONLY'])
      expect(differsFromUsual(text, words), text).toBe(false);
  });
});
