import type { ErrorRequestHandler } from 'express';
import { BusyError } from '../db/gate.ts';
import { isUnavailable } from '../db/database-errors.ts';
import { log } from '../log.ts';
import { sendProblem } from './reply.ts';

const RETRY_SECONDS = '2';

/**
 * Last error handler: explains the caller's errors, asks to retry after temporary ones, and logs our own without
 * showing them.
 */
export const problemHandler: ErrorRequestHandler = (
  error: { type?: string; status?: number; limit?: number },
  request,
  response,
  next,
) => {
  if (error instanceof BusyError || isUnavailable(error)) {
    log.warn({ err: error, id: request.id, method: request.method, path: request.path }, 'not served just now');
    if (response.headersSent) return void response.destroy();
    response.set('Retry-After', RETRY_SECONDS);
    if (error instanceof BusyError)
      return sendProblem(
        response,
        503,
        'busy',
        'Too much is going on at once. Nothing was changed; please try again in a moment.',
      );
    return sendProblem(
      response,
      503,
      'database-away',
      'The database does not answer just now. Please try again in a moment.',
    );
  }
  if (response.headersSent) return next(error);
  if (error.type === 'entity.too.large') {
    const most = error.limit === undefined ? '' : `: ${sizeText(error.limit)} at most`;
    return sendProblem(response, 413, 'too-large', `That is too large${most}.`);
  }
  if (error.status !== undefined && error.status >= 400 && error.status < 500) {
    return sendProblem(response, error.status, 'bad-request', 'The request can’t be understood.');
  }
  log.error({ err: error, id: request.id, method: request.method, path: request.path }, 'a request failed');
  return sendProblem(response, 500, 'fault', 'Something went wrong here. Nothing was changed; please try again.');
};

function sizeText(bytes: number): string {
  const kilobytes = Math.round(bytes / 1024);
  return kilobytes < 1024 ? `${kilobytes} kB` : `${Math.round(kilobytes / 1024)} MB`;
}
