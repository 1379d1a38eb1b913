import Type, { type Static } from 'typebox';
import { Order } from '../quote/request-schema.ts';
import { closed, optional } from '../menu/schema-kit.ts';

const { $id: _id, $defs, properties, ...shape } = Order;
const request = Type.String({ maxLength: 60 });
const Placed = Type.Object({
  /** Whom to call when it is ready. */
  name: optional(request),
  /** Where to bring it: a table, a corner. */
  place: optional(request),
  /** The total that the person saw; an order that comes to another is not placed. */
  seenTotal: optional(Type.Integer()),
  /** The word of a person who may name a price at the till. */
  pin: optional(request),
}, closed);

/** An order as it is placed: what is ordered, for whom, and what it was seen to cost. */
export const Placement = { ...shape, $id: 'hearty-ladle:placement', $defs, properties: { ...properties, ...Placed.properties } };
export type Placement = Order & Static<typeof Placed>;

/** What is ordered, apart from who ordered it. */
export function orderOf({ name: _name, place: _place, seenTotal: _seen, pin: _pin, ...order }: Placement): Order {
  return order;
}

/** Dishes whose price is named at the till, by a person who may. */
export const OPEN_PRICE_TAG = 'open price';
