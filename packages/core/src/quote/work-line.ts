import type { OfferedGroupView, PriceSum, Problem } from '../api/quote.ts';
import type { CompiledItem, CompiledMenu } from '../compile/compiled.ts';
import type { Clock } from './calendar.ts';
import { type Circumstances, circumstancesOf } from './circumstances.ts';
import { type Combination, combinationOf, acceptedCombination } from './combination.ts';
import { offeredGroups } from './offered-groups.ts';
import { priceLine } from './price-line.ts';
import { ProblemList } from './problem.ts';
import type { Line } from '../api/line.ts';
import { type ResolvedLine, resolveLine } from './resolve-line.ts';
import { codeOf, type Tells, tellsOf, type Totals, totalsOf } from './totals.ts';

/** An evaluated line: accepted answers, price and problems; tickets are made from `resolved`. */
export interface EvaluatedLine extends Totals, Tells {
  readonly resolved: ResolvedLine;
  readonly problems: readonly Problem[];
  readonly price: PriceSum;
  readonly code: string;
  readonly groups: readonly OfferedGroupView[];
}

/** Evaluates a line over its accepted answers; undefined if the menu has no such item. */
export function evaluateLine(menu: CompiledMenu, line: Line, clock: Clock): EvaluatedLine | undefined {
  const item = menu.item(line.item);
  if (!item) return undefined;
  const problems = new ProblemList();
  const circumstances = circumstancesOf(menu, line, clock, problems);
  const quantity = soundQuantity(line.quantity, problems);
  checkOnSale(item, circumstances, problems);
  const resolved = resolveLine(menu, item, line, circumstances, quantity, problems);
  return evaluateResolved(resolved, problems);
}

/** Prices and totals of a resolved line. */
export function evaluateResolved(resolved: ResolvedLine, problems: ProblemList): EvaluatedLine {
  const { item, circumstances } = resolved;
  const combination = combinationOf(item, acceptedCombination(resolved), circumstances.out);
  if (combination) checkCombination(combination, problems);
  const price = priceLine(resolved, combination);
  if (price.unit < 0 || price.line < 0) problems.add('price-below-zero');
  const { calories, allergens, uses } = totalsOf(resolved);
  return {
    resolved,
    problems: problems.problems,
    price,
    code: codeOf(resolved, combination),
    calories,
    allergens,
    uses,
    groups: offeredGroups(resolved, price.base),
    ...tellsOf(resolved),
  };
}

function soundQuantity(quantity: number | undefined, problems: ProblemList): number {
  const request = quantity ?? 1;
  if (Number.isInteger(request) && request >= 1 && request <= 999) return request;
  problems.add('bad-quantity');
  return 1;
}

function checkOnSale(
  { item, uses }: CompiledItem,
  { out, channel, location, daypartIsOn }: Circumstances,
  problems: ProblemList,
): void {
  if (item.channels && !item.channels.includes(channel)) problems.add('item-not-on-channel');
  if (item.locations && location !== undefined && !item.locations.includes(location))
    problems.add('item-not-at-location');
  if (item.dayparts && !item.dayparts.some(daypartIsOn)) problems.add('not-served-now');
  if (out.items.has(item.id) || uses.some(({ ingredient }) => out.ingredients.has(ingredient)))
    problems.add('item-sold-out');
}

function checkCombination({ cell, soldOut }: Combination, problems: ProblemList): void {
  if (cell?.sold === false) problems.add('combination-not-sold');
  if (soldOut) problems.add('combination-sold-out');
}
