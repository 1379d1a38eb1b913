import type { Part } from '../api/quote.ts';
import { type Price, priceIn, share } from '../money/money.ts';
import type { CompiledRule } from '../compile/compiled.ts';
import type { Effect } from '../menu/document.ts';
import { acceptedChoices } from './answers.ts';
import type { Combination } from './combination.ts';
import { listOf, type ResolvedLine } from './resolve-line.ts';

/** The base price and its parts: steps 1 to 5 of the order of pricing. The caller owns `parts`. */
export interface BasePrice {
  readonly value: number;
  readonly parts: Part[];
}

export function basePrice(line: ResolvedLine, combination: Combination | undefined): BasePrice {
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

/** The base under construction: a step either replaces it or adds to it. */
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

/** Step 1: the lowest of the applicable list, sale and quantity prices. */
function lowestOwnPrice(line: ResolvedLine, price: PriceOf): { value: number; from: NonNullable<Part['from']> } {
  const { item } = line.item;
  if (!item.sale && !item.quantityPrices) return { value: price(item.price), from: 'list' };
  let lowest: { value: number; from: NonNullable<Part['from']> } = { value: price(item.price), from: 'list' };
  const offer = (value: number, from: NonNullable<Part['from']>) => {
    if (value < lowest.value) lowest = { value, from };
  };
  const date = line.circumstances.at.slice(0, 10);
  if (item.sale && date >= item.sale.from && date <= item.sale.until) offer(price(item.sale.price), 'sale');
  const step = (item.quantityPrices ?? [])
    .filter(({ from }) => from <= line.quantity)
    .reduce<{ from: number; price: Price } | undefined>(
      (best, next) => (best && best.from >= next.from ? best : next),
      undefined,
    );
  if (step) offer(price(step.price), 'quantity');
  return lowest;
}

/**
 * Steps 3 and 4: the last accepted `base` choice replaces the base; then each accepted `times` choice multiplies it.
 */
function applyBaseChoices(line: ResolvedLine, steps: Steps, hasCellPrice: boolean, price: PriceOf): void {
  if (!line.item.groups.some(({ setsBase }) => setsBase)) return;
  const counted = line.answers.filter(({ group }) => group.setsBase && !(hasCellPrice && group.by));
  const accepted = counted.flatMap((answer) =>
    acceptedChoices(answer)
      .filter(({ setsBase }) => setsBase)
      .map((choice) => ({ group: answer.group, choice })),
  );
  for (const { group, choice } of accepted) {
    if (!choice.price || !('base' in choice.price)) continue;
    steps.become(price(choice.price.base, listOf(line, group)), { from: 'choice', group: group.id, choice: choice.id });
  }
  for (const { group, choice } of accepted) {
    if (!choice.price || !('times' in choice.price)) continue;
    const more = share(steps.value, choice.price.times) - steps.value;
    steps.add(more, { from: 'choice', group: group.id, choice: choice.id });
  }
}

/** Step 5: the last `setBase`, then every `basePercent` of that, then every `addToPrice`. */
function applyRules(line: ResolvedLine, steps: Steps, price: PriceOf): void {
  const { onBase, rules } = line.item;
  if (onBase.length === 0) return;
  const active = onBase.filter((at) => line.resolver.ruleHolds(at)).flatMap((at) => rules[at] ?? []);
  const effects = active.flatMap(({ id, then }) => then.map((effect) => ({ rule: id, effect })));
  for (const { rule, effect } of effects)
    if ('setBase' in effect) steps.become(price(effect.setBase), { from: 'rule', rule });
  const base = steps.value;
  for (const field of ['basePercent', 'addToPrice']) {
    for (const { rule, effect } of effects)
      if (field in effect) steps.add(addedBy(effect, base, price), { from: 'rule', rule });
  }
}

/** What a true rule's effect adds to the base after every `setBase`; 0 for other effects. */
function addedBy(effect: Effect, base: number, price: PriceOf): number {
  if ('basePercent' in effect) return share(base, effect.basePercent);
  return 'addToPrice' in effect ? price(effect.addToPrice) : 0;
}

/** What a true rule adds to the base after every `setBase`, in minor units. */
export function addedByRule({ circumstances, menu }: ResolvedLine, { then }: CompiledRule, base: number): number {
  return then.reduce(
    (sum, effect) => sum + addedBy(effect, base, (of) => priceIn(of, circumstances.priceList, menu.firstList)),
    0,
  );
}
