import type { VoidedLine, VoidedStock } from '@hearty-ladle/core';
import { EntitySchema } from 'typeorm';
import { safeInteger } from './safe-integer.ts';

/** Lines of an order, or parts of their quantities, that a person voided after it was sent. */
export interface OrderVoidRow {
  id: string;
  orderId: string;
  requestKey: string;
  at: Date;
  by: string;
  reason: string;
  stock: VoidedStock;
  lines: VoidedLine[];
  /** What the order came to after it, in minor units. */
  due: number;
}
export const OrderVoidEntity = new EntitySchema<OrderVoidRow>({
  name: 'order_void',
  columns: {
    id: { type: 'uuid', primary: true, primaryKeyConstraintName: 'pk_order_void' },
    orderId: {
      type: 'uuid',
      name: 'order_id',
      foreignKey: { target: 'orders', inverseSide: 'id', name: 'fk_order_void_order', onDelete: 'CASCADE' },
    },
    requestKey: { type: 'text', name: 'request_key' },
    at: { type: 'timestamptz' },
    by: { type: 'text' },
    reason: { type: 'text' },
    stock: { type: 'text' },
    lines: { type: 'jsonb' },
    due: { type: 'bigint', transformer: safeInteger },
  },
  uniques: [{ name: 'uq_order_void_key', columns: ['requestKey'] }],
  indices: [{ name: 'ix_order_void_order', columns: ['orderId'] }],
});
