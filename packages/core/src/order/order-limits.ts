import Type, { type Static } from 'typebox';
import { closed, int } from '../menu/schema-kit.ts';
import type { Order } from '../quote/request-schema.ts';

/** How large an order a house takes: a kitchen can't make more, and a printer can't print it. */
export const OrderLimits = Type.Object({
  maxLines: int(1, 200),
  /** Of one dish on one line, for guests; a till may take more. */
  maxGuestQuantity: int(1, 999),
  /** Of the whole order, in minor units. */
  maxTotal: int(1, 1_000_000_000),
}, closed);
export type OrderLimits = Static<typeof OrderLimits>;

/** What of an order is above a limit: its lines, one line's quantity, or its total. */
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

/** Whether a quoted total can't be taken: above the limit, or beyond what is counted exactly. */
export function totalFaultOf(total: number, { maxTotal }: OrderLimits): OrderLimitFault | undefined {
  return Number.isSafeInteger(total) && total <= maxTotal ? undefined : { code: 'total-above-limit', limit: maxTotal };
}
