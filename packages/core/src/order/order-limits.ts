import type { OrderLimitFault, OrderLimits } from '../api/order-limits.ts';
import type { Order } from '../api/line.ts';

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
