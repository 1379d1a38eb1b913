import Type, { type Static } from 'typebox';
import { closed, int } from '../menu/schema-kit.ts';
import type { Order } from '../quote/request-schema.ts';

/** Limits on the size of an order. */
export const OrderLimits = Type.Object({
  maxLines: int(1, 200),
  /** Per line, for guests; a till may order more. */
  maxGuestQuantity: int(1, 999),
  /** Total in minor units. */
  maxTotal: int(1, 1_000_000_000),
}, closed);
export type OrderLimits = Static<typeof OrderLimits>;

/** What exceeds a limit: the number of lines, one line's quantity, or the total. */
export type OrderLimitFault =
  | { readonly code: 'too-many-lines'; readonly limit: number; readonly have: number }
  | { readonly code: 'quantity-above-limit'; readonly line: number; readonly limit: number; readonly have: number }
  | { readonly code: 'total-above-limit'; readonly limit: number };

/** The first limit that an order exceeds before it is quoted. */
export function limitFaultOf({ lines }: Order, limits: OrderLimits, isGuest: boolean): OrderLimitFault | undefined {
  if (lines.length > limits.maxLines) return { code: 'too-many-lines', limit: limits.maxLines, have: lines.length };
  const limit = limits.maxGuestQuantity;
  const line = isGuest ? lines.findIndex(({ quantity = 1 }) => quantity > limit) : -1;
  return line < 0 ? undefined : { code: 'quantity-above-limit', line, limit, have: lines[line]?.quantity ?? 1 };
}

/** Whether a total is too high: above the limit, or beyond exact integers. */
export function totalFaultOf(total: number, { maxTotal }: OrderLimits): OrderLimitFault | undefined {
  return Number.isSafeInteger(total) && total <= maxTotal ? undefined : { code: 'total-above-limit', limit: maxTotal };
}
