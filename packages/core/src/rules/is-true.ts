import { assertNever } from '../result.ts';
import type { CircumstanceTest, CompiledCondition } from '../compile/compiled.ts';

/** What a condition can read. */
export interface View {
  /** Accepted units of a group of the item, or of one of its choices; 0 if not offered. */
  readonly units: (group: number, choice: number | undefined) => number;
  readonly quantity: number;
  readonly circumstance: (test: CircumstanceTest) => boolean;
}

export function isTrue(condition: CompiledCondition, view: View): boolean {
  switch (condition.kind) {
    case 'all':
      for (const inner of condition.of) if (!isTrue(inner, view)) return false;
      return true;
    case 'any':
      for (const inner of condition.of) if (isTrue(inner, view)) return true;
      return false;
    case 'not':
      return !isTrue(condition.of, view);
    case 'units':
      return within(view.units(condition.group, condition.choice), condition);
    case 'quantity':
      return within(view.quantity, condition);
    case 'circumstance':
      return view.circumstance(condition);
    default:
      return assertNever(condition);
  }
}

function within(count: number, { atLeast, atMost }: { atLeast: number; atMost: number }): boolean {
  return count >= atLeast && count <= atMost;
}
