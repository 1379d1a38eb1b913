import type { OfferedChoice } from '../compile/compiled.ts';
import { limitsWith } from '../quote/answers.ts';
import type { Budget } from './budget.ts';
import type { Factor } from './eliminate.ts';
import { spanOf, truthOf } from './group-answers.ts';
import {
  type Demand,
  mattersToChoices,
  mattersToLimits,
  type SolverModel,
  type ModelGroup,
  variablesOf,
} from './model.ts';
import { canBePicked, optionsOf } from './options.ts';
import { ONE, type Span } from './span.ts';
import { foldFirstPicked, NONE, foldOnlyPicked } from './picked-state.ts';
import { forEachAssignment, Rows } from './tabulate.ts';
import { type Variable, Variables } from './variables.ts';

/** Groups with at most this many variables are solved as a whole: 64 assignments if they are truth values. */
const FEW = 6;

/** Whether a group's choices are priced independently, that is, has no included units. */
export function canBeAChain({ offered }: ModelGroup): boolean {
  return (
    offered.choices.length > 0 &&
    offered.included === 0 &&
    offered.limits.every(({ limit }) => (limit.included ?? 0) === 0)
  );
}

/** Whether so many properties are observed that the group is cheaper to solve choice by choice. */
export function isBestInAChain(model: SolverModel, group: ModelGroup): boolean {
  const { choiceAtoms, groupAtoms, matters } = group;
  return canBeAChain(group) && choiceAtoms.flat().length + groupAtoms.length + variablesOf(model, matters).length > FEW;
}

/** A group's answers as a chain of factors, one per choice, each from the unit count before it to the count after it. */
export function chainOf(model: SolverModel, group: ModelGroup, budget: Budget, demand?: Demand): Factor[] {
  const steps = new Steps(model, group, budget);
  const links = group.offered.choices.map((choice) =>
    linkOf(model, group, choice, steps, budget, demand?.choice === choice.index ? demand.must : undefined),
  );
  return [...links, endOf(model, group, steps, budget)];
}

/** A partial answer to a group: what the remaining choices and the observers of the group need to know. */
interface Progress {
  readonly units: number;
  /** Whether nothing, ordinary choices, or one exclusive choice is picked. */
  readonly company: 'nobody' | 'ordinary' | 'alone';
  /** Picked states: the first choice, if prices depend on it, and the only one, if a variants table reads it. */
  readonly first: number;
  readonly only: number;
}

const START: Progress = { units: 0, company: 'nobody', first: NONE, only: NONE };

/** Every possible progress after each choice, numbered; the numbers are the values of the chain's variables. */
class Steps {
  readonly #after: ReadonlyMap<string, Progress>[] = [];
  readonly #places: ReadonlyMap<string, number>[];
  readonly #group: ModelGroup;
  readonly #enough: number;

