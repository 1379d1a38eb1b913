import type { CompiledItem } from '../compile/compiled.ts';
import { NONE, MANY } from './picked-state.ts';

/** A solver variable: a property of a build that one factor determines and another depends on. */
export type Variable = number;

/**
 * The variables of an item and the values that each may have. Truths (0 or 1): of each atom and of each rule. Choices
 * (`ofStanding`): of each group the first that stands, and the only one. The base price, by its place in a list. How
 * far a group is answered after each of its choices.
 */
export class Variables {
  readonly #values: (readonly number[])[] = [];
  readonly #sizes: number[] = [];
  readonly #atoms: number;
  readonly #rules: number;
  readonly #groups: number;
  readonly #starts: readonly number[];

  constructor(item: CompiledItem, atoms: number) {
    this.#atoms = atoms;
    this.#rules = item.rules.length;
    this.#groups = item.groups.length;
    let start = this.base + 1;
    this.#starts = item.groups.map(({ choices }) => (start += choices.length) - choices.length);
  }

  atom(atom: number): Variable {
    return atom;
  }

  rule(rule: number): Variable {
    return this.#atoms + rule;
  }

  first(group: number): Variable {
    return this.#atoms + this.#rules + group;
  }

  only(group: number): Variable {
    return this.#atoms + this.#rules + this.#groups + group;
  }

  get base(): Variable {
    return this.#atoms + this.#rules + 2 * this.#groups;
  }

  progress(group: number, choice: number): Variable {
    return (this.#starts[group] ?? 0) + choice;
  }

  /** What a variable may be; truths unless said otherwise. */
  values(variable: Variable): readonly number[] {
    return this.#values[variable] ?? TRUTHS;
  }

  /** One more than the greatest value. */
  size(variable: Variable): number {
    return this.#sizes[variable] ?? TRUTHS.length;
  }

  setValues(variable: Variable, values: readonly number[]): void {
    this.#values[variable] = values;
    this.#sizes[variable] = values.reduce((most, value) => Math.max(most, value), 0) + 1;
  }

  /** The values of a group's first or only standing choice, if these are the choices somebody looks at. */
  static valuesOfStanding(choices: Iterable<number>): number[] {
    return [MANY, NONE, ...choices].map(Variables.ofStanding);
  }

  static ofStanding(choice: number): number {
    return choice - MANY;
  }

  /** Which choice stands, as standing.ts says it; where it is left open, none does. */
  static standing(value: number | undefined): number {
    return value === undefined ? NONE : value + MANY;
  }
}

const TRUTHS: readonly number[] = [0, 1];
