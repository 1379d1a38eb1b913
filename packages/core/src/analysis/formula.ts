import type { CircumstanceTest, CompiledCondition } from '../compile/compiled.ts';

/** An observable property of one group's answer: whether its units lie within bounds. */
export interface Atom {
  readonly group: number;
  readonly choice: number | undefined;
  readonly atLeast: number;
  readonly atMost: number;
}

/** A condition partially evaluated in an ordering context; undecided parts are atoms, referenced by index. */
export type Formula =
  | boolean
  | { readonly kind: 'atom'; readonly atom: number }
  | { readonly kind: 'not'; readonly of: Formula }
  | { readonly kind: 'all' | 'any'; readonly of: readonly Formula[] };

/** Interns atoms: equal atoms get the same index. */
export class AtomList {
  readonly atoms: Atom[] = [];
  readonly #known = new Map<string, number>();

  place(atom: Atom): number {
    const key = `${atom.group}/${atom.choice ?? ''}/${atom.atLeast}/${atom.atMost}`;
    const known = this.#known.get(key);
    if (known !== undefined) return known;
    this.#known.set(key, this.atoms.length);
    return this.atoms.push(atom) - 1;
  }
}

/** Partially evaluates a condition in an ordering context, folding constants. */
export function formulaOf(
  condition: CompiledCondition,
  test: (test: CircumstanceTest) => boolean,
  quantity: number,
  atoms: AtomList,
): Formula {
  const inner = (one: CompiledCondition) => formulaOf(one, test, quantity, atoms);
  switch (condition.kind) {
    case 'all':
      return junction('all', condition.of.map(inner));
    case 'any':
      return junction('any', condition.of.map(inner));
    case 'not':
      return negation(inner(condition.of));
    case 'circumstance':
      return test(condition);
    case 'quantity':
      return quantity >= condition.atLeast && quantity <= condition.atMost;
    case 'units': {
      const { group, choice, atLeast, atMost } = condition;
      if (group < 0) return atLeast <= 0 && atMost >= 0;
      return { kind: 'atom', atom: atoms.place({ group, choice, atLeast, atMost }) };
    }
  }
}

export function isTrueWith(formula: Formula, truth: (atom: number) => boolean): boolean {
  if (typeof formula === 'boolean') return formula;
  switch (formula.kind) {
    case 'atom':
      return truth(formula.atom);
    case 'not':
      return !isTrueWith(formula.of, truth);
    case 'all':
      return formula.of.every((one) => isTrueWith(one, truth));
    case 'any':
      return formula.of.some((one) => isTrueWith(one, truth));
  }
}

/** Indexes of the atoms in a formula. */
export function atomsOfFormula(formula: Formula): number[] {
  if (typeof formula === 'boolean') return [];
  if (formula.kind === 'atom') return [formula.atom];
  return formula.kind === 'not' ? atomsOfFormula(formula.of) : formula.of.flatMap(atomsOfFormula);
}

function negation(formula: Formula): Formula {
  return typeof formula === 'boolean' ? !formula : { kind: 'not', of: formula };
}

function junction(kind: 'all' | 'any', of: readonly Formula[]): Formula {
  const deciding = kind === 'any';
  if (of.includes(deciding)) return deciding;
  const open = of.filter((one) => typeof one !== 'boolean');
  const [only] = open;
  if (only === undefined) return !deciding;
  return open.length === 1 ? only : { kind, of: open };
}
