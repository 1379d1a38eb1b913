import type { OfferedChoice, OfferedGroup } from '../compile/compiled.ts';
import type { Charge, IncludedFirst } from '../menu/group-schema.ts';
import { priceIn, share, WHOLE } from '../money/money.ts';
import { isSoldOut } from '../quote/answers.ts';
import { amountWindow, listOf } from '../quote/resolve-line.ts';
import { unitPrice } from '../quote/unit-price.ts';
import { type AnsweredChoice, groupAnswers, type Option } from './group-answers.ts';
import { ONE, plus, type Span, times } from './span.ts';
import { repriced } from './witness.ts';
import type { Assignment } from './assignment.ts';

/** Whether a choice may be picked under an assignment: visible and not sold out. */
export function canBePicked({ line }: Assignment, group: OfferedGroup, choice: OfferedChoice): boolean {
  const { resolver, circumstances } = line;
  return resolver.isVisible(group.ruled) && resolver.isVisible(choice.ruled) && !isSoldOut(choice, circumstances.out);
}

/** All picks of a choice: units and amount, with the answers to the groups it opens summarized as one span. */
export function optionsOf(
  assignment: Assignment,
  group: OfferedGroup,
  choice: OfferedChoice,
  spend: (steps: number) => void,
): Option[] {
  const inner = openedSpan(assignment, choice, spend);
  if (!inner) return [];
  const isFree = group.by && assignment.combination()?.cell?.price !== undefined;
  const weight = weightOf(assignment, choice.charge);
  const amounts = [undefined, ...group.amounts.values()];
  return Array.from({ length: choice.max }, (_, i) => i + 1).flatMap((units) => {
    const price = isFree ? 0 : unitPrice(assignment.line, group, choice, units, assignment.base());
    return amounts.map((amount) => ({
      units,
      price: share(price, amount?.price ?? WHOLE) * weight,
      inner: lessCost(assignment, choice, multiplied(inner, units), units, amount?.portion ?? WHOLE),
      calories: share(choice.calories, amount?.portion ?? WHOLE) * units,
      pick: assignment.aim.witnesses
        ? { group: group.id, choice: choice.id, ...(units > 1 && { units }), ...(amount && { amount: amount.id }) }
        : undefined,
    }));
  });
}

/** How often a price counts towards the aim (unit or line), times the scale of costs; negative if prices are mirrored. */
export function weightOf({ aim, line }: Assignment, charge: Charge): number {
  const sign = (aim.isMirrored ? -1 : 1) * (aim.costs?.scale ?? 1);
  if (aim.prices === 'unit') return charge === 'each' ? sign : 0;
  return charge === 'each' ? line.quantity * sign : sign;
}

/** Which units are included first; with mirrored prices the cheapest are the dearest. */
export function includedFirstOf({ aim }: Assignment, first: IncludedFirst): IncludedFirst {
  if (!aim.isMirrored || first === 'picked') return first;
  return first === 'cheapest' ? 'dearest' : 'cheapest';
}

/** The span of a single build at a price in minor units. */
export function fixed(price: number): Span {
  return { ...ONE, low: price, high: price };
}

function multiplied({ count, low, high, fewest, most, witnesses: witnesses }: Span, units: number): Span {
  return {
    count,
    low: low * units,
    high: high * units,
    fewest: fewest * units,
    most: most * units,
    witnesses: witnesses && repriced(witnesses, (price) => price * units),
  };
}

/** A span without what the ingredients of a pick cost: included or not, they are used. */
function lessCost(assignment: Assignment, { uses }: OfferedChoice, span: Span, units: number, portion: number): Span {
  const { costs } = assignment.aim;
  if (!costs || uses.length === 0) return span;
  const cost = uses.reduce(
    (sum, use) => sum + share(use.thousandths, portion) * (costs.perThousandth.get(use.ingredient) ?? 0),
    0,
  );
  return times(span, fixed(-cost * units * (weightOf(assignment, 'each') / costs.scale)));
}

/** All answers to the groups that a choice opens; undefined if one of them can't be answered. */
function openedSpan(assignment: Assignment, choice: OfferedChoice, spend: (steps: number) => void): Span | undefined {
  return choice.opens.reduce<Span | undefined>((span, group) => {
    const answers = openedAnswers(assignment, group, spend);
    return span && answers && times(span, answers);
  }, ONE);
}

/**
 * The span of all valid answers to an opened group, or of those that contain one of its choices (an index); undefined if
 * there are none.
 */
export function openedAnswers(
  assignment: Assignment,
  group: OfferedGroup,
  spend: (steps: number) => void,
  demanded?: number,
): Span | undefined {
  if (group.group.kind !== 'choices') return fixed(notePrice(assignment, group));
  const out = assignment.line.circumstances.out;
  const choices = group.choices.map((choice): AnsweredChoice => ({
    alone: choice.choice.alone ?? false,
    atoms: [],
    namedFirst: false,
    options: isSoldOut(choice, out) ? [] : optionsOf(assignment, group, choice, spend),
    ...(choice.index === demanded && { must: 'stand' as const }),
  }));
  const { min, max, included, includedFirst } = group;
  const answers = groupAnswers({
    min,
    max: max ?? Infinity,
    included,
    includedFirst: includedFirstOf(assignment, includedFirst),
    choices,
    atoms: [],
    looksAtFirst: false,
    looksAtOnly: false,
    spend,
  });
  return [...answers.values()].reduce<Span | undefined>((sum, span) => plus(sum, span), undefined);
}

/** The unavoidable price of a visible group in minor units: a required note's price, a required amount's minimum. */
export function fixedPrice(assignment: Assignment, offered: OfferedGroup): number {
  const { group } = offered;
  const { line } = assignment;
  if (!line.resolver.isVisible(offered.ruled)) return 0;
  if (group.kind === 'amount' && group.amount?.required) {
    return (
      amountWindow(group, listOf(line, offered), line.menu.firstList).need *
      weightOf(assignment, group.amount.charge ?? 'once')
    );
  }
  return notePrice(assignment, offered);
}

function notePrice(assignment: Assignment, offered: OfferedGroup): number {
  const { group } = offered;
  const { line } = assignment;
  if (group.kind !== 'note' || !group.note?.required) return 0;
  return (
    priceIn(group.note.price ?? 0, listOf(line, offered), line.menu.firstList) *
    weightOf(assignment, group.note.charge ?? 'each')
  );
}
