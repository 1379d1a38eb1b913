import Type, { type Static } from 'typebox';
import { Channel, Service } from '../menu/condition-schema.ts';
import { optional } from '../menu/schema-kit.ts';
import { TAKINGS_BY } from './constants.ts';
import type { StaticOf } from './contract.ts';
import { count, enumOf, many, nullable, object, oneOf, text, Timestamp, Uuid } from './schema.ts';

/** Takings: what was sold, and what guests chose. Money is in minor units, shares are told as the counts behind them. */

const money = Type.Integer();
const Day = Type.String({ format: 'date' });

/**
 * Which orders are looked at: business days `from` to `to`, both inclusive, and where named at a location, through a channel,
 * for a service, placed from one full hour to before another, with a dish.
 */
export const takingsFilter = {
  from: Day,
  to: Day,
  location: optional(text),
  channel: optional(Channel),
  service: optional(Service),
  fromHour: optional(Type.Integer({ minimum: 0, maximum: 23 })),
  toHour: optional(Type.Integer({ minimum: 1, maximum: 24 })),
  item: optional(text),
};
export type TakingsFilter = Readonly<StaticOf<typeof takingsFilter>>;

/** `costed`: the part of the money whose cost is known; `cost`: what that cost to buy. */
const sums = { orders: count, portions: count, money, costed: money, cost: money };
export const TakingsSums = object(sums);
export type TakingsSums = Readonly<Static<typeof TakingsSums>>;

export const TakingsBy = enumOf(...TAKINGS_BY);
export type TakingsBy = Static<typeof TakingsBy>;

/** The sums of one day, hour (0 to 23), weekday (1, Monday, to 7), location, channel or service. */
export const TakingsRow = object({ key: text, ...sums });
export type TakingsRow = Readonly<Static<typeof TakingsRow>>;

/** Sums of the orders looked at, the same by one of `TAKINGS_BY`, and how many orders wait to be counted. */
export const Takings = object({ all: TakingsSums, by: TakingsBy, rows: many(TakingsRow), waiting: count });
export type Takings = Readonly<Static<typeof Takings>>;

/** The sums of one dish; `orders`: those with the dish in them. */
export const DishTakings = object({ item: text, ...sums });
export type DishTakings = Readonly<Static<typeof DishTakings>>;

/** All dishes that were sold, and how many orders there were. */
export const DishesTakings = object({ orders: count, dishes: many(DishTakings) });
export type DishesTakings = Readonly<Static<typeof DishesTakings>>;

/** A choice of a group: orders that it was picked in, its units, those that cost extra, and what it added. */
export const ChoiceTakings = object({ choice: text, orders: count, units: count, paid: count, money });
export type ChoiceTakings = Readonly<Static<typeof ChoiceTakings>>;

/**
 * What was chosen in a group. `orders`: in which it was asked; `asked`: portions that it was asked for; `answered`: those with
 * an answer; `paidOrders`: orders with a choice that cost extra; `money`: what it added beyond the base price; `included`,
 * `used`: units that the price includes, and how many of them were taken.
 */
export const GroupTakings = object({
  group: text,
  orders: count,
  paidOrders: count,
  asked: count,
  answered: count,
  money,
  included: count,
  used: count,
  choices: many(ChoiceTakings),
});
export type GroupTakings = Readonly<Static<typeof GroupTakings>>;

/** A choice that is offered and was not picked; `last`: the last day on which it was, null if it never was. */
export const UnpickedChoice = object({ group: text, choice: text, last: nullable(Day) });
export type UnpickedChoice = Readonly<Static<typeof UnpickedChoice>>;

/** All groups that were asked, and what is offered and was not picked. */
export const GroupsTakings = object({ orders: count, groups: many(GroupTakings), unpicked: many(UnpickedChoice) });
export type GroupsTakings = Readonly<Static<typeof GroupsTakings>>;

/** A dish (`item`), or a choice (`group`, `choice`). */
export const SoldThing = oneOf(object({ item: text }), object({ group: text, choice: text }));
export type SoldThing = Static<typeof SoldThing>;

/** Two things in the same orders: how often together, and each by itself (`one`: the first). */
export const Pair = object({ first: SoldThing, second: SoldThing, both: count, one: count, other: count });
export type Pair = Readonly<Static<typeof Pair>>;
/** `from`: the first day looked at, which may be later than the one asked for. */
export const Pairs = object({ from: Day, orders: count, pairs: many(Pair) });
export type Pairs = Readonly<Static<typeof Pairs>>;

/** A note that was written more than once: with which dishes (most often first) and in answer to which group. */
export const RepeatedNote = object({ text, group: text, items: many(text), orders: count, last: Day });
export type RepeatedNote = Readonly<Static<typeof RepeatedNote>>;

/** How long tickets hang at a station, from sent to bumped, in seconds; `hour`: null for all of them. */
export const HangTime = object({
  station: text,
  hour: nullable(count),
  tickets: count,
  median: Type.Number(),
  p90: Type.Number(),
});
export type HangTime = Readonly<Static<typeof HangTime>>;

/** What guests asked for and could not have: orders that were refused for it, and what those came to. */
export const Missed = object({
  kind: enumOf('item', 'choice', 'ingredient'),
  id: text,
  orders: count,
  money,
  last: Day,
});
export type Missed = Readonly<Static<typeof Missed>>;

/** The dish or the choice that others are looked at with. */
export const togetherWith = { withItem: optional(text), withGroup: optional(text), withChoice: optional(text) };

/** Which figure the orders are wanted behind, besides the filter. */
export const behindFigure = {
  ...takingsFilter,
  group: optional(text),
  choice: optional(text),
  ...togetherWith,
  note: optional(text),
  station: optional(text),
  /** 1: Monday. */
  weekday: optional(Type.Integer({ minimum: 1, maximum: 7 })),
};
export type BehindFigure = Readonly<StaticOf<typeof behindFigure>>;

/** An order behind a figure. */
export const OrderBehind = object({
  id: Uuid,
  number: count,
  placedAt: Timestamp,
  location: text,
  dishes: many(text),
  money,
});
export type OrderBehind = Readonly<Static<typeof OrderBehind>>;
/** The latest orders behind a figure, and how many there are. */
export const OrdersBehind = object({ total: count, orders: many(OrderBehind) });
export type OrdersBehind = Readonly<Static<typeof OrdersBehind>>;

/** One price that is tried: its place in the menu (see `pricePlaces`), the price list, and what it would be. */
const TriedPrice = object({
  place: text,
  list: text,
  amount: Type.Integer({ minimum: -100_000_000, maximum: 100_000_000 }),
});

/** The orders of the last days, quoted with the draft as it is, and with other prices. */
export const WhatIfRequest = object({
  location: nullable(text),
  days: Type.Integer({ minimum: 1, maximum: 365 }),
  prices: Type.Array(TriedPrice, { minItems: 1, maxItems: 100 }),
});
export type WhatIfRequest = Readonly<Static<typeof WhatIfRequest>>;
