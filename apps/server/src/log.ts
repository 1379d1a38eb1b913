import { pino } from 'pino';

/** An error without its details: parameters of a failed query may contain guests' notes. */
export function plainError(error: unknown): object {
  if (!(error instanceof Error)) return { message: String(error) };
  const { name, message, stack } = error;
  const code = (error as { code?: unknown }).code;
  return { name, message, ...(typeof code === 'string' && { code }), stack };
}

/** The process log: JSON lines on standard error. Errors are always logged, requests only with LOGS=on. */
export const log = pino(
  { name: 'hearty-ladle', base: null, level: process.env['LOG_LEVEL'] ?? 'info', serializers: { err: plainError } },
  pino.destination({ dest: 2, sync: true }),
);
