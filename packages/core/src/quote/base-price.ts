import type { Effect } from '../menu/document.ts';
import { type Price, priceIn, share } from '../money/money.ts';
import type { Combination } from './combination.ts';
import type { Part } from './part.ts';
import { listOf, type SettledLine } from './settle-line.ts';

/** The base price and the steps that made it: steps 1 to 5 of the order of pricing. */
export interface BasePrice {
  readonly value: number;
  readonly parts: readonly Part[];
}

export function basePrice(line: SettledLine, combination: Combination | undefined): BasePrice {
  const steps = new Steps();
  const price = (of: Price, list = line.circumstances.priceList) => priceIn(of, list, line.menu.firstList);
  const ownPrice = lowestOwnPrice(line, price);
  steps.become(ownPrice.value, { from: ownPrice.from });
  const cellPrice = combination?.cell?.price;
  if (cellPrice !== undefined) steps.become(price(cellPrice), { from: 'cell' });
  applyBaseChoices(line, steps, cellPrice !== undefined, price);
  applyRules(line, steps, price);
  return { value: steps.value, parts: steps.parts };
}

/** The base as it grows: a step becomes the base and forgets what was, or adds to it. */
class Steps {
  value = 0;
  parts: Part[] = [];

  become(value: number, named: Partial<Part>): void {
    this.value = value;
    this.parts = [{ kind: 'base', ...named, charge: 'each', value }];
  }

  add(value: number, named: Partial<Part>): void {
    this.value += value;
    this.parts.push({ kind: 'base', ...named, charge: 'each', value });
  }
}

type PriceOf = (price: Price, list?: string) => number;

/** Step 1: the lowest of the list price, the sale price and the quantity price that apply. */
function lowestOwnPrice(line: SettledLine, price: PriceOf): { value: number; from: NonNullable<Part['from']> } {
  const { item } = line.item;
  let lowest: { value: number; from: NonNullable<Part['from']> } = { value: price(item.price), from: 'list' };
  const offer = (value: number, from: NonNullable<Part['from']>) => {
    if (value < lowest.value) lowest = { value, from };
  };
  const date = line.circumstances.at.slice(0, 10);
  if (item.sale && date >= item.sale.from && date <= item.sale.until) offer(price(item.sale.price), 'sale');
  const step = (item.quantityPrices ?? [])
    .filter(({ from }) => from <= line.quantity)
    .reduce<{ from: number; price: Price } | undefined>((best, next) => (best && best.from >= next.from ? best : next), undefined);
  if (step) offer(price(step.price), 'quantity');
  return lowest;
}

/** Steps 3 and 4: the last standing `base` choice is the base; then each standing `times` choice multiplies it. */
function applyBaseChoices(line: SettledLine, steps: Steps, hasCellPrice: boolean, price: PriceOf): void {
  const counted = line.answers.filter(({ group }) => !(hasCellPrice && group.by));
  const standing = counted.flatMap(({ group, picks }) =>
    group.choices
      .filter((choice) => choice.price && !('add' in choice.price) && picks.some((pick) => pick.choice === choice))
      .map((choice) => ({ group, choice })),
  );
  for (const { group, choice } of standing) {
    if (!choice.price || !('base' in choice.price)) continue;
    steps.become(price(choice.price.base, listOf(line, group)), { from: 'choice', group: group.id, choice: choice.id });
  }
  for (const { group, choice } of standing) {
    if (!choice.price || !('times' in choice.price)) continue;
    const more = share(steps.value, choice.price.times) - steps.value;
    steps.add(more, { from: 'choice', group: group.id, choice: choice.id });
  }
}

/** Step 5: the last `setBase`, then every `basePercent` of that, then every `addToPrice`. */
function applyRules(line: SettledLine, steps: Steps, price: PriceOf): void {
  const { rules } = line.item;
  const eachEffect = (visit: (effect: Effect, rule: string) => void) =>
    rules.forEach((rule, i) => {
      if (rule.then.some(isOnBase) && line.settlement.ruleHolds(i)) rule.then.forEach((effect) => visit(effect, rule.id));
    });
  eachEffect((effect, rule) => {
    if ('setBase' in effect) steps.become(price(effect.setBase), { from: 'rule', rule });
  });
  const base = steps.value;
  eachEffect((effect, rule) => {
    if ('basePercent' in effect) steps.add(share(base, effect.basePercent), { from: 'rule', rule });
  });
  eachEffect((effect, rule) => {
    if ('addToPrice' in effect) steps.add(price(effect.addToPrice), { from: 'rule', rule });
  });
}

function isOnBase(effect: Effect): boolean {
  return 'setBase' in effect || 'basePercent' in effect || 'addToPrice' in effect;
}
