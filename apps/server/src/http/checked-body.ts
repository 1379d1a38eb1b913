import { type Fault, sayFault } from '@hearty-ladle/core';
import type { Request, RequestHandler } from 'express';
import type { Judge } from '../judge/judge.ts';
import { faultsOfRequest, isRightRequest, type RequestName } from '../judge/request-schemas.ts';
import { sendProblem } from './problem.ts';

/** Bytes up to which every fault of a wrong body is looked for here; above, in the judging thread. */
const JUDGED_HERE = 16 * 1024;
/** Bytes up to which a right body is found right here. */
const FOUND_RIGHT_HERE = 256 * 1024;
/** Faults that an answer names; nobody reads more. */
const MOST_FAULTS = 50;

/** Lets a request through when its body has the right form; else answers with its faults, and how many more there are. */
export function checkedBody(name: RequestName, judge: Judge): RequestHandler {
  return async (request, response, next) => {
    const bytes = (request as Request & { rawBody?: Buffer }).rawBody ?? Buffer.alloc(0);
    const isSmall = bytes.length <= FOUND_RIGHT_HERE;
    if (isSmall && isRightRequest(name, request.body)) return next();
    const faults = bytes.length <= JUDGED_HERE ? faultsOfRequest(name, request.body) : await judge.faultsOfRequest(name, bytes);
    if (faults.length === 0) return next();
    sendProblem(response, 400, 'bad-shape', 'The request does not have the expected form.', namedFaults(faults));
  };
}

/** The first faults in words, and the count of the others. */
export function namedFaults(faults: readonly Fault[]): { faults: object[]; more?: number } {
  const named = faults.slice(0, MOST_FAULTS).map((fault) => ({ path: fault.path, code: fault.code, says: sayFault(fault) }));
  return faults.length > MOST_FAULTS ? { faults: named, more: faults.length - MOST_FAULTS } : { faults: named };
}
