import { ONE, plus, type Span, times } from './span.ts';

/** What is known of some variables together: a span for each assignment that is possible; others are left out. */
export interface Factor {
  /** Variables, ascending. */
  readonly scope: readonly number[];
  /** Keys are assignments: the value of each variable of the scope, in order, joined by commas. */
  readonly table: ReadonlyMap<string, Span>;
}

/** Thrown where a question would take more steps than it may. */
export class OverBudget extends Error {}

/** Somebody who watches: told how many steps were taken of how many there may be; answering false stops the work. */
export type StepWatcher = (taken: number, most: number) => boolean;

/** Counts steps; tells of progress and can be stopped from outside. */
export class Budget {
  #taken = 0;
  readonly #most: number;
  readonly #watch: StepWatcher;

  constructor(most: number, watch: StepWatcher = () => true) {
    this.#most = most;
    this.#watch = watch;
  }

  spend(steps: number): void {
    this.#taken += steps;
    if (this.#taken > this.#most || !this.#watch(this.#taken, this.#most)) throw new OverBudget();
  }
}

/**
 * The span over all assignments of the product of the factors: variables are summed out one after another, the one
 * that ties the fewest others together first. Undefined when no assignment is possible.
 */
export function eliminate(factors: readonly Factor[], domains: readonly number[], budget: Budget): Span | undefined {
  return eliminateAllBut([], factors, domains, budget).table.get('');
}

/** The product of the factors as one factor over the variables that are kept; those nobody speaks of are left out. */
export function eliminateAllBut(keep: readonly number[], factors: readonly Factor[], domains: readonly number[], budget: Budget): Factor {
  let left = [...factors];
  const open = new Set(left.flatMap(({ scope }) => scope).filter((variable) => !keep.includes(variable)));
  while (open.size > 0) {
    const variable = cheapest(open, left, domains);
    open.delete(variable);
    const tied = left.filter(({ scope }) => scope.includes(variable));
    left = [...left.filter(({ scope }) => !scope.includes(variable)), sumOut(joinAll(tied, budget), variable)];
  }
  return joinAll(left, budget);
}

/** Whether two factors have an assignment in common. `part` speaks of no variable that `whole` does not. */
export function haveCommon(whole: Factor, part: Factor): boolean {
  const places = part.scope.map((variable) => whole.scope.indexOf(variable));
  for (const key of whole.table.keys()) {
    const values = key.split(',');
    if (part.table.has(places.map((place) => values[place]).join(','))) return true;
  }
  return false;
}

function cheapest(open: ReadonlySet<number>, factors: readonly Factor[], domains: readonly number[]): number {
  let best = -1;
  let least = Infinity;
  for (const variable of open) {
    const tied = new Set(factors.filter(({ scope }) => scope.includes(variable)).flatMap(({ scope }) => scope));
    const size = [...tied].reduce((product, one) => product * (domains[one] ?? 1), 1);
    if (size < least) [best, least] = [variable, size];
  }
  return best;
}

function joinAll(factors: readonly Factor[], budget: Budget): Factor {
  const [first = { scope: [], table: new Map([['', ONE]]) }, ...others] = factors.toSorted((a, b) => a.table.size - b.table.size);
  return others.reduce((joined, factor) => join(joined, factor, budget), first);
}

function join(a: Factor, b: Factor, budget: Budget): Factor {
  const scope = [...new Set([...a.scope, ...b.scope])].sort((x, y) => x - y);
  const shared = a.scope.filter((variable) => b.scope.includes(variable));
  const rows = new Map<string, { values: string[]; span: Span }[]>();
  for (const [key, span] of b.table) {
    const values = key.split(',');
    const common = shared.map((variable) => values[b.scope.indexOf(variable)]).join(',');
    const list = rows.get(common);
    if (list) list.push({ values, span });
    else rows.set(common, [{ values, span }]);
  }
  const fromA = scope.map((variable) => a.scope.indexOf(variable));
  const fromB = scope.map((variable) => b.scope.indexOf(variable));
  const table = new Map<string, Span>();
  for (const [key, span] of a.table) {
    const values = key.split(',');
    const matching = rows.get(shared.map((variable) => values[a.scope.indexOf(variable)]).join(',')) ?? [];
    budget.spend(matching.length + 1);
    for (const row of matching) {
      const merged = scope.map((_, i) => values[fromA[i] ?? -1] ?? row.values[fromB[i] ?? -1]);
      table.set(merged.join(','), times(span, row.span));
    }
  }
  return { scope, table };
}

function sumOut({ scope, table }: Factor, variable: number): Factor {
  const at = scope.indexOf(variable);
  const summed = new Map<string, Span>();
  for (const [key, span] of table) {
    const values = key.split(',');
    values.splice(at, 1);
    const rest = values.join(',');
    summed.set(rest, plus(summed.get(rest), span));
  }
  return { scope: scope.filter((one) => one !== variable), table: summed };
}
