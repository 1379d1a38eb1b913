import { type Menu, type Order, type OrderQuote, type Pick, quoteOrder, type TakingsFilter } from '@hearty-ladle/core';
import type { DataSource } from 'typeorm';

/** An order as it stands after its voids, with everything that takings are looked at by: read and worked out the long way. */
export interface PlainOrder {
  readonly id: string;
  readonly day: string;
  readonly hour: number;
  readonly location: string;
  readonly channel: string;
  readonly service: string;
  readonly rounds: readonly { readonly order: Order; readonly quote: OrderQuote }[];
  readonly tickets: readonly { readonly station: string; readonly seconds: number }[];
}

interface Row {
  readonly id: string;
  readonly added_to: string | null;
  readonly edition: number;
  readonly request: Order & { readonly at: string };
  readonly quote: OrderQuote;
}

/** Every order of a house, worked out from the stored requests alone. */
export async function plainOrders(
  database: DataSource,
  menuOf: (edition: number) => Promise<Menu>,
): Promise<PlainOrder[]> {
  const rows = (await database.query('SELECT * FROM orders ORDER BY number, round')) as Row[];
  const voids = (await database.query('SELECT order_id, lines FROM order_void')) as {
    order_id: string;
    lines: { line: number; quantity: number }[];
  }[];
  const tickets = (await database.query('SELECT order_id, station, body, sent_at, bumped_at FROM ticket')) as {
    order_id: string;
    station: string;
    body: { isVoid?: boolean };
    sent_at: Date;
    bumped_at: Date | null;
  }[];
  const orders: PlainOrder[] = [];
  for (const first of rows.filter(({ added_to }) => added_to === null)) {
    const own = rows.filter(({ id, added_to }) => id === first.id || added_to === first.id);
    const rounds: { order: Order; quote: OrderQuote }[] = [];
    for (const { id, request, quote, edition } of own) {
      const gone = voids.filter(({ order_id }) => order_id === id).flatMap(({ lines }) => lines);
      const left = request.lines.map((line, i) => {
        const voided = gone.filter((one) => one.line === i).reduce((sum, one) => sum + one.quantity, 0);
        return { ...line, quantity: (line.quantity ?? 1) - voided };
      });
      const order = { ...request, lines: left.filter(({ quantity }) => quantity > 0) };
      if (order.lines.length === 0) continue;
      rounds.push({
        order,
        quote: gone.length === 0 ? quote : quoteOrder(await menuOf(edition), order, () => request.at),
      });
    }
    if (rounds.length === 0) continue;
    const { request } = first;
    // The day ends at four in the morning everywhere in the demo.
    const moment = new Date(`${request.at}:00Z`);
    const ids = new Set(own.map(({ id }) => id));
    orders.push({
      id: first.id,
      day: new Date(moment.getTime() - 4 * 3_600_000).toISOString().slice(0, 10),
      hour: moment.getUTCHours(),
      location: request.location ?? '',
      channel: request.channel ?? 'online',
      service: request.service ?? 'dine-in',
      rounds,
      tickets: tickets
        .filter(({ order_id, bumped_at, body }) => ids.has(order_id) && bumped_at && !body.isVoid)
        .map(({ station, sent_at, bumped_at }) => ({
          station,
          seconds: Math.round(((bumped_at?.getTime() ?? 0) - sent_at.getTime()) / 1000),
        })),
    });
  }
  return orders;
}

/** The orders that a filter lets through, without its dish. */
export function passing(orders: readonly PlainOrder[], filter: TakingsFilter): PlainOrder[] {
  const { from, to, location, channel, service, fromHour = 0, toHour = 24 } = filter;
  return orders.filter(
    (order) =>
      order.day >= from &&
      order.day <= to &&
      (location === undefined || order.location === location) &&
      (channel === undefined || order.channel === channel) &&
      (service === undefined || order.service === service) &&
      order.hour >= fromHour &&
      order.hour < toHour,
  );
}

const sumOf = <T>(things: readonly T[], of: (thing: T) => number) => things.reduce((sum, thing) => sum + of(thing), 0);
const linesOf = ({ rounds }: PlainOrder) =>
  rounds.flatMap(({ order, quote }) =>
    order.lines.map((line, i) => ({ line, quote: quote.lines[i] as OrderQuote['lines'][number] })),
  );

