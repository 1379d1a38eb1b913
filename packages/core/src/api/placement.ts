import Type, { type Static } from 'typebox';
import { Order } from './line.ts';
import { closed, list, optional } from '../menu/schema-kit.ts';

const { $id: _id, $defs, properties, ...shape } = Order;
const request = Type.String({ maxLength: 60 });
const Placed = Type.Object(
  {
    /** Name to call when the order is ready. */
    name: optional(request),
    /** Where to bring it, such as a table. */
    place: optional(request),
    /** Allergens that the guest can't have; every ticket of the order is headed by them. */
    avoid: optional(list(request)),
    /** At the till, by a person who may: judged by what is off by hand, even if there is not enough on hand. */
    evenIfShort: optional(Type.Boolean()),
    /** Total the guest saw, in minor units; an order with a different total is not placed. */
    seenTotal: optional(Type.Integer()),
  },
  closed,
);

/** An order with what placing it needs: name, place, what the guest can't have, and the total seen. */
export const Placement = {
  ...shape,
  $id: 'hearty-ladle:placement',
  $defs,
  properties: { ...properties, ...Placed.properties },
};
export type Placement = Order & Static<typeof Placed>;

/** The order without the fields that only placing needs. */
export function orderOf({
  name: _name,
  place: _place,
  avoid: _avoid,
  evenIfShort: _evenIfShort,
  seenTotal: _seen,
  ...order
}: Placement): Order {
  return order;
}
