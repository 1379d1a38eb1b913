import type { Response } from 'express';
import { log } from '../log.ts';

/** Answers with one line of JSON after the other; `signal` is aborted when nobody listens any more. */
export async function streamLines<L>(
  response: Response,
  work: (write: (line: L) => void, signal: AbortSignal) => Promise<void>,
): Promise<void> {
  const gone = new AbortController();
  response.on('close', () => gone.abort());
  response.type('application/x-ndjson').flushHeaders();
  try {
    await work((line) => void response.write(`${JSON.stringify(line)}\n`), gone.signal);
  } catch (error) {
    // The response has begun; it can only be cut off.
    if (!gone.signal.aborted) {
      log.error({ err: error }, 'a streamed answer failed');
      response.destroy(error as Error);
    }
  }
  response.end();
}
