import type { OfferedChoice, OfferedGroup } from '../compile/compiled.ts';
import type { GroupKind } from '../menu/group-schema.ts';
import { combinationOf, standingCombination } from './combination.ts';
import { listOf, type SettledLine } from './settle-line.ts';
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
  if (kind !== 'choices') return placed({ group: group.id, kind, min: 0, max: null, included: 0, have: 0, free: 0, choices: [] }, at);
  const pricedByTable = group.by && (line.item.cells?.hasPrices ?? false);
  const choices: OfferedChoiceView[] = [];
  const list = listOf(line, group);
  const isSteady = !group.by && line.circumstances.out.isEmpty;
  for (const choice of group.choices) {
    const steady = isSteady ? steadyView(line, group, choice, list) : undefined;
    if (steady) choices.push(steady);
    if (steady || !line.settlement.isVisible(choice.ruled)) continue;
    const price = pricedByTable || setsBase(choice) ? null : unitPrice(line, group, choice, undefined, base);
    choices.push({ choice: choice.id, state: stateOf(line, group, choice), price });
  }
  return placed({ group: group.id, kind, min, max, included, have: count, free: Math.max(0, included - count), choices }, at);
}

/** Most groups are the item's own: only the others carry the way to them (and the cost of a spread). */
function placed(view: OfferedGroupView, at: readonly number[] | undefined): OfferedGroupView {
  return at ? { ...view, at } : view;
}

/** Views of choices that look the same in every quote of a price list, made once. */
const steadyViews = new WeakMap<OfferedChoice, Map<string, OfferedChoiceView>>();

/** The view of a choice that no rule, no other answer and not the base price can change; else undefined. */
function steadyView(line: SettledLine, group: OfferedGroup, choice: OfferedChoice, list: string): OfferedChoiceView | undefined {
  const known = steadyViews.get(choice)?.get(list);
  if (known) return known;
  const { ruled, setBy, byGroup, price } = choice;
  const isSteady = ruled.show.length + ruled.hide.length + setBy.length === 0 && byGroup === undefined && !(price && 'percent' in price);
  if (!isSteady) return undefined;
  const view: OfferedChoiceView = { choice: choice.id, state: 'open', price: setsBase(choice) ? null : unitPrice(line, group, choice, undefined, 0) };
  steadyViews.set(choice, (steadyViews.get(choice) ?? new Map<string, OfferedChoiceView>()).set(list, view));
  return view;
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
