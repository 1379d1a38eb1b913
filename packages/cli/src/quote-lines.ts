import { judgeOrder, Line, type Menu, Order, type Pantry, quoteLine, quoteOrder } from '@hearty-ladle/core';
import { clock } from '@hearty-ladle/node-runtime';
import { eachInputLine, type ReadLine } from './input-lines.ts';
import { writeLine } from './write-line.ts';

/** Reads one Line per input line and writes one Quote per line; an invalid line gets an error on its own line. */
export async function quoteLines(menu: Menu): Promise<void> {
  await eachInputLine(
    Line,
    answering((line) => quoteLine(menu, line as Line, clock)),
  );
}

/** The same for orders; with a pantry, each is judged by what is off and on hand. */
export async function quoteOrders(menu: Menu, pantry?: Pantry): Promise<void> {
  const quote = (order: Order) => (pantry ? judgeOrder(menu, pantry, order, clock) : quoteOrder(menu, order, clock));
  await eachInputLine(
    Order,
    answering((order) => withoutGroups(quote(order as Order))),
  );
}

function answering(quote: (request: unknown) => unknown) {
  return (read: ReadLine) => writeLine(read.error === undefined ? quote(read.value) : { error: { says: read.error } });
}

/** An order quote as the contract defines it, without the offered groups that only screens need. */
function withoutGroups({ groups: _groups, ...quote }: ReturnType<typeof quoteOrder>) {
  return quote;
}
