import { addedByRule } from '../quote/base-price.ts';
import { limitsWith } from '../quote/answers.ts';
import { chainOf, isBestInAChain } from './chain.ts';
import type { Budget } from './budget.ts';
import type { Factor } from './eliminate.ts';
import {
  type AnsweredChoice,
  groupAnswers,
  type GroupQuestion,
  parseObservation,
  type ObservationKey,
} from './group-answers.ts';
import { atomsOfFormula, isTrueWith } from './formula.ts';
import { type Demand, type SolverModel, type ModelGroup, openRules, unique, variablesOf } from './model.ts';
import { canBePicked, fixed, fixedPrice, includedFirstOf, optionsOf, weightOf } from './options.ts';
import { ONE, type Span, times } from './span.ts';
import { forEachAssignment, Rows, tabulate } from './tabulate.ts';
import { type Variable, Variables } from './variables.ts';
import type { Assignment } from './assignment.ts';

/** Factors independent of any single group's answers: the base price and the truth of each rule. */
export function commonFactors(model: SolverModel, budget: Budget): Factor[] {
  return [...baseFactors(model, budget), ...ruleFactors(model, model.item.rules.keys(), budget)];
}

/** Steps charged for computing one base price. */
const STEPS_OF_BASE = 10;

/**
 * The base price. If some price is a percentage of it, everything that decides it is one factor; otherwise each rule's
 * `baseAdd` is a factor of its own, over the base after every `setBase`.
 */
function baseFactors(model: SolverModel, budget: Budget): Factor[] {
  const { item, needsBase, formulas } = model;
  if (needsBase) return [baseFactor(model, item.rules, openRules(formulas, item.onBase), budget)];
  const setting = item.rules.map((rule) => ({ ...rule, then: rule.then.filter((effect) => 'setBase' in effect) }));
  const open = openRules(
    formulas,
    item.onBase.filter((rule) => setting[rule]?.then.length !== 0),
  );
  const adding = item.onBase.filter((rule) =>
    item.rules[rule]?.then.some((effect) => 'basePercent' in effect || 'addToPrice' in effect),
  );
  return [baseFactor(model, setting, open, budget), ...adding.map((rule) => addedFactor(model, rule, budget))];
}

/** The base price after the effects of some rules, as a variable with its possible prices. */
function baseFactor(
  model: SolverModel,
  rules: SolverModel['item']['rules'],
  open: readonly number[],
  budget: Budget,
): Factor {
  const { variables, bases } = model;
  const deciding = baseVariables(model, open);
  const worked: number[] = [];
  forEachAssignment(model, deciding, budget, (assignment) => {
    budget.spend(STEPS_OF_BASE);
    worked.push(assignment.workOutBase(rules));
  });
  const places = new Map([...new Set(worked)].map((base, place) => [base, place]));
  bases.splice(0, bases.length, ...places.keys());
  variables.setValues(variables.base, [...places.values()]);
  const rows = new Rows(model, deciding, [variables.base], budget);
  let at = 0;
  forEachAssignment(model, deciding, budget, (assignment) => {
    const base = worked[at++] ?? 0;
    rows.add(assignment, [places.get(base) ?? 0], fixed(base * weightOf(assignment, 'each')));
  });
  return rows;
}

/** What one rule adds to the base, if it is true. */
function addedFactor(model: SolverModel, place: number, budget: Budget): Factor {
  const { item, variables, formulas } = model;
  const rule = item.rules[place];
  const looksAtBase = rule?.then.some((effect) => 'basePercent' in effect) ?? false;
  const scope = [
    ...openRules(formulas, [place]).map((open) => variables.rule(open)),
    ...(looksAtBase ? [variables.base] : []),
  ];
  return tabulate(model, scope, budget, (assignment) => {
    const added = rule && assignment.ruleHolds(place) ? addedByRule(assignment.line, rule, assignment.base()) : 0;
    return fixed(added * weightOf(assignment, 'each'));
  });
}

/** The variables that decide the base: rules, choices that set or multiply it, priced combinations. */
function baseVariables({ item, baseChoices, variables, combined }: SolverModel, rules: readonly number[]): Variable[] {
  return unique([
    ...rules.map((rule) => variables.rule(rule)),
    ...baseChoices.map(({ atom }) => variables.atom(atom)),
    ...(item.cells?.hasPrices ? combined.map((group) => variables.only(group)) : []),
  ]);
}

/** Restricts the builds to combinations that are sold. */
export function soldFactor(model: SolverModel, budget: Budget): Factor {
  return tabulate(model, unique(model.combined.map((group) => model.variables.only(group))), budget, (assignment) => {
    const combination = assignment.combination();
    return combination?.cell?.sold === false || combination?.soldOut ? undefined : ONE;
  });
}

