import type { Problem, ProblemCode } from '../api/quote.ts';
/** Collects problems; omits `at` if undefined. */
export class ProblemList {
  readonly problems: Problem[] = [];

  add(code: ProblemCode, details: Omit<Problem, 'code' | 'at'> = {}, at?: readonly number[]): void {
    this.problems.push(at === undefined ? { code, ...details } : { code, ...details, at });
  }

  addAll(problems: readonly Problem[]): void {
    for (const problem of problems) this.problems.push(problem);
  }
}
