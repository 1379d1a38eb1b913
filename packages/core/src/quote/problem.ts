/** Why a line can't be ordered: a code and its parameters. */
export interface Problem {
  readonly code: ProblemCode;
  readonly group?: string;
  readonly choice?: string;
  /** The path to the pick that opened the group, as indexes into `picks`; absent for the item's own groups. */
  readonly at?: readonly number[];
  readonly need?: number | string | null;
  readonly limit?: number | string | null;
  readonly have?: number;
}

export type ProblemCode =
  | 'unknown-item' | 'unknown-location' | 'unknown-price-list' | 'item-not-on-channel' | 'not-served-now'
  | 'item-sold-out' | 'bad-quantity' | 'unknown-group' | 'unknown-choice' | 'unknown-amount' | 'bad-units'
  | 'not-offered' | 'sold-out' | 'too-few' | 'too-many' | 'too-many-of-choice' | 'not-alone' | 'date-required'
  | 'date-out-of-range' | 'amount-required' | 'amount-out-of-range' | 'note-required' | 'note-too-long'
  | 'consent-required' | 'combination-not-sold' | 'combination-sold-out' | 'price-below-zero' | 'empty-order';

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
