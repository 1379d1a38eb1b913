import { once } from 'node:events';

/** Writes a value as one line of JSON, waiting for a slower reader. */
export async function writeLine(value: unknown): Promise<void> {
  if (!process.stdout.write(`${JSON.stringify(value)}\n`)) await once(process.stdout, 'drain');
}
