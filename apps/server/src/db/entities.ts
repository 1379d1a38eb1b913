import type { Change, OrderQuote, OrderTicket, Order, Thing } from '@hearty-ladle/core';
import { EntitySchema, type ValueTransformer } from 'typeorm';

/** bigint comes from the driver as text; here it is a number that is known to be exact. */
const safeInteger: ValueTransformer = {
  to: (value: number) => value,
  from: (text: string | null) => {
    if (text === null) return null;
    const value = Number(text);
    if (!Number.isSafeInteger(value)) throw new Error(`not a safe integer: ${text}`);
    return value;
  },
};

/** The one row that every writer of the menu locks. */
export interface MenuStateRow { id: number; revision: number }
export const MenuStateEntity = new EntitySchema<MenuStateRow>({
  name: 'menu_state',
  columns: {
    id: { type: 'integer', primary: true, primaryKeyConstraintName: 'pk_menu_state' },
    revision: { type: 'bigint', transformer: safeInteger },
  },
});

/** A thing of the menu with the version that changes are based on. */
export interface MenuThingRow { kind: string; id: string; version: number; body: Thing }
export const MenuThingEntity = new EntitySchema<MenuThingRow>({
  name: 'menu_thing',
  columns: {
    kind: { type: 'text', primary: true, primaryKeyConstraintName: 'pk_menu_thing' },
    id: { type: 'text', primary: true, primaryKeyConstraintName: 'pk_menu_thing' },
    version: { type: 'integer' },
    body: { type: 'jsonb' },
  },
});

/** The order of the things of one kind. */
export interface MenuListRow { kind: string; ids: string[] }
export const MenuListEntity = new EntitySchema<MenuListRow>({
  name: 'menu_list',
  columns: {
    kind: { type: 'text', primary: true, primaryKeyConstraintName: 'pk_menu_list' },
    ids: { type: 'jsonb' },
  },
});

/** One change of the menu: who, when, what, and the way back. */
export interface JournalRow {
  seq: number;
  at: Date;
  by: string;
  label: string;
  revision: number;
  change: Change;
  inverse: Change;
  touched: { kind: string; id: string; version: number }[];
  undoes: number | null;
}
export const JournalEntity = new EntitySchema<JournalRow>({
  name: 'journal',
  columns: {
    seq: { type: 'bigint', primary: true, generated: 'increment', primaryKeyConstraintName: 'pk_journal', transformer: safeInteger },
    at: { type: 'timestamptz' },
    by: { type: 'text' },
    label: { type: 'text' },
    revision: { type: 'bigint', transformer: safeInteger },
    change: { type: 'jsonb' },
    inverse: { type: 'jsonb' },
    touched: { type: 'jsonb' },
    undoes: { type: 'bigint', nullable: true, transformer: safeInteger },
  },
});

/** An accepted order with the request, the quote and the menu's revision that it was quoted on. */
export interface OrderRow {
  id: string;
  number: number;
  key: string;
  fingerprint: string;
  placedAt: Date;
  revision: number;
  request: Order;
  quote: OrderQuote;
  total: number;
}
export const OrderEntity = new EntitySchema<OrderRow>({
  name: 'orders',
  columns: {
    id: { type: 'uuid', primary: true, primaryKeyConstraintName: 'pk_orders' },
    number: { type: 'integer', generated: 'increment' },
    key: { type: 'text' },
    fingerprint: { type: 'text' },
    placedAt: { type: 'timestamptz', name: 'placed_at' },
    revision: { type: 'bigint', transformer: safeInteger },
    request: { type: 'jsonb' },
    quote: { type: 'jsonb' },
    total: { type: 'bigint', transformer: safeInteger },
  },
  uniques: [{ name: 'uq_orders_key', columns: ['key'] }],
});

/** A ticket as it hangs on the pass. */
export interface TicketRow {
  id: string;
  orderId: string;
  orderNumber: number;
  station: string;
  body: OrderTicket;
  hungAt: Date;
  bumpedAt: Date | null;
  version: number;
}
export const TicketEntity = new EntitySchema<TicketRow>({
  name: 'ticket',
  columns: {
    id: { type: 'uuid', primary: true, primaryKeyConstraintName: 'pk_ticket' },
    orderId: {
      type: 'uuid', name: 'order_id',
      foreignKey: { target: 'orders', inverseSide: 'id', name: 'fk_ticket_order', onDelete: 'CASCADE' },
    },
    orderNumber: { type: 'integer', name: 'order_number' },
    station: { type: 'text' },
    body: { type: 'jsonb' },
    hungAt: { type: 'timestamptz', name: 'hung_at' },
    bumpedAt: { type: 'timestamptz', name: 'bumped_at', nullable: true },
    version: { type: 'integer' },
  },
  indices: [{ name: 'ix_ticket_hung_at', columns: ['hungAt'] }],
});

export const ENTITIES = [MenuStateEntity, MenuThingEntity, MenuListEntity, JournalEntity, OrderEntity, TicketEntity];
