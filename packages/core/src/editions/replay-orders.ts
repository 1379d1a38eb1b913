import type { Order } from '../api/line.ts';
import type { OrderProblem, OrderQuote } from '../api/quote.ts';
import type { Menu } from '../menu/document.ts';
import { quoteOrder } from '../order/quote-order.ts';

/** An order quoted with two menus; null: it does not stand. The problems are those with the second. */
export interface ReplayedOrder {
  readonly before: number | null;
  readonly after: number | null;
  readonly problems: readonly OrderProblem[];
}

/** With how much each dish that differs adds to the difference; empty where the order does not stand in both. */
export interface ReplayedByDish extends ReplayedOrder {
  readonly dishes: ReadonlyMap<string, number>;
}

/** How many orders are the same, dearer, cheaper, refused or allowed only after; money over those that stand in both. */
export interface ReplaySums {
  orders: number;
  same: number;
  dearer: number;
  cheaper: number;
  refused: number;
  allowed: number;
  before: number;
  after: number;
}

/** An order with a moment of its own, as replaying needs. */
export type DatedOrder = Order & { readonly at: string };

/** Quotes past orders with two menus of one currency, one order at a time. Service contract, section 4. */
export class OrderReplay {
  readonly #before: Menu;
  readonly #after: Menu;
  readonly sums: ReplaySums = {
    orders: 0,
    same: 0,
    dearer: 0,
    cheaper: 0,
    refused: 0,
    allowed: 0,
    before: 0,
    after: 0,
  };

  constructor(before: Menu, after: Menu) {
    this.#before = before;
    this.#after = after;
  }

  /** Undefined if nothing differs: the same total, or refused by both. */
  replay(order: DatedOrder): ReplayedOrder | undefined {
    const found = this.replayByDish(order);
    if (!found) return undefined;
    const { dishes: _, ...replayed } = found;
    return replayed;
  }

  /** The same, dish by dish. */
  replayByDish(order: DatedOrder): ReplayedByDish | undefined {
    const clock = () => order.at;
    const [was, is] = [quoteOrder(this.#before, order, clock), quoteOrder(this.#after, order, clock)];
    const [before, after] = [was.ok ? was.total : null, is.ok ? is.total : null];
    this.#count(before, after);
    if (before === after) return undefined;
    return {
      before,
      after,
      problems: is.problems,
      dishes: was.ok && is.ok ? differenceByDish(order, was, is) : new Map(),
    };
  }

  #count(before: number | null, after: number | null): void {
    this.sums.orders++;
    if (before !== null && after !== null) {
      this.sums.before += before;
      this.sums.after += after;
    }
    if (before === after) this.sums.same++;
    else if (before === null) this.sums.allowed++;
    else if (after === null) this.sums.refused++;
    else if (after > before) this.sums.dearer++;
    else this.sums.cheaper++;
  }
}

function differenceByDish({ lines }: DatedOrder, was: OrderQuote, is: OrderQuote): Map<string, number> {
  const dishes = new Map<string, number>();
  lines.forEach(({ item }, i) => {
    const difference = (is.lines[i]?.price.line ?? 0) - (was.lines[i]?.price.line ?? 0);
    if (difference !== 0) dishes.set(item, (dishes.get(item) ?? 0) + difference);
  });
  return dishes;
}
