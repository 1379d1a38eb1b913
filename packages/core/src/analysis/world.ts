import type { OfferedChoice, OfferedGroup } from '../compile/compiled.ts';
import { basePrice } from '../quote/base-price.ts';
import { type Combination, combinationOf } from '../quote/combination.ts';
import type { SettledLine } from '../quote/settle-line.ts';
import { type GroupAnswer, isVisibleWith, type StandingPick } from '../quote/settlement.ts';
import { holdsWith } from './formula.ts';
import type { Sight } from './group-answers.ts';
import { type Model, type ModelGroup, setsBase } from './model.ts';

/**
 * All builds in which some groups are seen in a certain way. What is priced the same in all of them is worked out
 * by the very functions that price a quote.
 */
export class World {
  readonly #model: Model;
  /** What is seen of each group, by its place; undefined where it is left open. Written over from build to build. */
  readonly sights: (Sight | undefined)[];
  readonly line: SettledLine;

  constructor(model: Model) {
    this.#model = model;
    this.sights = model.groups.map(() => undefined);
    const { menu, item, circumstances } = model;
    const settlement = {
      ruleHolds: this.ruleHolds,
      isVisible: (ruled: OfferedGroup['ruled']) => isVisibleWith(ruled, this.ruleHolds),
      standing: (group: number) => this.#firstStanding(group),
    };
    this.line = { menu, item, circumstances, quantity: 1, settlement, answers: [], dates: new Map(), amounts: new Map() };
  }

  readonly ruleHolds = (rule: number): boolean => holdsWith(this.#model.formulas[rule] ?? false, this.#isTrue);

  /** The base price; asks only for groups that decide it. */
  base(): number {
    const { knownBases, baseDeciders } = this.#model;
    const key = baseDeciders.map((group) => this.sights[group]).join(' ');
    const known = knownBases.get(key);
    if (known !== undefined) return known;
    const base = basePrice({ ...this.line, answers: this.#baseAnswers() }, this.combination()).value;
    knownBases.set(key, base);
    return base;
  }

  /** Whatever of this world matters to a group, as text: worlds that agree in it answer the group alike. */
  viewOf({ matters }: ModelGroup): string {
    const rules = matters.rules.map((rule) => (this.ruleHolds(rule) ? '1' : '0')).join('');
    const firsts = matters.firsts.map((group) => this.#standingIn(group).first).join(',');
    const cell = matters.combination && this.combination()?.cell?.price !== undefined;
    return `${rules};${firsts};${matters.base ? this.base() : ''};${cell}`;
  }

  /** The combination that is named, if exactly one choice stands in each of the table's groups. */
  combination(): Combination | undefined {
    const { combined, item, circumstances } = this.#model;
    if (combined.length === 0) return undefined;
    const choices = combined.map((group) => item.groups[group]?.choices[this.#standingIn(group).single]);
    return combinationOf(item, choices, circumstances.out);
  }

  readonly #isTrue = (index: number): boolean => {
    const atom = this.#model.atoms[index];
    if (!atom) return false;
    return this.sights[atom.group]?.charAt(this.#model.atomPlaces[index] ?? -1) === '1';
  };

  #standingIn(group: number): { readonly first: number; readonly single: number } {
    const sight = this.sights[group];
    return (sight === undefined ? undefined : this.#model.groups[group]?.standingIn.get(sight)) ?? NOBODY;
  }

  /** One pick that is first in document order; of choices that no price names, any will do. */
  #firstStanding(index: number): readonly StandingPick[] {
    const group = this.#model.groups[index];
    const { first } = this.#standingIn(index);
    if (!group || first === -1) return [];
    const choice = group.offered.choices[first] ?? group.offered.choices.find((one) => !group.namedFirst.has(one.index));
    return choice ? [pickOf(choice)] : [];
  }

  #baseAnswers(): GroupAnswer[] {
    const { groups, baseDeciders, atoms } = this.#model;
    return baseDeciders.flatMap((index) => {
      const group = groups[index]?.offered;
      if (!group) return [];
      const stands = (choice: OfferedChoice) =>
        atoms.some((atom, i) => atom.group === index && atom.choice === choice.index && atom.atLeast === 1 && atom.atMost === Infinity && this.#isTrue(i));
      const picks = group.choices.filter((choice) => setsBase(choice) && stands(choice)).map(pickOf);
      return [{ group, at: undefined, min: 0, max: null, included: 0, picks, count: picks.length, note: '' }];
    });
  }
}

const NOBODY = { first: -1, single: -1 };

function pickOf(choice: OfferedChoice): StandingPick {
  return { choice, units: 1, amount: undefined, way: [], inner: [] };
}
