import { eliminate, eliminateAllBut, type Factor } from '../analysis/eliminate.ts';
import { ruleFactors } from '../analysis/factors.ts';
import {
  groupsOfRules,
  type SolverModel,
  type ModelGroup,
  openRules,
  rulesBefore,
  rulesOf,
  sizesOf,
  unique,
} from '../analysis/model.ts';
import { ONE } from '../analysis/span.ts';
import { isPossible, tabulate } from '../analysis/tabulate.ts';
import type { Variable } from '../analysis/variables.ts';
import type { Witness } from '../analysis/witness.ts';
import type { Assignment } from '../analysis/assignment.ts';
import { shortestWitness } from './shortest-witness.ts';
import type { SolverContext } from './solve.ts';

/**
 * Everything that must be decided before some rules: the groups they refer to, the rules that affect those groups, and
 * so on.
 */
export interface Prerequisites {
  readonly groups: readonly number[];
  readonly rules: readonly number[];
}

/** The transitive prerequisites of some rules and groups. */
export function prerequisitesOf(
  model: SolverModel,
  rules: readonly number[],
  first: readonly number[] = [],
): Prerequisites {
  const rulesAt = (index: number) => {
    const group = model.groups[index];
    return group ? rulesBefore(group) : [];
  };
  const groups = new Set([...first, ...groupsOfRules(model, rules)]);
  for (const index of groups) groupsOfRules(model, rulesAt(index)).forEach((before) => groups.add(before));
  return { groups: unique(groups), rules: unique([...rules, ...[...groups].flatMap(rulesAt)]) };
}

/** Whether some valid answers to the prerequisites satisfy the conditions. */
export function canBeReached(
  { model, budget, answersTo }: SolverContext,
  { groups, rules }: Prerequisites,
  conditions: readonly Factor[],
): boolean {
  if (conditions.some(({ table }) => table.size === 0)) return false;
  const factors = [...conditions, ...ruleFactors(model, rules, budget), ...groups.flatMap((group) => answersTo(group))];
  return eliminate(factors, sizesOf(model), budget) !== undefined;
}

/** The shortest witness among answers to the prerequisites that satisfies the conditions. */
export function witnessThrough(
  { model, budget }: SolverContext,
  { groups, rules }: Prerequisites,
  conditions: readonly Factor[],
): Witness | undefined {
  return shortestWitness(model, groups, [...conditions, ...ruleFactors(model, rules, budget)]);
}

/** A factor that restricts the rules' truth values to those for which `holds` is true. */
export function conditionFactor(
  { model, budget }: SolverContext,
  rules: readonly number[],
  holds: (assignment: Assignment) => boolean,
): Factor {
  return tabulate(model, variablesOfRules(model, rules), budget, (assignment) => (holds(assignment) ? ONE : undefined));
}

/** Restricts to assignments in which a group is visible. */
export function groupIsVisible(solver: SolverContext, { offered }: ModelGroup): Factor {
  return conditionFactor(solver, rulesOf(offered.ruled), ({ line }) => line.resolver.isVisible(offered.ruled));
}

/**
 * Restricts to assignments in which a group is visible but has no valid answer (or none that completes a sold
 * combination).
 */
export function unanswerableFactor(
  { model, budget, answersTo }: SolverContext,
  group: ModelGroup,
  others: readonly Variable[] = [],
  sold?: Factor,
): Factor {
  const { offered } = group;
  const scope = unique([...variablesOfRules(model, rulesBefore(group)), ...others]);
  const answers = answersTo(offered.index);
  const well = eliminateAllBut(scope, sold ? [...answers, sold] : answers, sizesOf(model), budget);
  const answered = sold ? eliminateAllBut(scope, answers, sizesOf(model), budget) : undefined;
  return tabulate(model, scope, budget, (assignment) => {
    if (!assignment.line.resolver.isVisible(offered.ruled) || isPossible(model, well, assignment)) return undefined;
    return !answered || isPossible(model, answered, assignment) ? ONE : undefined;
  });
}

function variablesOfRules({ variables, formulas }: SolverModel, rules: readonly number[]): Variable[] {
  return openRules(formulas, rules).map((rule) => variables.rule(rule));
}
