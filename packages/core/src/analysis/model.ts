import type { Id } from '../menu/document.ts';
import type { CompiledItem, CompiledMenu, OfferedChoice, OfferedGroup, Ruled } from '../compile/compiled.ts';
import type { Circumstances } from '../quote/circumstances.ts';
import { type Atom, AtomList, atomsOfFormula, type Formula, formulaOf } from './formula.ts';
import type { SizeOf } from './layout.ts';
import { type Variable, Variables } from './variables.ts';

/**
 * The analysis model of an item in an ordering context: a variable for everything about one part that another part
 * observes.
 */
export interface SolverModel {
  readonly menu: CompiledMenu;
  readonly item: CompiledItem;
  readonly circumstances: Circumstances;
  readonly quantity: number;
  readonly aim: Aim;
  readonly variables: Variables;
  /** Partially evaluated conditions; false for rules without observable effects. */
  readonly formulas: readonly Formula[];
  readonly atoms: readonly Atom[];
  readonly groups: readonly ModelGroup[];
  /** Choices that set or multiply the base, each with the atom that says whether it is picked. */
  readonly baseChoices: readonly BaseChoice[];
  /** The groups of the variants table, if it affects the price or what is sold. */
  readonly combined: readonly number[];
  /** Whether some choice's price is a percentage of the base. */
  readonly needsBase: boolean;
  /**
   * Possible base prices in minor units, once computed; the base variable's values are indexes into this list. If no
   * choice needs the base, these are the prices after every `setBase`.
   */
  readonly bases: number[];
}

/** What to compute over the builds. */
export interface Aim {
  /** Price of the whole line, or of one unit without once-charges. */
  readonly prices: 'line' | 'unit';
  /** Whether prices count as negative, so that the dearest build is found as the cheapest. */
  readonly isMirrored: boolean;
  /** Whether to compute the picks that reach each price. */
  readonly witnesses: boolean;
  /** Whether rules without effect on builds and prices are included. */
  readonly everyRule: boolean;
  /** Takes what ingredients cost off the prices; undefined if costs don't count. */
  readonly costs: ScaledCosts | undefined;
}

/** What ingredients cost, in whole numbers: prices and costs are both multiplied by `scale`. */
export interface ScaledCosts {
  readonly scale: number;
  /** Cost of a thousandth of the ingredient's unit, times `scale`. */
  readonly perThousandth: ReadonlyMap<Id, number>;
}

/** Restricts the builds to those that do, or do not, contain one choice. */
export interface Demand {
  readonly group: number;
  readonly choice: number;
  readonly must: 'stand' | 'fall';
}

const SPANS_ALONE: Aim = { prices: 'line', isMirrored: false, witnesses: false, everyRule: false, costs: undefined };

interface BaseChoice {
  readonly group: OfferedGroup;
  readonly choice: OfferedChoice;
  readonly atom: number;
}

export interface ModelGroup {
  readonly offered: OfferedGroup;
  /** The atoms of each choice, and of the whole group, as indexes into the model's list. */
  readonly choiceAtoms: readonly (readonly number[])[];
  readonly groupAtoms: readonly number[];
  /** Choices for which some price depends on being picked first; undefined if there are none. */
  readonly namedFirst: ReadonlySet<number> | undefined;
  /** Whether the group is part of the variants table. */
  readonly isCombined: boolean;
  readonly matters: Matters;
}

/** The inputs that a group or choice depends on: rules, groups whose first picked choice sets a price, the base, the combination. */
export interface Matters {
  readonly rules: readonly number[];
  readonly firsts: readonly number[];
  readonly base: boolean;
  readonly combination: boolean;
}

export function newModel(
  menu: CompiledMenu,
  item: CompiledItem,
  circumstances: Circumstances,
  quantity = 1,
  aim: Partial<Aim> = {},
): SolverModel {
  const list = new AtomList();
  const { deciding, named, matters, needsBase } = groupMatters(item);
  const formulas = item.rules.map(({ when }, rule) =>
    aim.everyRule === true || deciding.has(rule) ? formulaOf(when, circumstances.test, quantity, list) : false,
  );
  const baseChoices = item.groups.flatMap((group) =>
    group.choices
      .filter(({ setsBase }) => setsBase)
      .map((choice): BaseChoice => ({
        group,
        choice,
        atom: list.place({ group: group.index, choice: choice.index, atLeast: 1, atMost: Infinity }),
      })),
  );
  const { atoms } = list;
  const table = item.cells;
  const combined = table && (table.cells.size > 0 || circumstances.out.variants.length > 0) ? table.by : [];
  const variables = new Variables(item, atoms.length);
  const groups = item.groups.map((offered, index): ModelGroup => {
    const own = atoms.flatMap((atom, place) => (atom.group === index ? [place] : []));
    const atomsOf = (choice: number | undefined) => own.filter((place) => atoms[place]?.choice === choice);
    const namedFirst = named.get(index);
    if (namedFirst) variables.setValues(variables.first(index), Variables.valuesOfPicked(namedFirst));
    if (combined.includes(index))
      variables.setValues(variables.only(index), Variables.valuesOfPicked(offered.choices.map((it) => it.index)));
    return {
      offered,
      namedFirst,
      isCombined: combined.includes(index),
      matters: matters[index] ?? NOTHING_MATTERS,
      choiceAtoms: offered.choices.map((choice) => atomsOf(choice.index)),
      groupAtoms: atomsOf(undefined),
    };
  });
  return {
    menu,
    item,
    circumstances,
    quantity,
    aim: { ...SPANS_ALONE, ...aim },
    variables,
    formulas,
    atoms,
    groups,
    baseChoices,
    combined,
    needsBase,
    bases: [],
  };
}

