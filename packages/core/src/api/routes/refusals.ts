import Type from 'typebox';
import { optional } from '../../menu/schema-kit.ts';
import { notAllowed, type Refusal } from '../contract.ts';
import { PlacedOrder } from '../kitchen.ts';
import { OrderLimitFault } from '../order-limits.ts';
import { OrderProblem } from '../quote.ts';
import { enumOf, many, Timestamp } from '../schema.ts';

/** Refusals that several routes share. */

export const noMenu = { 404: { when: 'There is no menu yet.' } } as const satisfies Record<number, Refusal>;

export const busyWithTables = { 503: { when: 'Others are reading or writing tables.' } } as const satisfies Record<
  number,
  Refusal
>;

export const aboveLimit = {
  when: 'The order is larger than this restaurant takes; `fault` says in what.',
  fields: { fault: optional(OrderLimitFault) },
};

export const orderRefusals = {
  404: { when: 'There is no menu yet, or no order to add to.' },
  403: {
    when: 'A dish with an open price, or what is short, is sold only by a person who may; or the till is elsewhere.',
    fields: notAllowed,
  },
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

/** Why a password or a person is not taken. */
export const notTaken = {
  when:
    'The password is too short, too long or too common; or the current one is wrong; or the name is taken; or a role names ' +
    'an unknown location, or only one where it is for the whole house; or no owner would be left. `reason` says which.',
  fields: {
    reason: optional(
      enumOf(
        'too-short',
        'too-long',
        'too-common',
        'wrong-password',
        'name-taken',
        'unknown-location',
        'whole-house',
        'last-owner',
      ),
    ),
  },
};
