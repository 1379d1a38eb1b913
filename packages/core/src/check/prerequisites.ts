import { eliminate, eliminateAllBut, type Factor } from '../analysis/eliminate.ts';
import { ruleFactors } from '../analysis/factors.ts';
import { groupsOfRules, type Model, type ModelGroup, openRules, rulesBefore, rulesOf, sizesOf, unique } from '../analysis/model.ts';
import { ONE } from '../analysis/span.ts';
import { isPossible, tabulate } from '../analysis/tabulate.ts';
import type { Variable } from '../analysis/variables.ts';
import type { Way } from '../analysis/witness.ts';
import type { World } from '../analysis/assignment.ts';
import { shortestWay } from './shortest-witness.ts';
import type { Ground } from './solve.ts';

/** What comes before some rules hold or not: the groups they look at, the rules over these, and so on. */
export interface Before {
  readonly groups: readonly number[];
  readonly rules: readonly number[];
}

/** Everything before some rules, and before some groups. */
export function allBefore(model: Model, rules: readonly number[], first: readonly number[] = []): Before {
  const rulesAt = (index: number) => {
    const group = model.groups[index];
    return group ? rulesBefore(group) : [];
  };
  const groups = new Set([...first, ...groupsOfRules(model, rules)]);
  for (const index of groups) groupsOfRules(model, rulesAt(index)).forEach((before) => groups.add(before));
  return { groups: unique(groups), rules: unique([...rules, ...[...groups].flatMap(rulesAt)]) };
}

/** Whether valid answers to all that comes before lead to where some conditions are met. */
export function canLead({ model, budget, answersTo }: Ground, { groups, rules }: Before, conditions: readonly Factor[]): boolean {
  if (conditions.some(({ table }) => table.size === 0)) return false;
  const factors = [...conditions, ...ruleFactors(model, rules, budget), ...groups.flatMap((group) => answersTo(group))];
  return eliminate(factors, sizesOf(model), budget) !== undefined;
}

/** The shortest answers to all that comes before that lead to where some conditions are met. */
export function wayThrough({ model, budget }: Ground, { groups, rules }: Before, conditions: readonly Factor[]): Way | undefined {
  return shortestWay(model, groups, [...conditions, ...ruleFactors(model, rules, budget)]);
}

/** That something holds, told from the rules that decide over it. */
export function conditionOn({ model, budget }: Ground, rules: readonly number[], holds: (world: World) => boolean): Factor {
  return tabulate(model, variablesOfRules(model, rules), budget, (world) => (holds(world) ? ONE : undefined));
}

/** That a group is asked. */
export function isAsked(ground: Ground, { offered }: ModelGroup): Factor {
  return conditionOn(ground, rulesOf(offered.ruled), ({ line }) => line.settlement.isVisible(offered.ruled));
}

/** That a group is asked and has no valid answer, or none that completes a combination that is sold. */
export function isStuck({ model, budget, answersTo }: Ground, group: ModelGroup, others: readonly Variable[] = [], sold?: Factor): Factor {
  const { offered } = group;
  const scope = unique([...variablesOfRules(model, rulesBefore(group)), ...others]);
  const answers = answersTo(offered.index);
  const well = eliminateAllBut(scope, sold ? [...answers, sold] : answers, sizesOf(model), budget);
  const answered = sold ? eliminateAllBut(scope, answers, sizesOf(model), budget) : undefined;
  return tabulate(model, scope, budget, (world) => {
    if (!world.line.settlement.isVisible(offered.ruled) || isPossible(model, well, world)) return undefined;
    return !answered || isPossible(model, answered, world) ? ONE : undefined;
  });
}

function variablesOfRules({ variables, formulas }: Model, rules: readonly number[]): Variable[] {
  return openRules(formulas, rules).map((rule) => variables.rule(rule));
}
