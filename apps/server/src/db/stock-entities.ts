import type { MovementKind, OrderProblem, What } from '@hearty-ladle/core';
import { EntitySchema } from 'typeorm';
import { safeInteger } from './safe-integer.ts';

/** Something that is or was 86'd. */
export interface OffRow {
  id: string;
  /** The client's key of the request; several things may be taken off with one. */
  requestKey: string;
  what: What;
  /** Null: everywhere. */
  locations: string[] | null;
  /** Local time of each location, `YYYY-MM-DDTHH:MM`, exclusive. */
  until: string | null;
  reason: string | null;
  since: Date;
  by: string;
  endedAt: Date | null;
  endedBy: string | null;
  /** The choices that are offered in its place. */
  standIns: string[] | null;
}
export const OffEntity = new EntitySchema<OffRow>({
  name: 'off',
  columns: {
    id: { type: 'uuid', primary: true, primaryKeyConstraintName: 'pk_off' },
    requestKey: { type: 'text', name: 'request_key' },
    what: { type: 'jsonb' },
    locations: { type: 'jsonb', nullable: true },
    until: { type: 'text', nullable: true },
    reason: { type: 'text', nullable: true },
    since: { type: 'timestamptz' },
    by: { type: 'text' },
    endedAt: { type: 'timestamptz', name: 'ended_at', nullable: true },
    endedBy: { type: 'text', name: 'ended_by', nullable: true },
    standIns: { type: 'jsonb', name: 'stand_ins', nullable: true },
  },
  indices: [
    { name: 'ix_off_open', columns: ['since'], where: 'ended_at IS NULL' },
    { name: 'ix_off_request_key', columns: ['requestKey'] },
  ],
});

/** How much is on hand, in thousandths: always the sum of its movements. */
export interface StockCountRow {
  /** `keyOfWhat` of the thing. */
  key: string;
  /** Empty for what holds wherever no count of its own says otherwise. */
  location: string;
  what: What;
  onHand: number;
  low: number | null;
}
export const StockCountEntity = new EntitySchema<StockCountRow>({
  name: 'stock_count',
  columns: {
    key: { type: 'text', primary: true, primaryKeyConstraintName: 'pk_stock_count' },
    location: { type: 'text', primary: true, primaryKeyConstraintName: 'pk_stock_count' },
    what: { type: 'jsonb' },
    onHand: { type: 'bigint', name: 'on_hand', transformer: safeInteger },
    low: { type: 'bigint', nullable: true, transformer: safeInteger },
  },
});

/** What came or went. Append-only, which the database enforces. */
export interface StockMovementRow {
  id: number;
  key: string;
  location: string;
  kind: MovementKind;
  /** In thousandths. */
  quantity: number;
  /** What was on hand after it. */
  onHand: number;
  at: Date;
  by: string;
  reason: string | null;
  orderId: string | null;
  requestKey: string | null;
}
export const StockMovementEntity = new EntitySchema<StockMovementRow>({
  name: 'stock_movement',
  columns: {
    id: {
      type: 'bigint',
      primary: true,
      primaryKeyConstraintName: 'pk_stock_movement',
      generated: 'increment',
      transformer: safeInteger,
    },
    key: { type: 'text' },
    location: { type: 'text' },
    kind: { type: 'text' },
    quantity: { type: 'bigint', transformer: safeInteger },
    onHand: { type: 'bigint', name: 'on_hand', transformer: safeInteger },
    at: { type: 'timestamptz' },
    by: { type: 'text' },
    reason: { type: 'text', nullable: true },
    orderId: { type: 'uuid', name: 'order_id', nullable: true },
    requestKey: { type: 'text', name: 'request_key', nullable: true },
  },
  indices: [
    { name: 'ix_stock_movement_key', columns: ['key', 'location', 'id'] },
    { name: 'ix_stock_movement_order', columns: ['orderId'] },
    { name: 'ix_stock_movement_request_key', columns: ['requestKey'], where: 'request_key IS NOT NULL' },
  ],
});

/** An order refused for what was off or not on hand: what could have been sold. */
export interface TurnedAwayRow {
  id: number;
  at: Date;
  /** Empty if the order named none. */
  location: string;
  channel: string;
  /** What it came to, in minor units. */
  total: number;
  /** The problems of stock alone. */
  problems: readonly OrderProblem[];
}
export const TurnedAwayEntity = new EntitySchema<TurnedAwayRow>({
  name: 'turned_away',
  columns: {
    id: {
      type: 'bigint',
      primary: true,
      primaryKeyConstraintName: 'pk_turned_away',
      generated: 'increment',
      transformer: safeInteger,
    },
    at: { type: 'timestamptz' },
    location: { type: 'text' },
    channel: { type: 'text' },
    total: { type: 'bigint', transformer: safeInteger },
    problems: { type: 'jsonb' },
  },
});

/** Online ordering that is paused. */
export interface OrderingPauseRow {
  /** Empty: everywhere. */
  location: string;
  until: Date;
  by: string;
}
export const OrderingPauseEntity = new EntitySchema<OrderingPauseRow>({
  name: 'ordering_pause',
  columns: {
    location: { type: 'text', primary: true, primaryKeyConstraintName: 'pk_ordering_pause' },
    until: { type: 'timestamptz' },
    by: { type: 'text' },
  },
});

/** Where something of stock stands, and the cases and bags in which it is delivered. */
export interface StockThingRow {
  key: string;
  what: What;
  shelf: string;
  packs: { name: string; quantity: number }[];
}
export const StockThingEntity = new EntitySchema<StockThingRow>({
  name: 'stock_thing',
  columns: {
    key: { type: 'text', primary: true, primaryKeyConstraintName: 'pk_stock_thing' },
    what: { type: 'jsonb' },
    shelf: { type: 'text' },
    packs: { type: 'jsonb' },
  },
});

export const STOCK_ENTITIES = [
  OffEntity,
  StockCountEntity,
  StockMovementEntity,
  TurnedAwayEntity,
  OrderingPauseEntity,
  StockThingEntity,
];
