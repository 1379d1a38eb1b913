import type { IngredientUse, OrderQuote, Quote } from '../api/quote.ts';
import type { CompiledMenu } from '../compile/compiled.ts';
import { toThousandths } from '../money/thousandths.ts';

/**
 * What ingredients cost to buy, in minor units: the exact sum, rounded once, half away from zero. Null if one of them has
 * no cost, or there are none. Service contract, section 1.
 */
export function costOf({ costs }: CompiledMenu, uses: readonly IngredientUse[]): number | null {
  // A fraction: quantity × amount ÷ per, with quantities in thousandths.
  let [over, under] = [0n, 1n];
  for (const { ingredient, quantity } of uses) {
    const cost = costs.get(ingredient);
    if (!cost) return null;
    const per = BigInt(toThousandths(cost.per));
    over = over * per + BigInt(toThousandths(quantity)) * BigInt(cost.amount) * under;
    under *= per;
  }
  return uses.length === 0 ? null : Number((2n * over + under) / (2n * under));
}

/** The cost of several parts, each with what it uses: null if one that uses something has none, or none uses anything. */
export function costOfAll(parts: readonly { readonly isUsed: boolean; readonly cost: number | null }[]): number | null {
  const used = parts.filter(({ isUsed }) => isUsed);
  if (used.length === 0 || used.some(({ cost }) => cost === null)) return null;
  return used.reduce((sum, { cost }) => sum + (cost ?? 0), 0);
}

/** A quote as a guest may see it: without what anything costs to buy. */
export function quoteForGuests({ cost: _cost, ...quote }: Quote): Quote {
  return quote;
}

/** An order's quote as a guest may see it. */
export function orderQuoteForGuests({ cost: _cost, ...quote }: OrderQuote): OrderQuote {
  const { cost: _extraCost, ...extra } = quote.extra;
  return { ...quote, extra, lines: quote.lines.map(quoteForGuests) };
}