/** The money of whole orders, or of one dish in them. */
export function plainSums(orders: readonly PlainOrder[], item?: string) {
  const mine =
    item === undefined ? orders : orders.filter((order) => linesOf(order).some(({ line }) => line.item === item));
  const lines = mine.flatMap(linesOf).filter(({ line }) => item === undefined || line.item === item);
  const extras = item === undefined ? mine.flatMap(({ rounds }) => rounds.map(({ quote }) => quote.extra)) : [];
  const costs = [
    ...lines.map(({ quote }) => ({ money: quote.price.line, cost: quote.cost ?? null })),
    ...extras.map(({ each, once, cost = null }) => ({ money: each + once, cost })),
  ];
  const known = costs.filter(({ cost }) => cost !== null);
  return {
    orders: mine.length,
    portions: sumOf(lines, ({ line }) => line.quantity ?? 1),
    money: sumOf(costs, ({ money }) => money),
    costed: sumOf(known, ({ money }) => money),
    cost: sumOf(known, ({ cost }) => cost ?? 0),
  };
}

/** The picks of an answer and of what they opened, each with how many units of it there are. */
function picksOf(picks: readonly Pick[], times: number): { group: string; choice: string; units: number }[] {
  return picks.flatMap(({ group, choice, units = 1, picks: inner = [] }) => [
    { group, choice, units: units * times },
    ...picksOf(inner, units * times),
  ]);
}

interface Asked {
  readonly item: string;
  readonly quantity: number;
  readonly picks: { group: string; choice: string; units: number }[];
  readonly parts: OrderQuote['extra']['parts'];
  readonly views: OrderQuote['groups'];
}

/** Everything that was asked in an order: for its dishes, and for itself. */
function askedIn(order: PlainOrder): Asked[] {
  return order.rounds.flatMap(({ order: { lines, picks = [] }, quote }) => [
    ...lines.map((line, i): Asked => {
      const { price, groups } = quote.lines[i] as OrderQuote['lines'][number];
      const quantity = line.quantity ?? 1;
      return {
        item: line.item,
        quantity,
        picks: picksOf(line.picks ?? [], quantity),
        parts: price.parts,
        views: groups,
      };
    }),
    { item: '', quantity: 1, picks: picksOf(picks, 1), parts: quote.extra.parts, views: quote.groups },
  ]);
}

/** What was chosen in a group of choices, for all dishes or for one. */
export function plainGroup(orders: readonly PlainOrder[], group: string, item?: string) {
  const each = orders.map((order) => askedIn(order).filter((asked) => item === undefined || asked.item === item));
  const of = (asked: readonly Asked[]) => asked.filter(({ views }) => views.some((view) => view.group === group));
  const partsOf = (asked: readonly Asked[], choice?: string) =>
    asked.flatMap(({ parts, quantity }) =>
      parts
        .filter(
          (part) => part.kind !== 'base' && part.group === group && (choice === undefined || part.choice === choice),
        )
        .map((part) => ({
          money: part.value * (part.charge === 'each' ? quantity : 1),
          paid: part.value > 0 ? ((part.units ?? 0) - (part.included ?? 0)) * quantity : 0,
        })),
    );
  const views = each
    .flat()
    .flatMap(({ views: all, quantity }) =>
      all.filter((view) => view.group === group).map((view) => ({ ...view, quantity })),
    );
  const picked = (choice: string) => (asked: readonly Asked[]) =>
    asked.some(({ picks }) => picks.some((pick) => pick.group === group && pick.choice === choice));
  const choices = [
    ...new Set(
      each.flat().flatMap(({ picks }) => picks.filter((pick) => pick.group === group).map((pick) => pick.choice)),
    ),
  ];
  return {
    orders: each.filter((asked) => of(asked).length > 0).length,
    paidOrders: each.filter((asked) => sumOf(partsOf(asked), ({ paid }) => paid) > 0).length,
    asked: sumOf(views, ({ quantity }) => quantity),
    money: sumOf(partsOf(each.flat()), ({ money }) => money),
    included: sumOf(views, ({ included, quantity }) => included * quantity),
    used: sumOf(views, ({ included, free, quantity }) => (included - free) * quantity),
    choices: choices
      .map((choice) => ({
        choice,
        orders: each.filter(picked(choice)).length,
        units: sumOf(
          each.flat().flatMap(({ picks }) => picks.filter((pick) => pick.group === group && pick.choice === choice)),
          ({ units }) => units,
        ),
        paid: sumOf(partsOf(each.flat(), choice), ({ paid }) => paid),
        money: sumOf(partsOf(each.flat(), choice), ({ money }) => money),
      }))
      .sort((one, other) => (one.choice < other.choice ? -1 : 1)),
  };
}

/** How often dishes were in the same orders. */
export function plainPairs(orders: readonly PlainOrder[]): Map<string, number> {
  const pairs = new Map<string, number>();
  for (const order of orders) {
    const items = [...new Set(linesOf(order).map(({ line }) => line.item))].sort();
    for (const [i, item] of items.entries())
      for (const other of items.slice(i + 1)) pairs.set(`${item} ${other}`, (pairs.get(`${item} ${other}`) ?? 0) + 1);
  }
  return pairs;
}
