/**
 * SQLSTATE codes (PostgreSQL documentation, appendix A) of temporary failures: connection lost or refused, shutting
 * down, starting up or recovering, too many connections, lock or statement timeout.
 */
const UNAVAILABLE_STATES = new Set([
  '08000',
  '08001',
  '08003',
  '08004',
  '08006',
  '57P01',
  '57P02',
  '57P03',
  '57P05',
  '53300',
  '55P03',
  '57014',
  '25P03',
]);
/** Socket error codes of Node.js, and driver messages that come without a code. */
const UNAVAILABLE_CODES = new Set([
  'ECONNREFUSED',
  'ECONNRESET',
  'ENOTFOUND',
  'EPIPE',
  'ETIMEDOUT',
  'EHOSTUNREACH',
  'EAI_AGAIN',
]);
const UNAVAILABLE_MESSAGES = [
  'connection terminated',
  'timeout exceeded when trying to connect',
  'query read timeout',
  'client has encountered a connection error',
  'not queryable',
  'timeout expired',
  'driver not connected',
  'cannot use a pool after calling end',
];

/** Whether the error is temporary, so that the same request may succeed a moment later. */
export function isUnavailable(error: unknown): boolean {
  const {
    code,
    message = '',
    errors = [],
    driverError,
  } = (error ?? {}) as { code?: unknown; message?: string; errors?: unknown[]; driverError?: unknown };
  if (typeof code === 'string' && (UNAVAILABLE_STATES.has(code) || UNAVAILABLE_CODES.has(code))) return true;
  if (driverError !== undefined && driverError !== error && isUnavailable(driverError)) return true;
  return UNAVAILABLE_MESSAGES.some((known) => message.toLowerCase().includes(known)) || errors.some(isUnavailable);
}
