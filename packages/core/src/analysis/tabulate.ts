import type { Budget } from './budget.ts';
import type { Factor } from './eliminate.ts';
import { keyOf, layoutOf } from './layout.ts';
import { type SolverModel, sizesOf, unique } from './model.ts';
import { plus, type Span } from './span.ts';
import type { Variable } from './variables.ts';
import { Assignment } from './assignment.ts';

/** A factor made by looking at every world that some variables tell apart; undefined leaves one out. */
export function tabulate(model: SolverModel, scope: readonly Variable[], budget: Budget, spanIn: (world: Assignment) => Span | undefined): Factor {
  const rows = new Rows(model, scope, [], budget);
  forEachAssignment(model, rows.given, budget, (world) => {
    const span = spanIn(world);
    if (span) rows.add(world, [], span);
  });
  return rows;
}

/** A factor in the making: what is given and what is shown along, row by row; rows that say the same are one. */
export class Rows implements Factor {
  readonly scope: readonly Variable[];
  readonly table = new Map<number, Span>();
  /** The variables that a world gives, ascending. */
  readonly given: readonly Variable[];
  readonly #shown: readonly Variable[];
  readonly #layout;
  readonly #budget: Budget;

  /** @param shown variables of which a row says more than its world; may be given as well */
  constructor(model: SolverModel, given: readonly Variable[], shown: readonly Variable[], budget: Budget) {
    this.#budget = budget;
    this.given = unique(given);
    this.#shown = shown;
    this.scope = unique([...given, ...shown]);
    this.#layout = layoutOf(this.scope, sizesOf(model));
  }

  /** Adds a row, with the values of what is shown; one that shows other than the world gives is no row. */
  add({ values }: Assignment, shown: readonly number[], span: Span): void {
    if (this.#shown.some((variable, i) => values[variable] !== undefined && values[variable] !== shown[i])) return;
    this.#budget.spend(1);
    const key = keyOf(this.#layout, (variable) => values[variable] ?? shown[this.#shown.indexOf(variable)] ?? 0);
    this.table.set(key, plus(this.table.get(key), span));
  }
}

/** Visits every world that some variables tell apart; the world is written over each time. */
export function forEachAssignment(model: SolverModel, variables: readonly Variable[], budget: Budget, visit: (world: Assignment) => void): void {
  const world = new Assignment(model);
  const assign = (at: number) => {
    const variable = variables[at];
    if (variable === undefined) {
      budget.spend(1);
      return visit(world);
    }
    for (const value of model.variables.values(variable)) {
      world.values[variable] = value;
      assign(at + 1);
    }
    world.values[variable] = undefined;
  };
  assign(0);
}

/** Whether a factor leaves room for a world. */
export function isPossible(model: SolverModel, { scope, table }: Factor, { values }: Assignment): boolean {
  return table.has(keyOf(layoutOf(scope, sizesOf(model)), (variable) => values[variable] ?? 0));
}
