import {
  type DatedOrder,
  editionOf,
  type Menu,
  MOST_REPLAYED_LISTED,
  type Places,
  type ReplayedByDish,
  type ReplayLine,
  type ReplayRequest,
  takenWithout,
  type Workbook,
} from '@hearty-ladle/core';
import { now, replayInWorker } from '@hearty-ladle/node-runtime';
import type { DataSource } from 'typeorm';

const PAGE = 500;
const DAY_MS = 86_400_000;
/** Replays that a process runs at once; each takes a thread. */
const MAX_AT_ONCE = 2;

interface PastOrder {
  readonly id: string;
  readonly number: number;
  readonly round: number;
  readonly placedAt: Date;
  readonly dishes: readonly string[];
  readonly request: DatedOrder;
}

type Summary = Extract<ReplayLine, { differing: unknown }>;

/** Quotes the orders of the last days with an edition and with the draft, a few at a time. */
export class Replays {
  readonly #database: DataSource;
  #running = 0;

  constructor(database: DataSource) {
    this.#database = database;
  }

  get isFull(): boolean {
    return this.#running >= MAX_AT_ONCE;
  }

  /** Aborting rejects with the signal's reason. */
  async run(
    before: Workbook,
    draft: Workbook,
    { location, left, days }: ReplayRequest,
    write: (line: ReplayLine) => void,
    signal: AbortSignal,
  ): Promise<Summary> {
    // With what is needed of it, as it would be if it was published.
    const after = takenWithout(before, editionOf(draft), new Set(left)).edition;
    return this.compare(
      { before, after },
      { places: location === null ? 'everywhere' : [location], days },
      write,
      signal,
    );
  }

  /** Quotes the orders of the last days at some places with two menus. Aborting rejects with the signal's reason. */
  async compare(
    menus: { readonly before: Menu; readonly after: Menu },
    { places, days }: { readonly places: Places; readonly days: number },
    write: (line: ReplayLine) => void,
    signal: AbortSignal,
  ): Promise<Summary> {
    this.#running++;
    try {
      const since = new Date(now().getTime() - days * DAY_MS);
      return await this.#replay(menus, { places, since }, write, signal);
    } finally {
      this.#running--;
    }
  }

  async #replay(
    menus: { readonly before: Menu; readonly after: Menu },
    which: Which,
    write: (line: ReplayLine) => void,
    signal: AbortSignal,
  ): Promise<Summary> {
    const total = await countOf(this.#database, which);
    const found = new Differing();
    let page: readonly PastOrder[] = [];
    let done = 0;
    const pages = async function* (database: DataSource) {
      do {
        page = await pageOf(database, which, page.at(-1));
        if (page.length > 0) yield page.map(({ request }) => request);
      } while (page.length === PAGE);
    };
    const sums = await replayInWorker(
      menus,
      pages(this.#database),
      (differing) => {
        differing.forEach((one, index) => found.add(page[index], one));
        write({ done: (done += page.length), total });
      },
      signal,
    );
    return { sums, ...found.told() };
  }
}

/** What differs, as far as it is listed, and how much each dish adds. */
class Differing {
  readonly #orders: Summary['differing'][number][] = [];
  readonly #dishes = new Map<string, { orders: number; difference: number }>();

  add(order: PastOrder | undefined, replayed: ReplayedByDish | undefined): void {
    if (!order || !replayed) return;
    const { id, number, placedAt, dishes } = order;
    const { before, after, problems } = replayed;
    this.#orders.push({ id, number, placedAt: placedAt.toISOString(), dishes, before, after, problems });
    for (const [item, difference] of replayed.dishes) {
      const sum = this.#dishes.get(item) ?? { orders: 0, difference: 0 };
      this.#dishes.set(item, { orders: sum.orders + 1, difference: sum.difference + difference });
    }
  }

  /** The latest orders, those that are refused or allowed only after first. */
  told(): Pick<Summary, 'differing' | 'dishes'> {
    const changesStanding = ({ before, after }: Summary['differing'][number]) =>
      before === null || after === null ? 1 : 0;
    return {
      differing: this.#orders
        .reverse()
        .sort((one, other) => changesStanding(other) - changesStanding(one))
        .slice(0, MOST_REPLAYED_LISTED),
      dishes: [...this.#dishes]
        .map(([item, { orders, difference }]) => ({ item, orders, difference }))
        .sort((one, other) => Math.abs(other.difference) - Math.abs(one.difference) || other.orders - one.orders),
    };
  }
}

interface Which {
  readonly places: Places;
  readonly since: Date;
}

const WHERE = `placed_at >= $1 AND ($2::text[] IS NULL OR request ->> 'location' = ANY($2))`;
const valuesOf = ({ since, places }: Which) => [since, places === 'everywhere' ? null : places];

async function countOf(database: DataSource, which: Which): Promise<number> {
  const [{ total } = { total: 0 }] = (await database.query(
    `SELECT count(*)::int AS total FROM orders WHERE ${WHERE}`,
    valuesOf(which),
  )) as { total: number }[];
  return total;
}

async function pageOf(database: DataSource, which: Which, last: PastOrder | undefined): Promise<PastOrder[]> {
  return (await database.query(
    `SELECT id, number, round, placed_at AS "placedAt", dishes, request FROM orders
      WHERE ${WHERE} AND (number, round) > ($3, $4) ORDER BY number, round LIMIT ${PAGE}`,
    [...valuesOf(which), last?.number ?? 0, last?.round ?? 0],
  )) as PastOrder[];
}
