import { createInterface } from 'node:readline';
import { Line, type Menu, Order, quoteLine, quoteOrder, faultMessage } from '@hearty-ladle/core';
import { shapeCheck } from '@hearty-ladle/core/validation';
import { clock } from '@hearty-ladle/node-runtime';
import { writeLine } from './write-line.ts';

/** Reads one Line a line from standard input and writes one Quote a line; a bad line is told on its own line. */
export async function quoteLines(menu: Menu): Promise<void> {
  const check = shapeCheck(Line);
  await eachInputLine((request) => quoteLine(menu, request as Line, clock), check);
}

/** The same for orders. */
export async function quoteOrders(menu: Menu): Promise<void> {
  const check = shapeCheck(Order);
  await eachInputLine((request) => withoutGroups(quoteOrder(menu, request as Order, clock)), check);
}

/** The contract's answer to an order; the offered groups of its questions are for screens. */
function withoutGroups({ groups: _groups, ...quote }: ReturnType<typeof quoteOrder>) {
  return quote;
}

type Check = ReturnType<typeof shapeCheck>;

/** Answers line by line with one answer in memory at a time, waiting for the reader when it is slower. */
async function eachInputLine(answer: (request: unknown) => unknown, check: Check): Promise<void> {
  for await (const line of createInterface({ input: process.stdin, crlfDelay: Infinity })) {
    // Some editors begin a file with a byte order mark; trimming takes it off.
    const text = line.trim();
    if (text !== '') await writeLine(answerTo(text, answer, check));
  }
}

function answerTo(line: string, answer: (request: unknown) => unknown, check: Check): unknown {
  let request: unknown;
  try {
    request = JSON.parse(line);
  } catch {
    return { error: { says: 'This line is not JSON.' } };
  }
  const faults = check(request);
  if (faults.length === 0) return answer(request);
  return { error: { says: faults.map((fault) => `${fault.path || '/'}: ${faultMessage(fault)}`).join(' ') } };
}
