import type { ErrorRequestHandler, Response } from 'express';

/** A problem document of RFC 9457. */
export interface ProblemDocument {
  readonly type: string;
  readonly title: string;
  readonly status: number;
  readonly [more: string]: unknown;
}

export function sendProblem(response: Response, status: number, code: string, title: string, more: object = {}): void {
  const problem: ProblemDocument = { type: `urn:hearty-ladle:problem:${code}`, title, status, ...more };
  response.status(status).type('application/problem+json').send(JSON.stringify(problem));
}

/** The last handler: what is the caller's fault is said as such, what is ours is logged and not shown. */
export const problemHandler: ErrorRequestHandler = (error: { type?: string; status?: number; limit?: number }, request, response, next) => {
  if (response.headersSent) return next(error);
  if (error.type === 'entity.too.large') {
    const most = error.limit === undefined ? '' : ` (${Math.round(error.limit / 1024)} kB)`;
    return sendProblem(response, 413, 'too-large', `That is more than this address takes${most}.`);
  }
  if (error.type === 'entity.parse.failed') return sendProblem(response, 400, 'not-json', 'The request is not JSON.');
  if (error.status !== undefined && error.status >= 400 && error.status < 500) {
    return sendProblem(response, error.status, 'bad-request', 'The request can’t be understood.');
  }
  request.log?.error(error);
  return sendProblem(response, 500, 'fault', 'Something went wrong here. Nothing was changed; please try again.');
};
