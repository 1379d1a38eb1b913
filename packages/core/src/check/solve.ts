import type { Budget } from '../analysis/budget.ts';
import { eliminate, type Factor } from '../analysis/eliminate.ts';
import { commonFactors, groupFactors, soldFactor } from '../analysis/factors.ts';
import { type Aim, type SolverModel, newModel, sizesOf } from '../analysis/model.ts';
import type { Span } from '../analysis/span.ts';
import { circumstancesOf } from '../quote/circumstances.ts';
import { ProblemList } from '../quote/problem.ts';
import type { Occasion } from './contexts.ts';
import type { ItemCheck } from './item-check.ts';

/** Solver context for one item in one ordering context. Group answers are computed on first use and memoized. */
export interface SolverContext {
  readonly model: SolverModel;
  readonly budget: Budget;
  readonly answersTo: (group: number) => readonly Factor[];
}

/** A solver context with every factor that decides which builds are valid. */
export interface SolvedItem extends SolverContext {
  readonly occasion: Occasion;
  /** The factors of the base price and of the rules' truth. */
  readonly common: readonly Factor[];
  /** The factor of sold combinations. */
  readonly sold: Factor;
  /** All valid builds; undefined if there are none. */
  readonly span: Span | undefined;
}

export function solve(check: ItemCheck, occasion: Occasion, aim: Partial<Aim> = {}): SolvedItem {
  const { budget } = check;
  const model = modelOn(check, occasion, aim);
  const common = commonFactors(model, budget);
  const sold = soldFactor(model, budget);
  const answers = model.groups.map((group) => groupFactors(model, group, budget));
  const span = eliminate([...common, sold, ...answers.flat()], sizesOf(model), budget);
  return { occasion, model, budget, common, sold, span, answersTo: (index) => answers[index] ?? [] };
}

/** Creates the solver context of an item in one ordering context. */
export function solverContextOn(check: ItemCheck, occasion: Occasion): SolverContext {
  const model = modelOn(check, occasion, { everyRule: true });
  const known = new Map<number, readonly Factor[]>();
  const answersTo = (index: number) => {
    const group = model.groups[index];
    const answers = known.get(index) ?? (group ? groupFactors(model, group, check.budget) : []);
    known.set(index, answers);
    return answers;
  };
  return { model, budget: check.budget, answersTo };
}

function modelOn({ menu, item, clock }: ItemCheck, { context, quantity }: Occasion, aim: Partial<Aim>): SolverModel {
  return newModel(menu, item, circumstancesOf(menu, context, clock, new ProblemList()), quantity, aim);
}
