import type { OfferedChoice, OfferedGroup } from '../compile/compiled.ts';
import { priceIn, share, WHOLE } from '../money/money.ts';
import { amountWindow, listOf } from '../quote/settle-line.ts';
import { isSoldOut, limitsWith } from '../quote/settlement.ts';
import { unitPrice } from '../quote/unit-price.ts';
import type { Budget, Factor } from './eliminate.ts';
import { type AnsweredChoice, groupAnswers, type GroupQuestion, type Option, type Sight } from './group-answers.ts';
import { answered, looksOf, type Model, type ModelGroup } from './model.ts';
import { ONE, plus, type Span, times } from './span.ts';
import { World } from './world.ts';

/** A question about one choice: only builds in which it stands, or in which it does not. */
export interface Asked {
  readonly group: number;
  readonly choice: number;
  readonly must: 'stand' | 'fall';
}

/** The base price, over the groups that decide it. */
export function baseFactor(model: Model, budget: Budget): Factor {
  return tabulate(model, model.baseDeciders, budget, (world) => {
    const base = world.base();
    return { ...ONE, low: base, high: base };
  });
}

/** Which combinations are sold. */
export function soldFactor(model: Model, budget: Budget): Factor {
  return tabulate(model, model.combined, budget, (world) => {
    const combination = world.combination();
    return combination?.cell?.sold === false || combination?.soldOut ? undefined : ONE;
  });
}

/** The builds in which a rule holds. */
export function ruleFactor(model: Model, rule: number, groups: readonly number[], budget: Budget): Factor {
  return tabulate(model, groups, budget, (world) => (world.ruleHolds(rule) ? ONE : undefined));
}

/** The answers to one group, over what can be seen of it and of the groups that decide over it. */
export function groupFactor(model: Model, group: ModelGroup, budget: Budget, asked?: Asked): Factor {
  const { index } = group.offered;
  const isSeen = group.domain.length > 1;
  const scope = [...new Set([...group.deciders, ...(isSeen ? [index] : [])])].sort((a, b) => a - b);
  const others = scope.filter((one) => one !== index);
  const looksAtItself = isSeen && group.deciders.includes(index);
  const remembered = new Map<string, Map<Sight, Span>>();
  const table = new Map<string, Span>();
  eachAssignment(model, others, (world, values) => {
    for (const own of looksAtItself ? group.domain : [undefined]) {
      budget.spend(1);
      world.sights[index] = own;
      const answers = answersIn(model, group, world, remembered, budget, asked);
      for (const [sight, span] of answers) {
        if (own !== undefined && sight !== own) continue;
        values[index] = group.domain.indexOf(sight);
        const key = scope.map((one) => values[one]).join(',');
        table.set(key, plus(table.get(key), span));
      }
    }
    world.sights[index] = undefined;
  });
  return { scope, table };
}

/** A factor made by looking at every way to see some groups; undefined leaves a way out. */
export function tabulate(model: Model, scope: readonly number[], budget: Budget, spanIn: (world: World) => Span | undefined): Factor {
  const table = new Map<string, Span>();
  eachAssignment(model, scope, (world, values) => {
    budget.spend(1);
    const span = spanIn(world);
    if (span) table.set(scope.map((one) => values[one]).join(','), span);
  });
  return { scope, table };
}

/** Visits every way to see some groups; the world and `values` (places in the domains) are written over each time. */
function eachAssignment(model: Model, groups: readonly number[], visit: (world: World, values: number[]) => void): void {
  const world = new World(model);
  const values = model.groups.map(() => 0);
  const assign = (at: number) => {
    const group = groups[at];
    if (group === undefined) return visit(world, values);
    model.groups[group]?.domain.forEach((sight, value) => {
      world.sights[group] = sight;
      values[group] = value;
      assign(at + 1);
    });
    world.sights[group] = undefined;
  };
  assign(0);
}

/** The valid answers to a group in a world; hidden groups have one, the empty one. */
export function answersTo(model: Model, group: ModelGroup, world: World): Map<Sight, Span> {
  return groupAnswers(questionIn(model, group, world, undefined));
}

