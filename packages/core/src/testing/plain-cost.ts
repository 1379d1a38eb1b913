import type { Menu } from '../index.ts';

/** What ingredients cost to buy, with a common denominator: all `per` multiplied. */
export function plainCost(menu: Menu, uses: readonly { ingredient: string; quantity: number }[]): number | null {
  const priced = uses.map(({ ingredient, quantity }) => ({
    quantity: BigInt(Math.round(quantity * 1000)),
    cost: menu.ingredients?.find(({ id }) => id === ingredient)?.cost,
  }));
  const pers = priced.map(({ cost }) => BigInt(Math.round((cost?.per ?? 1) * 1000)));
  const under = pers.reduce((product, per) => product * per, 1n);
  const over = priced.reduce(
    (sum, { quantity, cost }, i) => sum + (quantity * BigInt(cost?.amount ?? 0) * under) / (pers[i] ?? 1n),
    0n,
  );
  if (priced.length === 0 || priced.some(({ cost }) => !cost)) return null;
  const whole = Number(over / under);
  return (over % under) * 2n >= under ? whole + 1 : whole;
}
