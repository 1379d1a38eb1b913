/**
 * Money is an integer number of the currency's minor units. Percentages and factors are basis points (10000 = 100 %).
 * Prices never use fractions.
 */

/** A price in minor units: one for all price lists, or one per list (always including the first). */
export type Price = number | Readonly<Record<string, number>>;

export const WHOLE = 10_000;

/**
 * `amount` × `basisPoints` ÷ 10000, rounded half away from zero. Exact for all safe integers: products beyond 2^53 use
 * BigInt.
 */
export function share(amount: number, basisPoints: number): number {
  if (basisPoints === WHOLE || amount === 0) return amount;
  const product = amount * basisPoints;
  return Number.isSafeInteger(product) ? roundedQuotient(product) : shareOfBigProduct(amount, basisPoints);
}

/** The price in a price list; a list without a price falls back to the first list. */
export function priceIn(price: Price, list: string, firstList: string): number {
  if (typeof price === 'number') return price;
  return (Object.hasOwn(price, list) ? price[list] : price[firstList]) ?? 0;
}

/** The price that a function gives for each price list: one number if it is the same for all. */
export function priceByList(lists: readonly { readonly id: string }[], amountIn: (list: string) => number): Price {
  const amounts = lists.map(({ id }) => [id, amountIn(id)] as const);
  const [[, first] = ['', 0]] = amounts;
  return amounts.every(([, amount]) => amount === first) ? first : Object.fromEntries(amounts);
}

function roundedQuotient(product: number): number {
  const size = Math.abs(product);
  const rest = size % WHOLE;
  const quotient = (size - rest) / WHOLE + (rest * 2 >= WHOLE ? 1 : 0);
  return product < 0 && quotient !== 0 ? -quotient : quotient;
}

function shareOfBigProduct(amount: number, basisPoints: number): number {
  const product = BigInt(amount) * BigInt(basisPoints);
  const size = product < 0n ? -product : product;
  const quotient = (size * 2n + BigInt(WHOLE)) / BigInt(2 * WHOLE);
  return Number(product < 0n ? -quotient : quotient);
}
