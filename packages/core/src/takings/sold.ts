import type { Order, Pick } from '../api/line.ts';
import type { OfferedGroupView, OrderQuote, Part } from '../api/quote.ts';
import { noteKey } from './note-key.ts';

/** A round of an order as it was charged: without what was voided of it. */
export interface SoldRound {
  readonly order: Order;
  readonly quote: globalThis.Pick<OrderQuote, 'lines' | 'extra' | 'total' | 'groups'>;
}

/** A dish in an order. Money in minor units; `costed`: the part of it whose cost is known; `cost`: what that cost to buy. */
interface SoldDish {
  readonly item: string;
  portions: number;
  money: number;
  costed: number;
  cost: number;
}

/**
 * A group that was asked for a dish of an order (`item` is empty for the order's own). `asked`: portions that it was asked
 * for; `answered`: those with an answer; `money`: what its answers add to the base price; `paid`: units of choices that
 * cost extra; `included`, `used`: units that the price includes, and how many of them were taken.
 */
interface SoldGroup {
  readonly item: string;
  readonly group: string;
  asked: number;
  answered: number;
  money: number;
  paid: number;
  included: number;
  used: number;
}

/** A choice that was picked for a dish of an order. */
interface SoldChoice {
  readonly item: string;
  readonly group: string;
  readonly choice: string;
  units: number;
  paid: number;
  money: number;
}

/** A note in an order, as it is compared with others. */
interface SoldNote {
  readonly item: string;
  readonly group: string;
  readonly text: string;
}

/** Everything that takings count of one order, each dish, group and choice once. */
export interface Sold {
  readonly portions: number;
  readonly money: number;
  readonly costed: number;
  readonly cost: number;
  readonly dishes: readonly SoldDish[];
  readonly groups: readonly SoldGroup[];
  readonly choices: readonly SoldChoice[];
  readonly notes: readonly SoldNote[];
}

/** The item of what belongs to no dish: the order's own questions. */
export const NO_ITEM = '';

/** What was sold with an order, from its rounds and the quotes that they were charged by. */
export function soldOf(rounds: readonly SoldRound[]): Sold {
  const sold = new SoldSums();
  for (const { order, quote } of rounds) {
    order.lines.forEach((line, i) => {
      const quoted = quote.lines[i];
      if (!quoted) return;
      const { price, cost = null, groups } = quoted;
      const quantity = line.quantity ?? 1;
      sold.addDish(line.item, quantity, price.line, cost);
      sold.addAnswers(line.item, quantity, groups, price.parts, line);
    });
    const { each, once, parts, cost = null } = quote.extra;
    sold.addExtra(each + once, cost);
    sold.addAnswers(NO_ITEM, 1, quote.groups, parts, order);
  }
  return sold.told();
}

interface Answered {
  readonly picks?: readonly Pick[];
  readonly notes?: Readonly<Record<string, string>>;
  readonly dates?: Readonly<Record<string, string>>;
  readonly consents?: readonly string[];
}

class SoldSums {
  readonly #dishes = new Sums<SoldDish>();
  readonly #groups = new Sums<SoldGroup>();
  readonly #choices = new Sums<SoldChoice>();
  readonly #notes = new Map<string, SoldNote>();
  #extra = { money: 0, costed: 0, cost: 0 };

  addDish(item: string, portions: number, money: number, cost: number | null): void {
    const dish = this.#dishes.of([item], { item, portions: 0, money: 0, costed: 0, cost: 0 });
    dish.portions += portions;
    dish.money += money;
    if (cost === null) return;
    dish.costed += money;
    dish.cost += cost;
  }

  addExtra(money: number, cost: number | null): void {
    this.#extra.money += money;
    if (cost === null) return;
    this.#extra.costed += money;
    this.#extra.cost += cost;
  }

  addAnswers(
    item: string,
    quantity: number,
    views: readonly OfferedGroupView[],
    parts: readonly Part[],
    answers: Answered,
  ): void {
    for (const { group, have, included, free } of views) {
      const sums = this.#group(item, group);
      sums.asked += quantity;
      sums.included += included * quantity;
      sums.used += (included - free) * quantity;
      if (have > 0) sums.answered += quantity;
    }
    for (const part of parts) {
      if (part.kind === 'base' || part.group === undefined) continue;
      const sums = this.#group(item, part.group);
      const money = part.value * (part.charge === 'each' ? quantity : 1);
      const paid = part.value > 0 ? ((part.units ?? 0) - (part.included ?? 0)) * quantity : 0;
      sums.money += money;
      sums.paid += paid;
      if (part.kind !== 'choice' || part.choice === undefined) {
        if (part.kind === 'amount') sums.answered += quantity;
        continue;
      }
      const choice = this.#choice(item, part.group, part.choice);
      choice.money += money;
      choice.paid += paid;
    }
    this.#addPicks(item, quantity, answers);
  }

  /** Units are counted from the answers, as what sets the base price is no part of the sum that a choice adds. */
  #addPicks(item: string, quantity: number, { picks = [], notes = {}, dates = {}, consents = [] }: Answered): void {
    for (const { group, choice, units = 1, ...inner } of picks) {
      this.#choice(item, group, choice).units += units * quantity;
      this.#addPicks(item, units * quantity, inner);
    }
    for (const group of [...Object.keys(dates), ...consents]) this.#group(item, group).answered += quantity;
    for (const [group, written] of Object.entries(notes)) {
      const text = noteKey(written);
      if (text === '') continue;
      this.#group(item, group).answered += quantity;
      const note = { item, group, text };
      this.#notes.set(JSON.stringify(note), note);
    }
  }

  #group(item: string, group: string): SoldGroup {
    const none = { item, group, asked: 0, answered: 0, money: 0, paid: 0, included: 0, used: 0 };
    return this.#groups.of([item, group], none);
  }

  #choice(item: string, group: string, choice: string): SoldChoice {
    return this.#choices.of([item, group, choice], { item, group, choice, units: 0, paid: 0, money: 0 });
  }

  told(): Sold {
    const dishes = this.#dishes.all();
    const sum = (of: (dish: SoldDish) => number) => dishes.reduce((all, dish) => all + of(dish), 0);
    return {
      portions: sum(({ portions }) => portions),
      money: sum(({ money }) => money) + this.#extra.money,
      costed: sum(({ costed }) => costed) + this.#extra.costed,
      cost: sum(({ cost }) => cost) + this.#extra.cost,
      dishes,
      groups: this.#groups.all(),
      choices: this.#choices.all(),
      notes: [...this.#notes.values()],
    };
  }
}

/** Things that are summed up, by what identifies them. */
class Sums<T> {
  readonly #things = new Map<string, T>();

  of(key: readonly string[], none: T): T {
    const known = this.#things.get(JSON.stringify(key));
    if (known) return known;
    this.#things.set(JSON.stringify(key), none);
    return none;
  }

  all(): T[] {
    return [...this.#things.values()];
  }
}
