import type { Pick } from '../api/line.ts';

/** Proof that a set of builds is not empty: the picks of one of them, the taps they take, and the price. */
export interface Witness {
  readonly picks: readonly Pick[];
  /** One tap for each unit and each amount, inner ones included. */
  readonly taps: number;
  /** In minor units. */
  readonly price: number;
}

/** Pareto-optimal witnesses, by taps ascending and price descending. */
export type Witnesses = readonly Witness[];

/** Witnesses of the union of two sets of builds. */
export function either(a: Witnesses, b: Witnesses): Witnesses {
  return worthKnowing([...a, ...b]);
}

function worthKnowing(witnesses: Witness[]): Witnesses {
  const best: Witness[] = [];
  for (const witness of witnesses.sort((one, other) => one.taps - other.taps || one.price - other.price)) {
    if (witness.price < (best.at(-1)?.price ?? Infinity)) best.push(witness);
  }
  return best;
}

/** Witnesses of the product of two independent sets of builds. */
export function both(a: Witnesses, b: Witnesses): Witnesses {
  const all = a.flatMap((one) =>
    b.map((other): Witness => ({
      picks: [...one.picks, ...other.picks],
      taps: one.taps + other.taps,
      price: one.price + other.price,
    })),
  );
  return all.length === 1 ? all : worthKnowing(all);
}

/** Witnesses of one pick with the given inner answers; `price` is for all its units, inner picks excluded. */
export function byPick(pick: Pick, price: number, inner: Witnesses): Witnesses {
  const own = (pick.units ?? 1) + (pick.amount === undefined ? 0 : 1);
  return inner.map((witness) => ({
    picks: [witness.picks.length === 0 ? pick : { ...pick, picks: [...witness.picks] }],
    taps: own + witness.taps,
    price: price + witness.price,
  }));
}

/** The same witnesses with mapped prices, in minor units. */
export function repriced(witnesses: Witnesses, priceOf: (price: number) => number): Witnesses {
  return witnesses.map((witness) => ({ ...witness, price: priceOf(witness.price) }));
}