const NOTHING_MATTERS: Matters = { rules: [], firsts: [], base: false, combination: false };

/** The solver variables for a set of dependencies. */
export function variablesOf(
  { variables, formulas, combined }: SolverModel,
  { rules, firsts, base, combination }: Matters,
): Variable[] {
  return unique([
    ...openRules(formulas, rules).map((rule) => variables.rule(rule)),
    ...firsts.map((group) => variables.first(group)),
    ...(combination ? combined.map((group) => variables.only(group)) : []),
    ...(base ? [variables.base] : []),
  ]);
}

/** The rules whose truth the ordering context does not decide, without duplicates. */
export function openRules(formulas: readonly Formula[], rules: Iterable<number>): number[] {
  return unique(rules).filter((rule) => typeof formulas[rule] === 'object');
}

/** The groups that the rules' conditions refer to. */
export function groupsOfRules({ formulas, atoms }: SolverModel, rules: readonly number[]): number[] {
  return unique(
    rules.flatMap((rule) => atomsOfFormula(formulas[rule] ?? false)).flatMap((atom) => atoms[atom]?.group ?? []),
  );
}

/** The domain size of each variable. */
export function sizesOf({ variables }: SolverModel): SizeOf {
  return (variable) => variables.size(variable);
}

export function unique(numbers: Iterable<number>): number[] {
  return [...new Set(numbers)].sort((a, b) => a - b);
}

/** What matters to each group of an item, and the choices on whose being picked first a price depends, by group. */
interface GroupMatters {
  readonly matters: readonly Matters[];
  readonly named: ReadonlyMap<number, ReadonlySet<number>>;
  /** Rules that affect which builds are valid or what they cost. */
  readonly deciding: ReadonlySet<number>;
  readonly needsBase: boolean;
}

/** Independent of the context, so memoized per item. */
const knownMatters = new WeakMap<CompiledItem, GroupMatters>();

function groupMatters(item: CompiledItem): GroupMatters {
  const known = knownMatters.get(item);
  if (known) return known;
  const matters = item.groups.map((group) => mattersTo(item, group));
  const deciding = new Set([...matters.flatMap(({ rules }) => rules), ...item.onBase]);
  const worked = { matters, named: namedByPrices(item), deciding, needsBase: matters.some(({ base }) => base) };
  knownMatters.set(item, worked);
  return worked;
}

/** What matters to a whole group. */
function mattersTo(item: CompiledItem, group: OfferedGroup): Matters {
  const matters = mattersToChoices(item, group, group.choices);
  return { ...matters, rules: unique([...matters.rules, ...mattersToLimits(group).rules]) };
}

/** Dependencies of a group's visibility and limits. */
export function mattersToLimits({ ruled, limits }: OfferedGroup): Matters {
  return { ...NOTHING_MATTERS, rules: unique([...rulesOf(ruled), ...limits.map(({ rule }) => rule)]) };
}

/** Dependencies of some choices of a group: availability and price. */
export function mattersToChoices(item: CompiledItem, group: OfferedGroup, choices: readonly OfferedChoice[]): Matters {
  const within = choicesWithin(choices);
  return {
    rules: unique([
      ...rulesOf(group.ruled),
      ...choices.flatMap(({ ruled, setBy }) => [...rulesOf(ruled), ...setBy.map(({ rule }) => rule)]),
    ]),
    firsts: unique(within.flatMap(({ byGroup }) => byGroup ?? [])),
    base: within.some(({ price }) => price !== undefined && 'percent' in price),
    combination: group.by && (item.cells?.hasPrices ?? false),
  };
}

/** The rules that show or hide something. */
export function rulesOf({ show, hide }: Ruled): number[] {
  return [...show, ...hide];
}

/** The rules that decide a group's visibility, its limits and the availability of its choices. */
export function rulesBefore({ offered }: ModelGroup): number[] {
  return unique([...mattersToLimits(offered).rules, ...offered.choices.flatMap(({ ruled }) => rulesOf(ruled))]);
}

/** The given choices and every choice of the groups they open. */
function choicesWithin(choices: readonly OfferedChoice[]): OfferedChoice[] {
  return choices.flatMap((choice) => [choice, ...choice.opens.flatMap((group) => choicesWithin(group.choices))]);
}

function namedByPrices(item: CompiledItem): Map<number, Set<number>> {
  const named = new Map<number, Set<number>>();
  for (const { byGroup, price } of item.groups.flatMap(({ choices }) => choicesWithin(choices))) {
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
