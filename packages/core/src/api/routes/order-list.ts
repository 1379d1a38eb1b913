import Type from 'typebox';
import { int, optional } from '../../menu/schema-kit.ts';
import { json } from '../contract.ts';
import { ListedOrder, OpenedOrder, OrderState } from '../kitchen.ts';
import { many, text, Uuid } from '../schema.ts';

/** The number before which a list goes on; as large as PostgreSQL counts. */
export const before = optional(int(0, 2_147_483_647));

/** Finding orders, at the workbench and at a till. */
export const orderList = {
  query: {
    find: optional(Type.String({ maxLength: 80 })),
    location: optional(text),
    day: optional(Type.String({ format: 'date' })),
    state: optional(OrderState),
    before,
  },
  responses: { 200: json(many(ListedOrder)) },
};

/** Opening an order that was found. */
export const oneOrder = {
  params: { id: Uuid },
  responses: { 200: json(OpenedOrder) },
  refusals: { 404: { when: 'There is no such order.' } },
};
