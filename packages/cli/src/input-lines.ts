import { createInterface } from 'node:readline';
import { faultMessage } from '@hearty-ladle/core';
import { shapeCheck } from '@hearty-ladle/core/validation';

/** A line of input: its value, or what is wrong with it. */
export type ReadLine = { readonly value: unknown; readonly error?: undefined } | { readonly error: string };

/**
 * Reads JSON values of a shape from standard input, one a line, and answers one after another, so that one is in memory at
 * a time and a slower reader is waited for. Blank lines are skipped and not numbered.
 */
export async function eachInputLine(
  schema: object,
  answer: (read: ReadLine, index: number) => Promise<void>,
): Promise<void> {
  const check = shapeCheck(schema);
  let index = 0;
  for await (const line of createInterface({ input: process.stdin, crlfDelay: Infinity })) {
    // Trimming also removes a byte order mark, which some editors write.
    const text = line.trim();
    if (text !== '') await answer(read(text, check), index++);
  }
}

function read(line: string, check: ReturnType<typeof shapeCheck>): ReadLine {
  let value: unknown;
  try {
    value = JSON.parse(line);
  } catch {
    return { error: 'This line is not JSON.' };
  }
  const faults = check(value);
  if (faults.length === 0) return { value };
  return { error: faults.map((fault) => `${fault.path || '/'}: ${faultMessage(fault)}`).join(' ') };
}
