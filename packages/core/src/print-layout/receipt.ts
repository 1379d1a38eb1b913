import type { OrderQuote } from '../api/quote.ts';
import type { CompiledMenu } from '../compile/compiled.ts';
import { partText } from './part-text.ts';
import type { WrittenAnswer } from '../summary/written-answers.ts';
import { spread, wrapText } from './wrap.ts';

/** A placed order, as a receipt shows it. */
export interface ReceiptOrder {
  /** Lines above the dishes: number, time, name, table. */
  readonly head: readonly string[];
  readonly rounds: readonly ReceiptRound[];
  /** What all rounds come to, and what is left of it after voids. */
  readonly total: number;
  readonly due: number;
}

/** One round of it, with the menu that it was sold from. */
interface ReceiptRound {
  readonly menu: CompiledMenu;
  /** Name, quantity, how much was voided, and written answers of each dish. */
  readonly lines: readonly {
    readonly name: string;
    readonly quantity: number;
    readonly voided: number;
    readonly written: readonly WrittenAnswer[];
  }[];
  /** The answers to the order's own questions. */
  readonly written: readonly WrittenAnswer[];
  readonly quote: OrderQuote;
}

/** A receipt as text lines no wider than `columns`: every dish with its sum, the order's own parts, the total. */
export function receiptText(order: ReceiptOrder, money: (minor: number) => string, columns: number): string[] {
  const rule = '-'.repeat(columns);
  const voids = order.rounds
    .flatMap(({ lines }) => lines)
    .filter(({ voided }) => voided > 0)
    .flatMap(({ voided, name }) => wrapText(printable(`VOID ${voided} ${name}`), columns, 5));
  const name = order.rounds[0]?.menu.menu.name ?? '';
  return [
    ...wrapText(printable(name), columns),
    ...order.head.flatMap((line) => wrapText(printable(line), columns)),
    ...order.rounds.flatMap((round) => [rule, ...roundText(round, money, columns)]),
    ...(voids.length > 0 ? [rule, ...voids] : []),
    rule,
    ...(order.due === order.total
      ? spread('Total', money(order.total), columns)
      : [...spread('As ordered', money(order.total), columns), ...spread('Total', money(order.due), columns)]),
  ];
}

function roundText(round: ReceiptRound, money: (minor: number) => string, columns: number): string[] {
  const { menu } = round;
  const locale = menu.firstLocale;
  const indented = (text: string) => wrapText(printable(text), columns - 2, 2).map((line) => `  ${line}`);
  const dishes = round.quote.lines.flatMap(({ price }, i) => {
    const { name = '', quantity = 1, written = [] } = round.lines[i] ?? {};
    const parts = price.parts.filter(
      ({ kind, value, included = 0 }) => kind !== 'base' && (value !== 0 || included > 0),
    );
    return [
      ...spread(printable(`${quantity} ${name}`), money(price.line), columns),
      ...parts.flatMap((part) =>
        indented(`${partText(menu, part, locale)}${part.value === 0 ? ', included' : ` ${money(part.value)}`}`),
      ),
      ...written.flatMap((answer) => indented(answerText(answer))),
    ];
  });
  const extra = round.quote.extra.parts
    .filter(({ value }) => value !== 0)
    .flatMap((part) => spread(printable(partText(menu, part, locale)), money(part.value), columns));
  const written = round.written.flatMap((answer) => wrapText(printable(answerText(answer)), columns));
  return [...dishes, ...(extra.length + written.length > 0 ? ['-'.repeat(columns), ...extra, ...written] : [])];
}

function answerText({ kind, label, text }: WrittenAnswer): string {
  return kind === 'consent' ? label : `${label}: ${text}`;
}

/** Without pictographs, which receipt printers have no type for. */
function printable(text: string): string {
  return text
    .replace(/[\p{Extended_Pictographic}\u{1F1E6}-\u{1F1FF}\u{1F3FB}-\u{1F3FF}\uFE0F\u200D]/gu, '')
    .replace(/ {2,}/g, ' ')
    .trim();
}
