import Type, { type Static } from 'typebox';
import { int } from '../menu/schema-kit.ts';
import { object, oneOf } from './schema.ts';

/** Limits on the size of an order. */
export const OrderLimits = object({
  maxLines: int(1, 200),
  /** Per line, for guests; a till may order more. */
  maxGuestQuantity: int(1, 999),
  /** Total in minor units. */
  maxTotal: int(1, 1_000_000_000),
});
export type OrderLimits = Static<typeof OrderLimits>;

/** What exceeds a limit: the number of lines, one line's quantity, or the total. */
export const OrderLimitFault = oneOf(
  object({ code: Type.Literal('too-many-lines'), limit: Type.Integer(), have: Type.Integer() }),
  object({
    code: Type.Literal('quantity-above-limit'),
    line: Type.Integer(),
    limit: Type.Integer(),
    have: Type.Integer(),
  }),
  object({ code: Type.Literal('total-above-limit'), limit: Type.Integer() }),
);
export type OrderLimitFault = Static<typeof OrderLimitFault>;
