import type { CompiledItem } from '../compile/compiled.ts';
import { NONE, MANY } from './picked-state.ts';

/** A solver variable: a property of a build that one factor determines and another depends on. */
export type Variable = number;

/**
 * The variables of an item and their possible values: truth values (0 or 1) of each atom and rule; picked states
 * (`ofPicked`) of each group, first and only; the base price, as an index into a list; and the progress of a group
 * after each of its choices.
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

  /** Possible values of a variable; truth values by default. */
  values(variable: Variable): readonly number[] {
    return this.#values[variable] ?? TRUTHS;
  }

  /** The greatest value plus one. */
  size(variable: Variable): number {
    return this.#sizes[variable] ?? TRUTHS.length;
  }

  setValues(variable: Variable, values: readonly number[]): void {
    this.#values[variable] = values;
    this.#sizes[variable] = values.reduce((most, value) => Math.max(most, value), 0) + 1;
  }

  /** Possible values of a group's first or only picked choice, given the choices that something depends on. */
  static valuesOfPicked(choices: Iterable<number>): number[] {
    return [MANY, NONE, ...choices].map(Variables.ofPicked);
  }

  static ofPicked(choice: number): number {
    return choice - MANY;
  }

  /** Decodes a value to a picked state (`picked-state.ts`); undefined means NONE. */
  static picked(value: number | undefined): number {
    return value === undefined ? NONE : value + MANY;
  }
}

const TRUTHS: readonly number[] = [0, 1];
