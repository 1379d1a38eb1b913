import type { Budget } from './budget.ts';
import type { Factor } from './eliminate.ts';
import { keyOf, layoutOf } from './layout.ts';
import { type SolverModel, sizesOf, unique } from './model.ts';
import { plus, type Span } from './span.ts';
import type { Variable } from './variables.ts';
import { Assignment } from './assignment.ts';

/** Builds a factor by evaluating every assignment of `scope`; assignments for which `spanIn` returns undefined are left out. */
export function tabulate(
  model: SolverModel,
  scope: readonly Variable[],
  budget: Budget,
  spanIn: (assignment: Assignment) => Span | undefined,
): Factor {
  const rows = new Rows(model, scope, [], budget);
  forEachAssignment(model, rows.given, budget, (assignment) => {
    const span = spanIn(assignment);
    if (span) rows.add(assignment, [], span);
  });
  return rows;
}

/** A factor under construction, row by row; equal rows are summed. */
export class Rows implements Factor {
  readonly scope: readonly Variable[];
  readonly table = new Map<number, Span>();
  /** The variables that the assignment fixes, ascending. */
  readonly given: readonly Variable[];
  readonly #shown: readonly Variable[];
  readonly #layout;
  readonly #budget: Budget;

  /** @param shown variables whose values each row adds to those of its assignment; may be fixed too */
  constructor(model: SolverModel, given: readonly Variable[], shown: readonly Variable[], budget: Budget) {
    this.#budget = budget;
    this.given = unique(given);
    this.#shown = shown;
    this.scope = unique([...given, ...shown]);
    this.#layout = layoutOf(this.scope, sizesOf(model));
  }

  /** Adds a row with the values of `shown`; dropped where they contradict the assignment. */
  add({ values }: Assignment, shown: readonly number[], span: Span): void {
    if (this.#shown.some((variable, i) => values[variable] !== undefined && values[variable] !== shown[i])) return;
    this.#budget.spend(1);
    const key = keyOf(this.#layout, (variable) => values[variable] ?? shown[this.#shown.indexOf(variable)] ?? 0);
    this.table.set(key, plus(this.table.get(key), span));
  }
}

/** Visits every assignment of the variables. The same object is reused for each visit. */
export function forEachAssignment(
  model: SolverModel,
  variables: readonly Variable[],
  budget: Budget,
  visit: (assignment: Assignment) => void,
): void {
  const assignment = new Assignment(model);
  const assign = (at: number) => {
    const variable = variables[at];
    if (variable === undefined) {
      budget.spend(1);
      return visit(assignment);
    }
    for (const value of model.variables.values(variable)) {
      assignment.values[variable] = value;
      assign(at + 1);
    }
    assignment.values[variable] = undefined;
  };
  assign(0);
}

/** Whether a factor has an entry for an assignment. */
export function isPossible(model: SolverModel, { scope, table }: Factor, { values }: Assignment): boolean {
  return table.has(keyOf(layoutOf(scope, sizesOf(model)), (variable) => values[variable] ?? 0));
}
