import type { CompiledItem, CompiledMenu, OfferedChoice, OfferedGroup } from '../compile/compiled.ts';
import type { Circumstances } from '../quote/circumstances.ts';
import { isSoldOut } from '../quote/settlement.ts';
import { type Atom, AtomList, type Formula, formulaOf, groupsOfFormula } from './formula.ts';
import { type AnsweredChoice, type Bounds, groupAnswers, NOTHING_SEEN, type Sight, standingOf } from './group-answers.ts';
import { ONE } from './span.ts';

/**
 * An item in known circumstances, as the analysis sees it: one variable for each offered group, whose values are
 * what the others can see of its answers. Groups that nobody looks at have one value.
 */
export interface Model {
  readonly menu: CompiledMenu;
  readonly item: CompiledItem;
  readonly circumstances: Circumstances;
  /** What is left of each rule's condition. */
  readonly formulas: readonly Formula[];
  readonly atoms: readonly Atom[];
  /** Where an atom's truth stands in the sight of its group. */
  readonly atomPlaces: readonly number[];
  readonly groups: readonly ModelGroup[];
  /** The groups that decide the base price. */
  readonly baseDeciders: readonly number[];
  /** The groups whose picks make a combination that matters for the price or for what is sold. */
  readonly combined: readonly number[];
  /** Base prices that were worked out, by what is seen of the groups that decide them. */
  readonly knownBases: Map<string, number>;
}

export interface ModelGroup {
  readonly offered: OfferedGroup;
  readonly choiceAtoms: readonly (readonly Bounds[])[];
  readonly groupAtoms: readonly Bounds[];
  readonly namedFirst: ReadonlySet<number>;
  readonly looksAtFirst: boolean;
  readonly looksAtSingle: boolean;
  readonly domain: readonly Sight[];
  /** The first and the only standing choice of each sight of the domain. */
  readonly standingIn: ReadonlyMap<Sight, { readonly first: number; readonly single: number }>;
  /** The groups that decide what may be picked here and what it costs; may name the group itself. */
  readonly deciders: readonly number[];
  /** What of the world matters here: rules, groups whose first standing choice sets a price, the base, the combination. */
  readonly matters: { readonly rules: readonly number[]; readonly firsts: readonly number[]; readonly base: boolean; readonly combination: boolean };
}

export function newModel(menu: CompiledMenu, item: CompiledItem, circumstances: Circumstances, quantity = 1): Model {
  const list = new AtomList();
  const formulas = item.rules.map(({ when }) => formulaOf(when, circumstances.test, quantity, list));
  for (const group of item.groups) {
    for (const choice of group.choices) if (setsBase(choice)) list.place(standing(group, choice));
  }
  const { atoms } = list;
  const table = item.cells;
  const combined = table && (table.cells.size > 0 || circumstances.out.variants.length > 0) ? table.by : [];
  const named = namedByPrices(item);
  const atomPlaces = placesOf(item, atoms);
  const decided = (rules: readonly number[]) => rules.flatMap((rule) => groupsOfFormula(formulas[rule] ?? false, atoms));
  const baseDeciders = unique([
    ...item.groups.filter(({ choices }) => choices.some(setsBase)).map(({ index }) => index),
    ...(table?.hasPrices ? combined : []),
    ...decided(item.rules.flatMap(({ then }, rule) => (then.some(isOnBase) ? [rule] : []))),
  ]);
  const groups = item.groups.map((offered): ModelGroup => {
    const own = atoms.filter(({ group }) => group === offered.index);
    const shape = {
      offered,
      choiceAtoms: offered.choices.map(({ index }) => own.filter(({ choice }) => choice === index)),
      groupAtoms: own.filter(({ choice }) => choice === undefined),
      namedFirst: named.get(offered.index) ?? new Set<number>(),
      looksAtFirst: named.has(offered.index),
      looksAtSingle: combined.includes(offered.index),
    };
    const matters = {
      rules: unique(rulesOn(offered)), firsts: unique(byGroupsOf(offered)),
      base: hasPercent(offered), combination: offered.by && (table?.hasPrices ?? false),
    };
    const deciders = unique([
      ...decided(matters.rules), ...matters.firsts, ...(matters.combination ? combined : []), ...(matters.base ? baseDeciders : []),
    ]);
    const domain = domainOf(shape, circumstances);
    const standingIn = new Map(domain.map((sight) => [sight, standingOf(sight)]));
    return { ...shape, domain, standingIn, deciders, matters };
  });
  return { menu, item, circumstances, formulas, atoms, atomPlaces, groups, baseDeciders, combined, knownBases: new Map() };
}

