import { OverBudget } from './budget.ts';
import type { Variable } from './variables.ts';

/** How many values a variable may have, from 0 on. */
export type SizeOf = (variable: Variable) => number;

/** How the values of some variables make one number: each variable's value times its stride, added up. */
export interface Layout {
  readonly strideOf: ReadonlyMap<Variable, { readonly stride: number; readonly size: number }>;
}

/** @throws OverBudget where the assignments are more than a number can tell apart */
export function layoutOf(scope: readonly Variable[], sizeOf: SizeOf): Layout {
  const strideOf = new Map<Variable, { stride: number; size: number }>();
  let stride = 1;
  for (const variable of scope) {
    const size = sizeOf(variable);
    strideOf.set(variable, { stride, size });
    stride *= size;
  }
  if (stride > Number.MAX_SAFE_INTEGER) throw new OverBudget();
  return { strideOf };
}

/** For each of some variables where it stands in one layout and where in another. */
export type Moves = readonly { readonly from: number; readonly size: number; readonly to: number }[];

export function moves(variables: readonly Variable[], from: Layout, to: Layout): Moves {
  return variables.flatMap((variable) => {
    const [old, other] = [from.strideOf.get(variable), to.strideOf.get(variable)];
    return old && other ? [{ from: old.stride, size: old.size, to: other.stride }] : [];
  });
}

/** An assignment's number in another layout; of the variables that are not moved nothing is left. */
export function moved(key: number, list: Moves): number {
  let place = 0;
  for (const { from, size, to } of list) place += (Math.floor(key / from) % size) * to;
  return place;
}

/** The number of an assignment whose values are given. */
export function keyOf({ strideOf }: Layout, valueOf: (variable: Variable) => number): number {
  let key = 0;
  for (const [variable, { stride }] of strideOf) key += valueOf(variable) * stride;
  return key;
}
