import type { OfferedChoice, OfferedGroup } from '../compile/compiled.ts';
import type { Charge } from '../menu/group-schema.ts';
import { priceIn, share, WHOLE } from '../money/money.ts';
import { isSoldOut } from '../quote/answers.ts';
import { amountWindow, listOf } from '../quote/settle-line.ts';
import { unitPrice } from '../quote/unit-price.ts';
import { type AnsweredChoice, groupAnswers, type Option } from './group-answers.ts';
import { ONE, plus, type Span, times } from './span.ts';
import { repriced } from './witness.ts';
import type { Assignment } from './assignment.ts';

/** Whether a choice of a group that an item offers can stand in a world. */
export function canBePicked({ line }: Assignment, group: OfferedGroup, choice: OfferedChoice): boolean {
  const { settlement, circumstances } = line;
  return settlement.isVisible(group.ruled) && settlement.isVisible(choice.ruled) && !isSoldOut(choice, circumstances.out);
}

/** Every way to pick a choice: units, amount, and all answers to what it opens as one span. */
export function optionsOf(world: Assignment, group: OfferedGroup, choice: OfferedChoice, spend: (steps: number) => void): Option[] {
  const inner = openedSpan(world, choice, spend);
  if (!inner) return [];
  const isFree = group.by && world.combination()?.cell?.price !== undefined;
  const weight = weightOf(world, choice.charge);
  const amounts = [undefined, ...group.amounts.values()];
  return Array.from({ length: choice.max }, (_, i) => i + 1).flatMap((units) => {
    const price = isFree ? 0 : unitPrice(world.line, group, choice, units, world.base());
    return amounts.map((amount) => ({
      units,
      price: share(price, amount?.price ?? WHOLE) * weight,
      inner: multiplied(inner, units),
      calories: share(choice.calories, amount?.portion ?? WHOLE) * units,
      pick: world.aim.ways ? { group: group.id, choice: choice.id, ...(units > 1 && { units }), ...(amount && { amount: amount.id }) } : undefined,
    }));
  });
}

/** How often a price is charged in what the prices are summed up for. */
export function weightOf({ aim, line }: Assignment, charge: Charge): number {
  if (aim.prices === 'unit') return charge === 'each' ? 1 : 0;
  return charge === 'each' ? line.quantity : 1;
}

/** One build at a price. */
export function fixed(price: number): Span {
  return { ...ONE, low: price, high: price };
}

function multiplied({ count, low, high, fewest, most, witnesses: ways }: Span, units: number): Span {
  return {
    count, low: low * units, high: high * units, fewest: fewest * units, most: most * units,
    witnesses: ways && repriced(ways, (price) => price * units),
  };
}

/** All answers to the groups that a choice opens; undefined when one of them can't be answered. */
function openedSpan(world: Assignment, choice: OfferedChoice, spend: (steps: number) => void): Span | undefined {
  return choice.opens.reduce<Span | undefined>((span, group) => {
    const answers = openedAnswers(world, group, spend);
    return span && answers && times(span, answers);
  }, ONE);
}

/** All answers to a group that a choice opens; undefined when it can't be answered. */
export function openedAnswers(world: Assignment, group: OfferedGroup, spend: (steps: number) => void): Span | undefined {
  if (group.group.kind !== 'choices') return fixed(notePrice(world, group));
  const out = world.line.circumstances.out;
  const choices = group.choices.map((choice): AnsweredChoice => ({
    alone: choice.choice.alone ?? false, atoms: [], namedFirst: false,
    options: isSoldOut(choice, out) ? [] : optionsOf(world, group, choice, spend),
  }));
  const { min, max, included, includedFirst } = group;
  const answers = groupAnswers({ min, max: max ?? Infinity, included, includedFirst, choices, atoms: [], looksAtFirst: false, looksAtOnly: false, spend });
  return [...answers.values()].reduce<Span | undefined>((sum, span) => plus(sum, span), undefined);
}

/** What a visible group costs whatever is answered: a required note its price, a required amount its least. */
export function fixedPrice(world: Assignment, offered: OfferedGroup): number {
  const { group } = offered;
  const { line } = world;
  if (!line.settlement.isVisible(offered.ruled)) return 0;
  if (group.kind === 'amount' && group.amount?.required) {
    return amountWindow(group, listOf(line, offered), line.menu.firstList).need * weightOf(world, group.amount.charge ?? 'once');
  }
  return notePrice(world, offered);
}

function notePrice(world: Assignment, offered: OfferedGroup): number {
  const { group } = offered;
  const { line } = world;
  if (group.kind !== 'note' || !group.note?.required) return 0;
  return priceIn(group.note.price ?? 0, listOf(line, offered), line.menu.firstList) * weightOf(world, group.note.charge ?? 'each');
}
