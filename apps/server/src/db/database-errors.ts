/**
 * SQLSTATE codes (PostgreSQL documentation, appendix A) of a database that can't serve just now: connection lost or
 * refused, shutting down, starting up or recovering, too many connections, a lock or a statement that took too long.
 */
const UNAVAILABLE_STATES = new Set(['08000', '08001', '08003', '08004', '08006', '57P01', '57P02', '57P03', '57P05', '53300', '55P03', '57014', '25P03']);
/** Codes of Node's sockets, and what the driver says where it has no code. */
const UNAVAILABLE_CODES = new Set(['ECONNREFUSED', 'ECONNRESET', 'ENOTFOUND', 'EPIPE', 'ETIMEDOUT', 'EHOSTUNREACH', 'EAI_AGAIN']);
const UNAVAILABLE_MESSAGES = /connection terminated|timeout exceeded when trying to connect|query read timeout|client has encountered a connection error|not queryable|timeout expired|driver not connected/i;

/** Whether an error says that the database can't serve just now: the same request may succeed a moment later. */
export function isUnavailable(error: unknown): boolean {
  const { code, message = '', errors = [], driverError } = (error ?? {}) as { code?: unknown; message?: string; errors?: unknown[]; driverError?: unknown };
  if (typeof code === 'string' && (UNAVAILABLE_STATES.has(code) || UNAVAILABLE_CODES.has(code))) return true;
  if (driverError !== undefined && driverError !== error && isUnavailable(driverError)) return true;
  return UNAVAILABLE_MESSAGES.test(message) || errors.some(isUnavailable);
}
