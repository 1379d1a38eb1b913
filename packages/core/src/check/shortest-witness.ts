import { Budget, OverBudget } from '../analysis/budget.ts';
import { eliminate, type Factor } from '../analysis/eliminate.ts';
import { groupFactors } from '../analysis/factors.ts';
import { type SolverModel, sizesOf } from '../analysis/model.ts';
import { witnessesOf } from '../analysis/span.ts';
import type { Witness } from '../analysis/witness.ts';
import type { Pick } from '../api/line.ts';

const STEPS_PER_WITNESS = 1_000_000;

/**
 * The shortest valid answers to some groups that meet every condition: the fewest units, counting amounts, and the
 * cheapest of equally short ones. Undefined if there are none, or if finding them exceeds the budget.
 */
export function shortestWitness(
  model: SolverModel,
  groups: readonly number[],
  conditions: readonly Factor[],
  isWanted: (witness: Witness) => boolean = () => true,
): Witness | undefined {
  const traced: SolverModel = { ...model, aim: { ...model.aim, witnesses: true } };
  const budget = new Budget(STEPS_PER_WITNESS);
  try {
    const answers = groups.flatMap((index) => {
      const group = traced.groups[index];
      return group ? groupFactors(traced, group, budget) : [];
    });
    const span = eliminate([...conditions, ...answers], sizesOf(traced), budget);
    const witness = span && witnessesOf(span).find(isWanted);
    return witness && { ...witness, picks: inOrderOf(model, witness.picks) };
  } catch (error) {
    if (error instanceof OverBudget) return undefined;
    throw error;
  }
}

function inOrderOf({ item }: SolverModel, picks: readonly Pick[]): Pick[] {
  const place = ({ group }: Pick) => item.groupIndex.get(group) ?? 0;
  return picks.toSorted((a, b) => place(a) - place(b));
}
