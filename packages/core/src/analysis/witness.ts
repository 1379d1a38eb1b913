import type { Pick } from '../quote/request-schema.ts';

/** One way to be among some builds: its picks, how many taps they take, and what it costs. */
export interface Witness {
  readonly picks: readonly Pick[];
  /** A tap for each unit and each amount, inner ones too. */
  readonly taps: number;
  /** In minor units. */
  readonly price: number;
}

/** The ways worth knowing: the shortest first, and each that takes more taps is cheaper than those before it. */
export type Witnesses = readonly Witness[];

/** The ways to be in one set of builds or the other. */
export function either(a: Witnesses, b: Witnesses): Witnesses {
  return worthKnowing([...a, ...b]);
}

function worthKnowing(ways: Witness[]): Witnesses {
  const best: Witness[] = [];
  for (const way of ways.sort((one, other) => one.taps - other.taps || one.price - other.price)) {
    if (way.price < (best.at(-1)?.price ?? Infinity)) best.push(way);
  }
  return best;
}

/** The ways to be in both, where the sets are independent of each other. */
export function both(a: Witnesses, b: Witnesses): Witnesses {
  const all = a.flatMap((one) => b.map((other): Witness => ({
    picks: [...one.picks, ...other.picks], taps: one.taps + other.taps, price: one.price + other.price,
  })));
  return all.length === 1 ? all : worthKnowing(all);
}

/** The ways to answer by one pick, whose inner answers are given; `price` for all its units, inner ones aside. */
export function byPick(pick: Pick, price: number, inner: Witnesses): Witnesses {
  const own = (pick.units ?? 1) + (pick.amount === undefined ? 0 : 1);
  return inner.map((way) => ({
    picks: [way.picks.length === 0 ? pick : { ...pick, picks: [...way.picks] }], taps: own + way.taps, price: price + way.price,
  }));
}

/** The same ways, each at a price of its own. */
export function repriced(ways: Witnesses, priceOf: (price: number) => number): Witnesses {
  return ways.map((way) => ({ ...way, price: priceOf(way.price) }));
}
