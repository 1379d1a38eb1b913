import { pino } from 'pino';

/** What is known of an error without what it was about: parameters of a failed query may hold guests' notes. */
export function plainError(error: unknown): object {
  if (!(error instanceof Error)) return { message: String(error) };
  const { name, message, stack } = error;
  const code = (error as { code?: unknown }).code;
  return { name, message, ...(typeof code === 'string' && { code }), stack };
}

/** The process's log: a line of JSON on standard error. Errors are always logged, requests only on demand (LOGS=on). */
export const log = pino({ name: 'hearty-ladle', base: null, level: process.env['LOG_LEVEL'] ?? 'info', serializers: { err: plainError } }, pino.destination({ dest: 2, sync: true }));
