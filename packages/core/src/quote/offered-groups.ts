import type { OfferedChoice, OfferedGroup } from '../compile/compiled.ts';
import type { GroupKind } from '../menu/group-schema.ts';
import { combinationOf, standingCombination } from './combination.ts';
import type { SettledLine } from './settle-line.ts';
import { type GroupAnswer, isSoldOut } from './settlement.ts';
import { unitPrice } from './unit-price.ts';

/** A visible group as a screen shows it while the guest chooses. */
export interface OfferedGroupView {
  readonly group: string;
  readonly kind: GroupKind;
  /** The way to the pick that opened it; absent for the item's own groups. */
  readonly at?: readonly number[];
  readonly min: number;
  readonly max: number | null;
  readonly included: number;
  readonly have: number;
  /** What is left of `included`. */
  readonly free: number;
  readonly choices: readonly OfferedChoiceView[];
}

export interface OfferedChoiceView {
  readonly choice: string;
  readonly state: 'open' | 'sold-out' | 'not-sold';
  /** What one unit more would cost; null where the choice sets or multiplies the price or a table does. */
  readonly price: number | null;
}

/** The visible groups in order, each followed by the groups that its standing picks open. */
export function offeredGroups(line: SettledLine, base: number): OfferedGroupView[] {
  const views: OfferedGroupView[] = [];
  const add = (answer: GroupAnswer) => {
    views.push(viewOf(line, answer, base));
    for (const pick of answer.picks) pick.inner.forEach(add);
  };
  line.answers.forEach(add);
  return views;
}

function viewOf(line: SettledLine, answer: GroupAnswer, base: number): OfferedGroupView {
  const { group, at, min, max, included, count } = answer;
  const { kind } = group.group;
  const place = { group: group.id, kind, ...(at && { at }) };
  if (kind !== 'choices') return { ...place, min: 0, max: null, included: 0, have: 0, free: 0, choices: [] };
  const pricedByTable = group.by && (line.item.cells?.hasPrices ?? false);
  const choices: OfferedChoiceView[] = [];
  for (const choice of group.choices) {
    if (!line.settlement.isVisible(choice.ruled)) continue;
    const price = pricedByTable || setsBase(choice) ? null : unitPrice(line, group, choice, undefined, base);
    choices.push({ choice: choice.id, state: stateOf(line, group, choice), price });
  }
  return { ...place, min, max, included, have: count, free: Math.max(0, included - count), choices };
}

function setsBase({ price }: OfferedChoice): boolean {
  return price !== undefined && ('base' in price || 'times' in price);
}

function stateOf(line: SettledLine, group: OfferedGroup, choice: OfferedChoice): OfferedChoiceView['state'] {
  const combination = group.by ? completedBy(line, group, choice) : undefined;
  if (combination?.cell?.sold === false) return 'not-sold';
  return combination?.soldOut || isSoldOut(choice, line.circumstances.out) ? 'sold-out' : 'open';
}

/** The combination that a choice would complete with what stands in the other groups of the table. */
function completedBy(line: SettledLine, group: OfferedGroup, choice: OfferedChoice) {
  const standing = standingCombination(line).map((other, i) => (line.item.cells?.by[i] === group.index ? choice : other));
  return combinationOf(line.item, standing, line.circumstances.out);
}
