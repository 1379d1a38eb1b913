import type { Budget } from './budget.ts';
import { type Layout, layoutOf, moves, moved, type SizeOf } from './layout.ts';
import { ONE, plus, type Span, times } from './span.ts';
import type { Variable } from './variables.ts';

/** A sparse table over some variables: a span for each possible assignment. */
export interface Factor {
  /** Ascending. */
  readonly scope: readonly Variable[];
  /** Keyed by the encoded assignment, see the layout of the scope. */
  readonly table: ReadonlyMap<number, Span>;
}

/**
 * The span over all assignments of the product of the factors, by variable elimination: the variable with the fewest
 * neighbours is summed out first. Undefined if no assignment is possible.
 */
export function eliminate(factors: readonly Factor[], sizeOf: SizeOf, budget: Budget): Span | undefined {
  return eliminateAllBut([], factors, sizeOf, budget).table.get(0);
}

/** The product of the factors as one factor over the kept variables; variables that occur in none are omitted. */
export function eliminateAllBut(
  keep: readonly Variable[],
  factors: readonly Factor[],
  sizeOf: SizeOf,
  budget: Budget,
): Factor {
  const left = new Set(factors);
  const tiedTo = (variable: Variable) => [...left].filter(({ scope }) => scope.includes(variable));
  const costOf = (variable: Variable) =>
    [...new Set(tiedTo(variable).flatMap(({ scope }) => scope))].reduce((product, one) => product * sizeOf(one), 1);
  const open = new Set(factors.flatMap(({ scope }) => scope).filter((variable) => !keep.includes(variable)));
  const costs = new Map([...open].map((variable) => [variable, costOf(variable)]));
  while (costs.size > 0) {
    const [variable] = [...costs].reduce((least, one) => (one[1] < least[1] ? one : least));
    costs.delete(variable);
    const tied = tiedTo(variable);
    tied.forEach((factor) => left.delete(factor));
    const summed = sumOut(tied, variable, sizeOf, budget);
    left.add(summed);
    for (const one of summed.scope) if (costs.has(one)) costs.set(one, costOf(one));
  }
  return joinAll([...left], sizeOf, budget);
}

const NOTHING_KNOWN: Factor = { scope: [], table: new Map([[0, ONE]]) };

function joinAll(factors: readonly Factor[], sizeOf: SizeOf, budget: Budget): Factor {
  const [first = NOTHING_KNOWN, ...others] = factors.toSorted((a, b) => a.table.size - b.table.size);
  return others.reduce((joined, factor) => join(joined, factor, sizeOf, budget), first);
}

/** The product of two factors, summing out the dropped variables. */
function join(a: Factor, b: Factor, sizeOf: SizeOf, budget: Budget, dropped?: Variable): Factor {
  const scope = [...new Set([...a.scope, ...b.scope])].filter((variable) => variable !== dropped).sort((x, y) => x - y);
  const shared = a.scope.filter((variable) => b.scope.includes(variable));
  const more = b.scope.filter((variable) => !a.scope.includes(variable));
  const [ofA, ofB, ofBoth, common] = [a.scope, b.scope, scope, shared].map((one) => layoutOf(one, sizeOf)) as [
    Layout,
    Layout,
    Layout,
    Layout,
  ];
  const [commonOfB, restOfB] = [moves(shared, ofB, common), moves(more, ofB, ofBoth)];
  const rows = new Map<number, { readonly rest: number; readonly span: Span }[]>();
  for (const [key, span] of b.table) {
    const row = { rest: moved(key, restOfB), span };
    const place = moved(key, commonOfB);
    const list = rows.get(place);
    if (list) list.push(row);
    else rows.set(place, [row]);
  }
  const [commonOfA, restOfA] = [moves(shared, ofA, common), moves(a.scope, ofA, ofBoth)];
  const table = new Map<number, Span>();
  for (const [key, span] of a.table) {
    const matching = rows.get(moved(key, commonOfA));
    budget.spend((matching?.length ?? 0) + 1);
    if (!matching) continue;
    const start = moved(key, restOfA);
    for (const { rest, span: other } of matching)
      table.set(start + rest, plus(table.get(start + rest), times(span, other)));
  }
  return { scope, table };
}

function sumOut(factors: readonly Factor[], variable: Variable, sizeOf: SizeOf, budget: Budget): Factor {
  const [largest = NOTHING_KNOWN, ...others] = factors.toSorted((a, b) => b.table.size - a.table.size);
  return join(joinAll(others, sizeOf, budget), largest, sizeOf, budget, variable);
}
