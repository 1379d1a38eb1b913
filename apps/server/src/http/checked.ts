import { sayFault } from '@hearty-ladle/core';
import { newAjv, shapeCheck } from '@hearty-ladle/core/door';
import type { RequestHandler } from 'express';
import { sendProblem } from './problem.ts';

/** Lets a request through when its body has the right shape; else answers with every fault. */
export function checked(schema: object): RequestHandler {
  const check = shapeCheck(schema, newAjv());
  return (request, response, next) => {
    const faults = check(request.body);
    if (faults.length === 0) return next();
    const said = faults.map((fault) => ({ path: fault.path, code: fault.code, says: sayFault(fault) }));
    return sendProblem(response, 400, 'bad-shape', 'The request does not have the expected form.', { faults: said });
  };
}
