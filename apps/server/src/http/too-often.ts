import { type Problem, problem } from './reply.ts';

/** Too many wrong tries: says when to try again. */
export function tooOften(seconds: number): Problem {
  const title = `That was wrong too often. Please try again in ${seconds} ${seconds === 1 ? 'second' : 'seconds'}.`;
  return problem(429, 'too-many-tries', title, {}, { 'Retry-After': String(seconds) });
}
