import { compileMenu } from '../compile/compile-menu.ts';
import type { Menu } from '../menu/document.ts';
import type { Clock } from '../quote/calendar.ts';
import { circumstancesOf } from '../quote/circumstances.ts';
import { ProblemList } from '../quote/problem.ts';
import type { Context } from '../api/line.ts';
import { looseBounds } from './bounds.ts';
import { Budget, OverBudget, type StepWatcher } from './budget.ts';
import { eliminate } from './eliminate.ts';
import { commonFactors, groupFactors, soldFactor } from './factors.ts';
import { type SolverModel, newModel, sizesOf } from './model.ts';
import type { Span } from './span.ts';

/** What can be proved about an item: the number of valid builds, and the lowest and highest price and calories. */
export interface Analysis {
  readonly item: string;
  /** If false, `builds` is an upper bound and the spans are at least as wide as the truth. */
  readonly exact: boolean;
  readonly builds: string;
  /** Lowest and highest `unit + once`, in minor units; null when there is no valid build. */
  readonly price: { readonly min: number; readonly max: number } | null;
  readonly calories: { readonly min: number; readonly max: number } | null;
}

/** Step limit and progress callback of a computation. */
export interface Effort {
  readonly steps?: number;
  readonly watch?: StepWatcher;
}

const STEPS = 1_000_000;

/** Analyses one item of a valid menu in a context, at quantity 1; undefined if the menu has no such item. */
export function analyzeItem(
  menu: Menu,
  id: string,
  context: Context,
  clock: Clock,
  effort: Effort = {},
): Analysis | undefined {
  const compiled = compileMenu(menu);
  const item = compiled.item(id);
  if (!item) return undefined;
  const circumstances = circumstancesOf(compiled, context, clock, new ProblemList());
  const budget = new Budget(effort.steps ?? STEPS, effort.watch);
  try {
    return analysisOf(id, true, spanOf(newModel(compiled, item, circumstances), budget), item.item.calories ?? 0);
  } catch (error) {
    if (!(error instanceof OverBudget)) throw error;
    return analysisOf(id, false, looseBounds(compiled, item, circumstances), item.item.calories ?? 0);
  }
}

/** The span of all valid builds of a model; undefined if there are none. */
export function spanOf(model: SolverModel, budget: Budget): Span | undefined {
  const factors = [
    ...commonFactors(model, budget),
    soldFactor(model, budget),
    ...model.groups.flatMap((group) => groupFactors(model, group, budget)),
  ];
  return eliminate(factors, sizesOf(model), budget);
}

function analysisOf(item: string, exact: boolean, span: Span | undefined, calories: number): Analysis {
  if (!span) return { item, exact, builds: '0', price: null, calories: null };
  return {
    item,
    exact,
    builds: String(span.count),
    price: { min: span.low, max: span.high },
    calories: { min: span.fewest + calories, max: span.most + calories },
  };
}
