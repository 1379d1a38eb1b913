import Type from 'typebox';
import { optional } from '../../menu/schema-kit.ts';
import type { Refusal } from '../contract.ts';
import { PlacedOrder } from '../kitchen.ts';
import { OrderLimitFault } from '../order-limits.ts';
import { OrderProblem } from '../quote.ts';
import { many, Timestamp } from '../schema.ts';

/** Refusals that several routes share. */

export const noMenu = { 404: { when: 'There is no menu yet.' } } as const satisfies Record<number, Refusal>;

export const aboveLimit = {
  when: 'The order is larger than this restaurant takes; `fault` says in what.',
  fields: { fault: optional(OrderLimitFault) },
};

export const orderRefusals = {
  404: { when: 'There is no menu yet, or no order to add to.' },
  403: { when: 'A dish with an open price needs the PIN of a person who may enter it.' },
  409: {
    when:
      'The total differs from `seenTotal` and is in `total`; or an order with a key in `replaces` was placed after ' +
      'all and is in `order`; or another order replaced this one; or online ordering is paused, until `until`.',
    fields: { total: optional(Type.Integer()), order: optional(PlacedOrder), until: optional(Timestamp) },
  },
  422: {
    when:
      'The order can’t be placed, for the reasons in `problems`; or it is above the limit in `fault`; ' +
      'or the key was used for another order.',
    fields: { problems: optional(many(OrderProblem)), ...aboveLimit.fields },
  },
};
