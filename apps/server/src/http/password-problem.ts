import { PASSWORD_LENGTH } from '@hearty-ladle/core';
import type { PasswordFault } from '../commands/secrets.ts';
import { type Problem, problem } from './reply.ts';

const TEXTS: Readonly<Record<PasswordFault, string>> = {
  'too-short': `A password has at least ${PASSWORD_LENGTH.min} characters. Several words make a good one.`,
  'too-long': `A password has at most ${PASSWORD_LENGTH.max} characters.`,
  'too-common': 'That password is among the first that anybody would try. Several words make a good one.',
};

/** Why a password is not taken. */
export function passwordProblem(reason: PasswordFault): Problem {
  return problem(422, 'not-taken', TEXTS[reason], { reason });
}
