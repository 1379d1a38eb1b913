import { createInterface } from 'node:readline';
import { Line, type Menu, Order, quoteLine, quoteOrder, faultMessage } from '@hearty-ladle/core';
import { shapeCheck } from '@hearty-ladle/core/validation';
import { clock } from '@hearty-ladle/node-runtime';
import { writeLine } from './write-line.ts';

/** Reads one Line per input line and writes one Quote per line; an invalid line gets an error on its own line. */
export async function quoteLines(menu: Menu): Promise<void> {
  const check = shapeCheck(Line);
  await eachInputLine((request) => quoteLine(menu, request as Line, clock), check);
}

/** The same for orders. */
export async function quoteOrders(menu: Menu): Promise<void> {
  const check = shapeCheck(Order);
  await eachInputLine((request) => withoutGroups(quoteOrder(menu, request as Order, clock)), check);
}

/** An order quote as the contract defines it, without the offered groups that only screens need. */
function withoutGroups({ groups: _groups, ...quote }: ReturnType<typeof quoteOrder>) {
  return quote;
}

type Check = ReturnType<typeof shapeCheck>;

/** Answers line by line with one answer in memory at a time, waiting for a slower reader. */
async function eachInputLine(answer: (request: unknown) => unknown, check: Check): Promise<void> {
  for await (const line of createInterface({ input: process.stdin, crlfDelay: Infinity })) {
    // Trimming also removes a byte order mark, which some editors write.
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