function answersIn(
  model: Model, group: ModelGroup, world: World, remembered: Map<string, Map<Sight, Span>>, budget: Budget, asked: Asked | undefined,
): Map<Sight, Span> {
  const view = world.viewOf(group);
  const known = remembered.get(view);
  if (known) return known;
  const question = questionIn(model, group, world, asked);
  budget.spend(question.choices.reduce((sum, { options }) => sum + options.length, 1));
  const price = fixedPrice(model, group.offered, world);
  const answers = groupAnswers(question);
  for (const [sight, span] of answers) answers.set(sight, times(span, { ...ONE, low: price, high: price }));
  remembered.set(view, answers);
  return answers;
}

const NOTHING_ASKED = { min: 0, max: 0, included: 0 };

function questionIn(model: Model, group: ModelGroup, world: World, asked: Asked | undefined): GroupQuestion {
  const { offered } = group;
  const isVisible = world.line.settlement.isVisible(offered.ruled);
  const limits = isVisible ? limitsWith(offered, world.ruleHolds) : NOTHING_ASKED;
  const freeByCell = offered.by && world.combination()?.cell?.price !== undefined;
  const choices = offered.choices.map((choice, index): AnsweredChoice => {
    const canStand = isVisible && world.line.settlement.isVisible(choice.ruled) && !isSoldOut(choice, model.circumstances.out);
    const must = asked?.group === offered.index && asked.choice === index ? asked.must : undefined;
    return answered(group, choice, index, canStand ? optionsOf(world, offered, choice, freeByCell) : [], must);
  });
  return { min: limits.min, max: limits.max ?? Infinity, included: limits.included, includedFirst: offered.includedFirst, choices, ...looksOf(group) };
}

/** Every way to pick a choice: units, amount, and all answers to what it opens as one span. */
function optionsOf(world: World, group: OfferedGroup, choice: OfferedChoice, isFree: boolean): Option[] {
  const inner = openedSpan(world, choice);
  if (!inner) return [];
  const needsBase = choice.price !== undefined && 'percent' in choice.price;
  const base = needsBase ? world.base() : 0;
  const amounts = [undefined, ...group.amounts.values()];
  return Array.from({ length: choice.max }, (_, i) => i + 1).flatMap((units) => {
    const price = isFree ? 0 : unitPrice(world.line, group, choice, units, base);
    return amounts.map((amount) => ({
      units,
      price: share(price, amount?.price ?? WHOLE),
      inner: multiplied(inner, units),
      calories: share(choice.calories, amount?.portion ?? WHOLE) * units,
    }));
  });
}

function multiplied({ count, low, high, fewest, most }: Span, units: number): Span {
  return { count, low: low * units, high: high * units, fewest: fewest * units, most: most * units };
}

/** All answers to the groups that a choice opens; undefined when one of them can't be answered. */
function openedSpan(world: World, choice: OfferedChoice): Span | undefined {
  return choice.opens.reduce<Span | undefined>((span, group) => {
    const answers = openedAnswers(world, group);
    return span && answers && times(span, answers);
  }, ONE);
}

function openedAnswers(world: World, group: OfferedGroup): Span | undefined {
  if (group.group.kind !== 'choices') {
    const price = notePrice(world, group);
    return { ...ONE, low: price, high: price };
  }
  const out = world.line.circumstances.out;
  const choices = group.choices.map((choice): AnsweredChoice => ({
    alone: choice.choice.alone ?? false, atoms: [], namedFirst: false,
    options: isSoldOut(choice, out) ? [] : optionsOf(world, group, choice, false),
  }));
  const { min, max, included, includedFirst } = group;
  const answers = groupAnswers({ min, max: max ?? Infinity, included, includedFirst, choices, atoms: [], looksAtFirst: false, looksAtSingle: false });
  return [...answers.values()].reduce<Span | undefined>((sum, span) => plus(sum, span), undefined);
}

/** What a visible group costs whatever is answered: a required note its price, a required amount its least. */
function fixedPrice(model: Model, offered: OfferedGroup, world: World): number {
  const { group } = offered;
  if (!world.line.settlement.isVisible(offered.ruled)) return 0;
  if (group.kind === 'amount' && group.amount?.required) return amountWindow(group, listOf(world.line, offered), model.menu.firstList).need;
  return notePrice(world, offered);
}

function notePrice(world: World, offered: OfferedGroup): number {
  const { group } = offered;
  if (group.kind !== 'note' || !group.note?.required) return 0;
  return priceIn(group.note.price ?? 0, listOf(world.line, offered), world.line.menu.firstList);
}
