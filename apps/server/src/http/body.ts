import { type Faults, faultMessage, type Route, routeName } from '@hearty-ladle/core';
import type { Request } from 'express';
import { type Judge, NotJsonError } from '../judge/judge.ts';
import type { Judgement } from '../judge/request-schemas.ts';
import { type Problem, problem } from './reply.ts';

/** The body of a request as its route's contract has it, or why it is refused. */
export async function bodyOf(
  route: Route,
  request: Request,
  judge: Judge,
): Promise<{ readonly body: unknown } | Problem> {
  if (route.body === undefined) return { body: undefined };
  const bytes = Buffer.isBuffer(request.body) ? request.body : Buffer.alloc(0);
  if (route.body === 'picture') return { body: bytes };
  if (!request.is('application/json'))
    return problem(415, 'json-only', 'Only JSON is taken here (Content-Type: application/json).');
  try {
    const { body, judgement } = await judge.ofRequest(routeName(route), bytes);
    return judgement.faults.length === 0
      ? { body }
      : problem(400, 'bad-shape', 'The request does not have the expected form.', faultsBody(judgement));
  } catch (error) {
    if (error instanceof NotJsonError) return problem(400, 'not-json', 'The request is not JSON.');
    throw error;
  }
}

/** Faults with messages, the number of further faults, and whether only the beginning was examined. */
export function faultsBody({ faults, more, isWhole }: Judgement): Faults {
  return {
    faults: faults.map(({ path, code, params }) => ({
      path,
      code,
      params,
      says: faultMessage({ path, code, params }),
    })),
    ...(more > 0 && { more }),
    ...(!isWhole && { isPartial: true }),
  };
}
