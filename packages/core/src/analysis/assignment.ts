import type { CompiledItem, OfferedChoice, OfferedGroup } from '../compile/compiled.ts';
import { basePrice } from '../quote/base-price.ts';
import { type Combination, combinationOf } from '../quote/combination.ts';
import type { ResolvedLine } from '../quote/resolve-line.ts';
import { type GroupAnswer, isVisibleWith, type AcceptedPick } from '../quote/answers.ts';
import type { Aim, Matters, SolverModel } from './model.ts';
import { NONE } from './picked-state.ts';
import { type Variable, Variables } from './variables.ts';

/**
 * All builds that agree on the values of some variables. Values they share are computed by the same functions that
 * price a quote.
 */
export class Assignment {
  readonly #model: SolverModel;
  /** The value of each variable; undefined while undecided. Overwritten for every assignment visited. */
  readonly values: (number | undefined)[] = [];
  readonly line: ResolvedLine;
  readonly aim: Aim;

  constructor(model: SolverModel) {
    this.#model = model;
    const { menu, item, circumstances, quantity } = model;
    this.aim = model.aim;
    const resolver = {
      ruleHolds: this.ruleHolds,
      isVisible: (ruled: OfferedGroup['ruled']) => isVisibleWith(ruled, this.ruleHolds),
      acceptedPicks: (group: number) => this.#firstAccepted(group),
    };
    this.line = { menu, item, circumstances, quantity, resolver, answers: [], dates: new Map(), amounts: new Map() };
  }

  /** Whether a rule is true; an undecided one counts as false. */
  readonly ruleHolds = (rule: number): boolean => {
    const formula = this.#model.formulas[rule] ?? false;
    return typeof formula === 'boolean' ? formula : this.isTrue(this.#model.variables.rule(rule));
  };

  isTrue(variable: Variable): boolean {
    return this.values[variable] === 1;
  }

  /** The base price under this assignment, in minor units; 0 where the assignment does not fix it. */
  base(): number {
    const { bases, variables } = this.#model;
    return bases[this.values[variables.base] ?? -1] ?? 0;
  }

  /** Computes the base price from the variables that decide it and the effects of some rules. */
  workOutBase(rules: CompiledItem['rules']): number {
    const item = { ...this.line.item, rules };
    return basePrice({ ...this.line, item, answers: this.#baseAnswers() }, this.combination()).value;
  }

  /** Memo key: the relevant values as text. Assignments with the same key have the same answers. */
  viewOf({ rules, firsts, base, combination }: Matters): string {
    const { variables } = this.#model;
    const ruleBits = rules.map((rule) => (this.ruleHolds(rule) ? '1' : '0')).join('');
    const cell = combination && this.combination()?.cell?.price !== undefined;
    return `${ruleBits};${firsts.map((group) => this.values[variables.first(group)]).join(',')};${base ? this.base() : ''};${cell}`;
  }

  /** The variants table's combination, if exactly one choice is picked in each of its groups. */
  combination(): Combination | undefined {
    const { combined, item, circumstances, variables } = this.#model;
    if (combined.length === 0) return undefined;
    const choices = combined.map(
      (group) => item.groups[group]?.choices[Variables.picked(this.values[variables.only(group)])],
    );
    return combinationOf(item, choices, circumstances.out);
  }

  /** A pick of the first choice in document order; for choices that no price refers to, any of them will do. */
  #firstAccepted(index: number): readonly AcceptedPick[] {
    const { groups, variables } = this.#model;
    const group = groups[index];
    const first = Variables.picked(this.values[variables.first(index)]);
    if (!group || first === NONE) return [];
    const choice =
      group.offered.choices[first] ?? group.offered.choices.find((one) => !group.namedFirst?.has(one.index));
    return choice ? [pickOf(choice)] : [];
  }

  #baseAnswers(): GroupAnswer[] {
    const { item, baseChoices, variables } = this.#model;
    return item.groups.flatMap((group) => {
      if (!group.setsBase) return [];
      const accepted = baseChoices.filter((one) => one.group === group && this.isTrue(variables.atom(one.atom)));
      const picks = accepted.map(({ choice }) => pickOf(choice));
      return [
        { group, at: undefined, min: 0, max: null, included: 0, picks, count: picks.length, note: '', memo: undefined },
      ];
    });
  }
}

function pickOf(choice: OfferedChoice): AcceptedPick {
  return { choice, units: 1, amount: undefined, inner: [] };
}
