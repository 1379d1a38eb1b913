import { OverBudget } from './budget.ts';
import type { Variable } from './variables.ts';

/** Domain size of a variable; its values are 0 to size - 1. */
export type SizeOf = (variable: Variable) => number;

/** Mixed-radix encoding of an assignment as one number: the sum of value × stride. */
export interface Layout {
  readonly strideOf: ReadonlyMap<Variable, { readonly stride: number; readonly size: number }>;
}

/** @throws OverBudget when the assignments exceed the safe integer range */
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

/** For each variable, its stride in the source and in the target layout. */
export type Moves = readonly { readonly from: number; readonly size: number; readonly to: number }[];

export function moves(variables: readonly Variable[], from: Layout, to: Layout): Moves {
  return variables.flatMap((variable) => {
    const [old, other] = [from.strideOf.get(variable), to.strideOf.get(variable)];
    return old && other ? [{ from: old.stride, size: old.size, to: other.stride }] : [];
  });
}

/** Re-encodes an assignment in another layout; variables not listed are dropped. */
export function moved(key: number, list: Moves): number {
  let place = 0;
  for (const { from, size, to } of list) place += (Math.floor(key / from) % size) * to;
  return place;
}

/** Encodes an assignment given by `valueOf`. */
export function keyOf({ strideOf }: Layout, valueOf: (variable: Variable) => number): number {
  let key = 0;
  for (const [variable, { stride }] of strideOf) key += valueOf(variable) * stride;
  return key;
}
