import type { OfferedChoice, OfferedGroup } from '../compile/compiled.ts';
import { basePrice } from '../quote/base-price.ts';
import { type Combination, combinationOf } from '../quote/combination.ts';
import type { SettledLine } from '../quote/settle-line.ts';
import { type GroupAnswer, isVisibleWith, type StandingPick } from '../quote/settlement.ts';
import { holdsWith } from './formula.ts';
import type { Sight } from './group-answers.ts';
import { type Model, setsBase } from './model.ts';

/**
 * All builds in which some groups are seen in a certain way. What is priced the same in all of them is worked out
 * by the very functions that price a quote.
 */
export class World {
  readonly #model: Model;
  readonly #sights: ReadonlyMap<number, Sight>;
  readonly line: SettledLine;
  #base: number | undefined;

  constructor(model: Model, sights: ReadonlyMap<number, Sight>) {
    this.#model = model;
    this.#sights = sights;
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
    this.#base ??= basePrice({ ...this.line, answers: this.#baseAnswers() }, this.combination()).value;
    return this.#base;
  }

  /** The combination that is named, if exactly one choice stands in each of the table's groups. */
  combination(): Combination | undefined {
    const { combined, item, circumstances } = this.#model;
    if (combined.length === 0) return undefined;
    const choices = combined.map((group) => item.groups[group]?.choices[this.#part(group, 2)]);
    return combinationOf(item, choices, circumstances.out);
  }

  readonly #isTrue = (index: number): boolean => {
    const atom = this.#model.atoms[index];
    if (!atom) return false;
    return this.#sights.get(atom.group)?.charAt(this.#model.atomPlaces[index] ?? -1) === '1';
  };

  #part(group: number, part: 1 | 2): number {
    return Number(this.#sights.get(group)?.split('|')[part] ?? -1);
  }

  /** One pick that is first in document order; of choices that no price names, any will do. */
  #firstStanding(index: number): readonly StandingPick[] {
    const group = this.#model.groups[index];
    const first = this.#part(index, 1);
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

function pickOf(choice: OfferedChoice): StandingPick {
  return { choice, units: 1, amount: undefined, way: [], inner: [] };
}
