import { faultMessage } from '@hearty-ladle/core';
import type { RequestHandler } from 'express';
import { type Judge, NotJsonError } from '../judge/judge.ts';
import type { Judgement, RequestName } from '../judge/request-schemas.ts';
import { sendProblem } from './problem.ts';

/** Validates the body and passes the parsed value on; otherwise answers 400 with the faults. */
export function checkedBody(name: RequestName, judge: Judge): RequestHandler {
  return async (request, response, next) => {
    const bytes = Buffer.isBuffer(request.body) ? request.body : Buffer.alloc(0);
    try {
      const { body, judgement } = await judge.ofRequest(name, bytes);
      if (judgement.faults.length > 0) return sendProblem(response, 400, 'bad-shape', 'The request does not have the expected form.', judgementBody(judgement));
      request.body = body;
    } catch (error) {
      if (error instanceof NotJsonError) return sendProblem(response, 400, 'not-json', 'The request is not JSON.');
      throw error;
    }
    next();
  };
}

/** Faults with messages, the number of further faults, and whether the whole body was examined. */
export function judgementBody({ faults, more, isWhole }: Judgement): object {
  return { faults: faults.map(({ path, code, params }) => ({ path, code, params, says: faultMessage({ path, code, params }) })), ...(more > 0 && { more }), ...(!isWhole && { isPartial: true }) };
}
