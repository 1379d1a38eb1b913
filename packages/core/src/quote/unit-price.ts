import type { OfferedChoice, OfferedGroup } from '../compile/compiled.ts';
import { type Price, priceIn, share } from '../money/money.ts';
import { firstAccepted } from './answers.ts';
import { listOf, type ResolvedLine } from './resolve-line.ts';

/**
 * The price of one unit of a choice by step 6, before its amount. An `add` choice: the first that applies of the last
 * rule that sets it, the attachment's price, the price by another group's pick, the tier, and `add`. A `percent`
 * choice: its percentage of the base. 0 for choices that set or multiply the base.  @param units accepted units of the
 * choice in this answer; `undefined` ignores tiers @param base the base price after step 5, in minor units
 */
export function unitPrice(
  line: ResolvedLine,
  group: OfferedGroup,
  choice: OfferedChoice,
  units: number | undefined,
  base: number,
): number {
  const { price } = choice;
  if (price && 'percent' in price) return share(base, price.percent);
  if (price && !('add' in price)) return 0;
  const found =
    setByRule(line, choice) ??
    choice.attachedPrice ??
    (price && (pricedBy(line, choice) ?? tierFor(price.tiers, units) ?? price.add));
  return found === undefined ? 0 : priceIn(found, listOf(line, group), line.menu.firstList);
}

function setByRule(line: ResolvedLine, choice: OfferedChoice): Price | undefined {
  for (let i = choice.setBy.length - 1; i >= 0; i--) {
    const set = choice.setBy[i];
    if (set && line.resolver.ruleHolds(set.rule)) return set.add;
  }
  return undefined;
}

/** The price by the accepted choice of the group that the price depends on: the first in document order. */
function pricedBy(line: ResolvedLine, choice: OfferedChoice): Price | undefined {
  if (choice.byGroup === undefined || !choice.price || !('add' in choice.price) || !choice.price.by) return undefined;
  const first = firstAccepted(line.resolver.acceptedPicks(choice.byGroup));
  const { prices } = choice.price.by;
  return first && Object.hasOwn(prices, first.id) ? prices[first.id] : undefined;
}

function tierFor(
  tiers: readonly { from: number; add: Price }[] | undefined,
  units: number | undefined,
): Price | undefined {
  if (!tiers || units === undefined) return undefined;
  let best: { from: number; add: Price } | undefined;
  for (const tier of tiers) if (tier.from <= units && (!best || tier.from > best.from)) best = tier;
  return best?.add;
}