  constructor({ atoms, variables }: SolverModel, group: ModelGroup, budget: Budget) {
    this.#group = group;
    this.#enough = enoughUnits(atoms, group);
    const { index: place, choices } = group.offered;
    for (const choice of choices) {
      const after = new Map<string, Progress>();
      for (const from of this.before(choice)) {
        budget.spend(choice.max + 1);
        for (let units = 0; units <= choice.max; units++) {
          const to = this.step(from, choice, units);
          if (to) after.set(keyOf(to), to);
        }
      }
      this.#after.push(after);
    }
    this.#places = this.#after.map((after) => new Map([...after.keys()].map((key, i) => [key, i])));
    this.#places.forEach((places, choice) =>
      variables.setValues(variables.progress(place, choice), [...places.values()]),
    );
  }

  before({ index }: OfferedChoice): readonly Progress[] {
    return index === 0 ? [START] : this.after(index - 1);
  }

  after(choice: number): Progress[] {
    return [...(this.#after[choice]?.values() ?? [])];
  }

  valueOf(progress: Progress, choice: number): number {
    return this.#places[choice]?.get(keyOf(progress)) ?? 0;
  }

  /**
   * The progress after picking more units of a choice; undefined if the choice can't be combined with what is picked.
   */
  step(from: Progress, choice: OfferedChoice, units: number): Progress | undefined {
    if (units === 0) return from;
    const isAlone = choice.choice.alone ?? false;
    if (from.company === 'alone' || (isAlone && from.company === 'ordinary')) return undefined;
    const { namedFirst, isCombined } = this.#group;
    return {
      units: Math.min(this.#enough, from.units + units),
      company: isAlone ? 'alone' : 'ordinary',
      first: namedFirst ? foldFirstPicked(from.first, choice.index, namedFirst.has(choice.index)) : NONE,
      only: isCombined ? foldOnlyPicked(from.only, choice.index) : NONE,
    };
  }
}

function keyOf({ units, company, first, only }: Progress): string {
  return `${units} ${company} ${first} ${only}`;
}

/** A unit count beyond every limit and every observed bound, so that more makes no difference. */
function enoughUnits(atoms: SolverModel['atoms'], { offered, groupAtoms }: ModelGroup): number {
  const limits = [offered, ...offered.limits.map(({ limit }) => limit)].flatMap(({ min = 0, max }) => [
    min,
    (max ?? 0) + 1,
  ]);
  const bounds = groupAtoms.flatMap((atom) => [atoms[atom]?.atLeast ?? 0, (atoms[atom]?.atMost ?? 0) + 1]);
  const most = offered.choices.reduce((sum, { max }) => sum + max, 0);
  return Math.min(most, Math.max(...limits, ...bounds.filter(Number.isFinite)));
}

const NO_BOUNDS = { atLeast: 0, atMost: Infinity };

function linkOf(
  model: SolverModel,
  group: ModelGroup,
  choice: OfferedChoice,
  steps: Steps,
  budget: Budget,
  must: Demand['must'] | undefined,
): Factor {
  const { offered } = group;
  const { variables, atoms } = model;
  const own = group.choiceAtoms[choice.index] ?? [];
  const before: Variable[] = choice.index === 0 ? [] : [variables.progress(offered.index, choice.index - 1)];
  const shown = [
    ...before,
    variables.progress(offered.index, choice.index),
    ...own.map((atom) => variables.atom(atom)),
  ];
  const rows = new Rows(model, variablesOf(model, mattersToChoices(model.item, offered, [choice])), shown, budget);
  const starts = steps.before(choice);
  forEachAssignment(model, rows.given, budget, (assignment) => {
    const options = canBePicked(assignment, offered, choice)
      ? optionsOf(assignment, offered, choice, budget.spend)
      : [];
    const add = (from: Progress, units: number, span: Span) => {
      const to = steps.step(from, choice, units);
      if (!to) return;
      const truths = own.map((atom) => truthOf(units, atoms[atom] ?? NO_BOUNDS));
      rows.add(
        assignment,
        [...before.map(() => steps.valueOf(from, choice.index - 1)), steps.valueOf(to, choice.index), ...truths],
        span,
      );
    };
    budget.spend(starts.length * (options.length + 1));
    for (const from of starts) {
      if (must !== 'stand') add(from, 0, ONE);
      if (must !== 'fall')
        for (const option of options) add(from, option.units, spanOf(option, option.units * option.price));
    }
  });
  return rows;
}

/** The end of a chain: checks the limits under the true rules, and sets what others observe of the whole group. */
function endOf(model: SolverModel, group: ModelGroup, steps: Steps, budget: Budget): Factor {
  const { offered, groupAtoms, namedFirst, isCombined } = group;
  const { variables, atoms } = model;
  const last = offered.choices.length - 1;
  const shown = [
    variables.progress(offered.index, last),
    ...groupAtoms.map((atom) => variables.atom(atom)),
    ...(namedFirst ? [variables.first(offered.index)] : []),
    ...(isCombined ? [variables.only(offered.index)] : []),
  ];
  const rows = new Rows(model, variablesOf(model, mattersToLimits(offered)), shown, budget);
  forEachAssignment(model, rows.given, budget, (assignment) => {
    const isVisible = assignment.line.resolver.isVisible(offered.ruled);
    const { min, max } = isVisible ? limitsWith(offered, assignment.ruleHolds) : { min: 0, max: 0 };
    for (const progress of steps.after(last)) {
      const { units, first, only } = progress;
      if (units < min || (max !== null && units > max)) continue;
      const truths = groupAtoms.map((atom) => truthOf(units, atoms[atom] ?? NO_BOUNDS));
      const accepted = [
        ...(namedFirst ? [Variables.ofPicked(first)] : []),
        ...(isCombined ? [Variables.ofPicked(only)] : []),
      ];
      rows.add(assignment, [steps.valueOf(progress, last), ...truths, ...accepted], ONE);
    }
  });
  return rows;
}