/** How many values each variable of a model has. */
export function domainsOf({ groups }: Model): number[] {
  return groups.map(({ domain }) => domain.length);
}

/** The atom that tells whether a choice stands. */
function standing(group: OfferedGroup, choice: OfferedChoice): Atom {
  return { group: group.index, choice: choice.index, atLeast: 1, atMost: Infinity };
}

export function setsBase({ price }: OfferedChoice): boolean {
  return price !== undefined && ('base' in price || 'times' in price);
}

function isOnBase(effect: object): boolean {
  return 'setBase' in effect || 'basePercent' in effect || 'addToPrice' in effect;
}

function unique(numbers: readonly number[]): number[] {
  return [...new Set(numbers)].sort((a, b) => a - b);
}

/** A sight begins with the atoms of each choice, in document order, then those of the whole group. */
function placesOf(item: CompiledItem, atoms: readonly Atom[]): number[] {
  const places: number[] = atoms.map(() => 0);
  for (const { index, choices } of item.groups) {
    let place = 0;
    for (const choice of [...choices.map((one) => one.index), undefined]) {
      atoms.forEach((atom, i) => {
        if (atom.group === index && atom.choice === choice) places[i] = place++;
      });
    }
  }
  return places;
}

function rulesOn(group: OfferedGroup): number[] {
  return [
    ...group.ruled.show, ...group.ruled.hide, ...group.limits.map(({ rule }) => rule),
    ...group.choices.flatMap(({ ruled, setBy }) => [...ruled.show, ...ruled.hide, ...setBy.map(({ rule }) => rule)]),
  ];
}

/** Every choice of a group and of what its choices open. */
function choicesWithin(group: OfferedGroup): OfferedChoice[] {
  return group.choices.flatMap((choice) => [choice, ...choice.opens.flatMap(choicesWithin)]);
}

function byGroupsOf(group: OfferedGroup): number[] {
  return choicesWithin(group).flatMap(({ byGroup }) => byGroup ?? []);
}

function hasPercent(group: OfferedGroup): boolean {
  return choicesWithin(group).some(({ price }) => price !== undefined && 'percent' in price);
}

/** The choices by whose standing first some price is read, by their group. */
function namedByPrices(item: CompiledItem): Map<number, Set<number>> {
  const named = new Map<number, Set<number>>();
  for (const { byGroup, price } of item.groups.flatMap(choicesWithin)) {
    if (byGroup === undefined || !price || !('add' in price) || !price.by) continue;
    const set = named.get(byGroup) ?? new Set<number>();
    named.set(byGroup, set);
    for (const id of Object.keys(price.by.prices)) {
      const index = item.groups[byGroup]?.choiceIndex.get(id);
      if (index !== undefined) set.add(index);
    }
  }
  return named;
}

type Shape = Omit<ModelGroup, 'domain' | 'standingIn' | 'deciders' | 'matters'>;

/** Everything that could be seen of the group's answers, whatever the rules say. */
function domainOf(shape: Shape, { out }: Circumstances): Sight[] {
  const { offered } = shape;
  const isSeen = shape.looksAtFirst || shape.looksAtSingle || shape.groupAtoms.length > 0 || shape.choiceAtoms.some((atoms) => atoms.length > 0);
  if (!isSeen) return [NOTHING_SEEN];
  const limits = [offered.max, ...offered.limits.map(({ limit }) => (limit.max === undefined ? offered.max : limit.max))];
  const max = limits.reduce<number>((most, limit) => Math.max(most, limit ?? Infinity), 0);
  const choices = offered.choices.map((choice, index): AnsweredChoice => {
    const units = isSoldOut(choice, out) ? 0 : choice.max;
    const options = Array.from({ length: units }, (_, i) => ({ units: i + 1, price: 0, inner: ONE, calories: 0 }));
    return answered(shape, choice, index, options);
  });
  return [...groupAnswers({ min: 0, max, included: 0, includedFirst: 'picked', choices, ...looksOf(shape) }).keys()];
}

export function answered(
  shape: Shape, choice: OfferedChoice, index: number, options: AnsweredChoice['options'], must?: AnsweredChoice['must'],
): AnsweredChoice {
  return {
    alone: choice.choice.alone ?? false, options, atoms: shape.choiceAtoms[index] ?? [], namedFirst: shape.namedFirst.has(index),
    ...(must && { must }),
  };
}

export function looksOf({ groupAtoms, looksAtFirst, looksAtSingle }: Shape) {
  return { atoms: groupAtoms, looksAtFirst, looksAtSingle };
}