/** For each undecided rule, a factor that ties its variable to its condition. */
export function ruleFactors(model: SolverModel, rules: Iterable<number>, budget: Budget): Factor[] {
  const { formulas, variables } = model;
  return openRules(formulas, rules).map((rule) => {
    const formula = formulas[rule] ?? false;
    const atoms = unique(atomsOfFormula(formula)).map((atom) => variables.atom(atom));
    const scope = unique([...atoms, variables.rule(rule)]);
    return tabulate(model, scope, budget, (assignment) => {
      const isTrue = isTrueWith(formula, (atom) => assignment.isTrue(variables.atom(atom)));
      return isTrue === assignment.isTrue(variables.rule(rule)) ? ONE : undefined;
    });
  });
}

/** The answers to one group over its dependencies and its observed properties. A hidden group has one, empty answer. */
export function groupFactors(model: SolverModel, group: ModelGroup, budget: Budget, demand?: Demand): Factor[] {
  const mine = demand?.group === group.offered.index ? demand : undefined;
  return isBestInAChain(model, group) ? chainOf(model, group, budget, mine) : [wholeFactor(model, group, budget, mine)];
}

/** The answers to one group as a single factor. */
export function wholeFactor(model: SolverModel, group: ModelGroup, budget: Budget, demand?: Demand): Factor {
  // A group may depend on itself; then only the observed value that was given counts.
  const rows = new Rows(model, variablesOf(model, group.matters), ownVariables(model, group), budget);
  const remembered = new Map<string, Map<ObservationKey, Span>>();
  forEachAssignment(model, rows.given, budget, (assignment) => {
    for (const [observation, span] of answersIn(model, group, assignment, remembered, budget, demand))
      rows.add(assignment, valuesIn(group, observation), span);
  });
  return rows;
}

/** What others observe of a group, in the order of the observation key. */
function ownVariables(
  { variables }: SolverModel,
  { offered, choiceAtoms, groupAtoms, namedFirst, isCombined }: ModelGroup,
): Variable[] {
  return [
    ...[...choiceAtoms.flat(), ...groupAtoms].map((atom) => variables.atom(atom)),
    ...(namedFirst ? [variables.first(offered.index)] : []),
    ...(isCombined ? [variables.only(offered.index)] : []),
  ];
}

function valuesIn({ namedFirst, isCombined }: ModelGroup, observation: ObservationKey): number[] {
  const { truths, first, only } = parseObservation(observation);
  return [
    ...truths,
    ...(namedFirst ? [Variables.ofPicked(first)] : []),
    ...(isCombined ? [Variables.ofPicked(only)] : []),
  ];
}

function answersIn(
  model: SolverModel,
  group: ModelGroup,
  assignment: Assignment,
  remembered: Map<string, Map<ObservationKey, Span>>,
  budget: Budget,
  demand: Demand | undefined,
): Map<ObservationKey, Span> {
  const view = assignment.viewOf(group.matters);
  const known = remembered.get(view);
  if (known) return known;
  const price = fixed(fixedPrice(assignment, group.offered));
  const answers = groupAnswers(questionIn(model, group, assignment, budget, demand));
  for (const [observation, span] of answers) answers.set(observation, times(span, price));
  remembered.set(view, answers);
  return answers;
}

const NOTHING_ASKED = { min: 0, max: 0, included: 0 };

function questionIn(
  model: SolverModel,
  group: ModelGroup,
  assignment: Assignment,
  budget: Budget,
  demand: Demand | undefined,
): GroupQuestion {
  const { offered, choiceAtoms, groupAtoms, namedFirst, isCombined } = group;
  const limits = assignment.line.resolver.isVisible(offered.ruled)
    ? limitsWith(offered, assignment.ruleHolds)
    : NOTHING_ASKED;
  const boundsOf = (atoms: readonly number[]) => atoms.flatMap((atom) => model.atoms[atom] ?? []);
  const choices = offered.choices.map((choice, index): AnsweredChoice => ({
    alone: choice.choice.alone ?? false,
    atoms: boundsOf(choiceAtoms[index] ?? []),
    namedFirst: namedFirst?.has(index) ?? false,
    options: canBePicked(assignment, offered, choice) ? optionsOf(assignment, offered, choice, budget.spend) : [],
    ...(demand?.choice === index && { must: demand.must }),
  }));
  return {
    min: limits.min,
    max: limits.max ?? Infinity,
    included: limits.included,
    includedFirst: includedFirstOf(assignment, offered.includedFirst),
    choices,
    atoms: boundsOf(groupAtoms),
    looksAtFirst: namedFirst !== undefined,
    looksAtOnly: isCombined,
    spend: budget.spend,
  };
}
