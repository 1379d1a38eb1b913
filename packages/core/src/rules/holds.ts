import { assertNever } from '../result.ts';
import type { CompiledCondition } from '../compile/compiled.ts';

/** What a condition can look at. */
export interface View {
  /** Standing units of a group of the item, or of one of its choices; 0 for what is not offered. */
  readonly units: (group: number, choice: number | undefined) => number;
  readonly quantity: number;
  readonly circumstance: (test: CircumstanceTest) => boolean;
}

export type CircumstanceTest = Extract<CompiledCondition, { kind: 'circumstance' }>['test'];

export function holds(condition: CompiledCondition, view: View): boolean {
  switch (condition.kind) {
    case 'all': return condition.of.every((inner) => holds(inner, view));
    case 'any': return condition.of.some((inner) => holds(inner, view));
    case 'not': return !holds(condition.of, view);
    case 'units': return within(view.units(condition.group, condition.choice), condition);
    case 'quantity': return within(view.quantity, condition);
    case 'circumstance': return view.circumstance(condition.test);
    default: return assertNever(condition);
  }
}

function within(count: number, { atLeast, atMost }: { atLeast: number; atMost: number }): boolean {
  return count >= atLeast && count <= atMost;
}
