import { once } from 'node:events';

/** Writes a value as one line of JSON, waiting for the reader when it is slower. */
export async function writeLine(value: unknown): Promise<void> {
  if (!process.stdout.write(`${JSON.stringify(value)}\n`)) await once(process.stdout, 'drain');
}
