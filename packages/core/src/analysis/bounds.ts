import type { CompiledItem, CompiledMenu, OfferedChoice, OfferedGroup } from '../compile/compiled.ts';
import { type Price, priceIn, share, WHOLE } from '../money/money.ts';
import { amountWindow, listOf } from '../quote/resolve-line.ts';
import type { Circumstances } from '../quote/circumstances.ts';
import { ONE, type Span, times } from './span.ts';

/**
 * Valid but loose bounds for an item that is too complex to analyse exactly. Groups are answered independently, with
 * every limit and every price that a rule, a table or another group could give them, so the count is never too low and
 * the spans are never too narrow.
 */
export function looseBounds(menu: CompiledMenu, item: CompiledItem, circumstances: Circumstances): Span {
  const loose: Loose = { menu, item, circumstances, base: baseRange(menu, item, circumstances) };
  const [low, high] = loose.base;
  return item.groups.reduce<Span>((span, group) => times(span, groupBounds(loose, group)), { ...ONE, low, high });
}

type Range = readonly [low: number, high: number];
interface Loose {
  readonly menu: CompiledMenu;
  readonly item: CompiledItem;
  readonly circumstances: Circumstances;
  readonly base: Range;
}

function baseRange(menu: CompiledMenu, item: CompiledItem, circumstances: Circumstances): Range {
  const list = circumstances.priceList;
  const value = (price: Price, of = list) => priceIn(price, of, menu.firstList);
  const { price, sale, quantityPrices, variants } = item.item;
  const offers = [...(sale ? [sale] : []), ...(quantityPrices ?? []), ...(variants?.cells ?? [])];
  const starts = [value(price), ...offers.flatMap((offer) => (offer.price === undefined ? [] : [value(offer.price)]))];
  for (const group of item.groups) {
    for (const { price: own } of group.choices)
      if (own && 'base' in own) starts.push(value(own.base, group.priceList ?? list));
  }
  let range: Range = [Math.min(...starts), Math.max(...starts)];
  for (const { price: own } of item.groups.flatMap(({ choices }) => choices)) {
    if (own && 'times' in own) range = widest(range, [share(range[0], own.times), share(range[1], own.times)]);
  }
  const effects = item.rules.flatMap(({ then }) => then);
  for (const effect of effects)
    if ('setBase' in effect) range = widest(range, [value(effect.setBase), value(effect.setBase)]);
  const more: Range[] = effects.flatMap((effect): Range[] => {
    if ('basePercent' in effect)
      return [ordered(share(range[0], effect.basePercent), share(range[1], effect.basePercent))];
    return 'addToPrice' in effect ? [[value(effect.addToPrice), value(effect.addToPrice)]] : [];
  });
  return more.reduce<Range>(([low, high], [less, most]) => [low + Math.min(0, less), high + Math.max(0, most)], range);
}

function widest(a: Range, b: Range): Range {
  return [Math.min(a[0], ...b), Math.max(a[1], ...b)];
}

function ordered(a: number, b: number): Range {
  return [Math.min(a, b), Math.max(a, b)];
}

function groupBounds(loose: Loose, offered: OfferedGroup): Span {
  const { group } = offered;
  const list = listOf(loose, offered);
  if (group.kind === 'note' && group.note?.required)
    return optionalPrice(priceIn(group.note.price ?? 0, list, loose.menu.firstList));
  if (group.kind === 'amount' && group.amount?.required)
    return optionalPrice(amountWindow(group, list, loose.menu.firstList).need);
  return offered.choices.reduce<Span>(
    (span, choice) => times(span, choiceBounds(loose, offered, choice)),
    optionalPrice(0),
  );
}

function optionalPrice(price: number): Span {
  return { ...ONE, low: Math.min(0, price), high: Math.max(0, price) };
}

/** Not picked, or picked with any units, amount and inner answers. */
function choiceBounds(loose: Loose, group: OfferedGroup, choice: OfferedChoice): Span {
  const inner = choice.opens.reduce<Span>((span, opened) => times(span, groupBounds(loose, opened)), optionalPrice(0));
  const amounts = [...group.amounts.values()];
  const factors = [WHOLE, ...amounts.map(({ price }) => price ?? WHOLE)];
  const portions = [WHOLE, ...amounts.map(({ portion }) => portion ?? WHOLE)];
  const prices = unitPrices(loose, group, choice).flatMap((price) => factors.map((factor) => share(price, factor)));
  const calories = Math.max(...portions.map((portion) => share(choice.calories, portion)));
  return {
    count: 1n + BigInt(choice.max * factors.length) * inner.count,
    low: Math.min(0, choice.max * (Math.min(...prices) + inner.low)),
    high: Math.max(0, choice.max * (Math.max(...prices) + inner.high)),
    fewest: 0,
    most: choice.max * (calories + inner.most),
    witnesses: undefined,
  };
}

function unitPrices({ menu, circumstances, base }: Loose, group: OfferedGroup, choice: OfferedChoice): number[] {
  const { price } = choice;
  const value = (of: Price) => priceIn(of, group.priceList ?? circumstances.priceList, menu.firstList);
  if (price && 'percent' in price) return [0, share(base[0], price.percent), share(base[1], price.percent)];
  if (price && !('add' in price)) return [0];
  const by = price?.by ? Object.values(price.by.prices) : [];
  const tiers = (price?.tiers ?? []).map(({ add }) => add);
  const set = choice.setBy.map(({ add }) => add);
  const all = [
    ...set,
    ...by,
    ...tiers,
    ...(choice.attachedPrice === undefined ? [] : [choice.attachedPrice]),
    ...(price ? [price.add] : []),
  ];
  return [0, ...all.map(value)];
}
