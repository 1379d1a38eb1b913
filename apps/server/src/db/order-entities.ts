import type { Order, OrderQuote, OrderTicket, PaperLineOut, PaperState } from '@hearty-ladle/core';
import { EntitySchema } from 'typeorm';
import { HouseEntity } from './house-entities.ts';
import { safeInteger } from './safe-integer.ts';
import { TicketEventEntity } from './ticket-event-entity.ts';
import { OrderVoidEntity } from './void-entities.ts';

/** A placed order with its request, its quote and the edition of the menu it was quoted on. */
export interface OrderRow {
  id: string;
  number: number;
  key: string;
  fingerprint: string;
  placedAt: Date;
  edition: number;
  request: Order;
  quote: OrderQuote;
  total: number;
  /** What is left of the total after voids. */
  due: number;
  /** The order that it was added to, as a round; null for an order's first. */
  addedTo: string | null;
  /** From 1. */
  round: number;
  /** The choices that stood in for others when it was placed. */
  standIns: string[] | null;
  /** Who to call and where to bring it, as entered. */
  name: string | null;
  place: string | null;
  /** The names of the lines' dishes when they were sold, in the menu's first language. */
  dishes: readonly string[];
  /** Lower-case text that the order is found by. */
  search: string;
  /** By which its guest follows it; nobody else knows it. */
  guestToken: string;
  /** When its name, place and notes were blanked. */
  blankedAt: Date | null;
}
export const OrderEntity = new EntitySchema<OrderRow>({
  name: 'orders',
  columns: {
    id: { type: 'uuid', primary: true, primaryKeyConstraintName: 'pk_orders' },
    number: { type: 'integer', generated: 'increment' },
    key: { type: 'text' },
    fingerprint: { type: 'text' },
    placedAt: { type: 'timestamptz', name: 'placed_at' },
    edition: { type: 'integer', foreignKey: { target: 'edition', inverseSide: 'number', name: 'fk_orders_edition' } },
    request: { type: 'jsonb' },
    quote: { type: 'jsonb' },
    total: { type: 'bigint', transformer: safeInteger },
    due: { type: 'bigint', transformer: safeInteger },
    addedTo: {
      type: 'uuid',
      name: 'added_to',
      nullable: true,
      foreignKey: { target: 'orders', inverseSide: 'id', name: 'fk_orders_added_to', onDelete: 'CASCADE' },
    },
    round: { type: 'integer', default: 1 },
    standIns: { type: 'jsonb', name: 'stand_ins', nullable: true },
    name: { type: 'text', nullable: true },
    place: { type: 'text', nullable: true },
    dishes: { type: 'jsonb', default: [] },
    search: { type: 'text', select: false },
    guestToken: { type: 'uuid', name: 'guest_token' },
    blankedAt: { type: 'timestamptz', name: 'blanked_at', nullable: true },
  },
  uniques: [
    { name: 'uq_orders_key', columns: ['key'] },
    { name: 'uq_orders_guest_token', columns: ['guestToken'] },
  ],
  indices: [
    { name: 'ix_orders_placed_at', columns: ['placedAt'] },
    { name: 'ix_orders_number', columns: ['number', 'round'], unique: true },
    { name: 'ix_orders_unblanked', columns: ['placedAt'], where: 'blanked_at IS NULL' },
    { name: 'ix_orders_added_to', columns: ['addedTo'], where: 'added_to IS NOT NULL' },
    // A trigram index, which the mapper can't describe; a migration creates it.
    { name: 'ix_orders_search', columns: ['search'], synchronize: false },
  ],
});

/** A ticket on the pass. */
export interface TicketRow {
  id: string;
  orderId: string;
  orderNumber: number;
  station: string;
  body: OrderTicket;
  sentAt: Date;
  bumpedAt: Date | null;
  version: number;
}
export const TicketEntity = new EntitySchema<TicketRow>({
  name: 'ticket',
  columns: {
    id: { type: 'uuid', primary: true, primaryKeyConstraintName: 'pk_ticket' },
    orderId: {
      type: 'uuid',
      name: 'order_id',
      foreignKey: { target: 'orders', inverseSide: 'id', name: 'fk_ticket_order', onDelete: 'CASCADE' },
    },
    orderNumber: { type: 'integer', name: 'order_number' },
    station: { type: 'text' },
    body: { type: 'jsonb' },
    sentAt: { type: 'timestamptz', name: 'sent_at' },
    bumpedAt: { type: 'timestamptz', name: 'bumped_at', nullable: true },
    version: { type: 'integer' },
  },
  indices: [
    { name: 'ix_ticket_sent_at', columns: ['sentAt'] },
    { name: 'ix_ticket_order', columns: ['orderId'] },
    { name: 'ix_ticket_bumped_at', columns: ['bumpedAt'] },
  ],
});

/** One printout of a ticket, pending or done. */
export interface PrintJobRow {
  id: string;
  ticketId: string;
  /** The printer that should print it now: its station's at its location, or the backup's. */
  printer: string;
  /** If a process crashes while `sending`, nobody knows whether the ticket was printed. */
  state: PaperState['state'];
  /** 0 for the first print; counts reprints. */
  copy: number;
  /** Whether an earlier attempt may have reached paper. */
  doubtful: boolean;
  /** Attempts with an unknown outcome; each may have reached paper. */
  doubts: number;
  attempts: number;
  fault: string | null;
  createdAt: Date;
  /** When to try next. An unprinted job long past this time was left behind by a process that died. */
  dueAt: Date;
  printedAt: Date | null;
}
export const PrintJobEntity = new EntitySchema<PrintJobRow>({
  name: 'print_job',
  columns: {
    id: { type: 'uuid', primary: true, primaryKeyConstraintName: 'pk_print_job' },
    ticketId: {
      type: 'uuid',
      name: 'ticket_id',
      foreignKey: { target: 'ticket', inverseSide: 'id', name: 'fk_print_job_ticket', onDelete: 'CASCADE' },
    },
    printer: { type: 'text' },
    state: { type: 'text' },
    copy: { type: 'integer' },
    doubtful: { type: 'boolean' },
    doubts: { type: 'integer', default: 0 },
    attempts: { type: 'integer' },
    fault: { type: 'text', nullable: true },
    createdAt: { type: 'timestamptz', name: 'created_at' },
    dueAt: { type: 'timestamptz', name: 'due_at' },
    printedAt: { type: 'timestamptz', name: 'printed_at', nullable: true },
  },
  indices: [
    { name: 'ix_print_job_ticket', columns: ['ticketId'] },
    { name: 'ix_print_job_due', columns: ['dueAt'], where: `state NOT IN ('printed', 'stopped')` },
  ],
});

/** A station's printer at a location (null where the house has none): its address and last known health. */
export interface PrinterRow {
  /** `printerAt` of both. */
  id: string;
  station: string;
  location: string | null;
  host: string;
  port: number;
  health: string;
  since: Date;
}
export const PrinterEntity = new EntitySchema<PrinterRow>({
  name: 'printer',
  columns: {
    id: { type: 'text', primary: true, primaryKeyConstraintName: 'pk_printer' },
    station: { type: 'text' },
    location: { type: 'text', nullable: true },
    host: { type: 'text' },
    port: { type: 'integer' },
    health: { type: 'text' },
    since: { type: 'timestamptz' },
  },
});

/** How a simulated printer behaves just now. */
export interface SimPrinterRow {
  printer: string;
  mode: string;
}
export const SimPrinterEntity = new EntitySchema<SimPrinterRow>({
  name: 'sim_printer',
  columns: {
    printer: { type: 'text', primary: true, primaryKeyConstraintName: 'pk_sim_printer' },
    mode: { type: 'text' },
  },
});

/** What a simulated printer printed: one ticket, up to the cut. */
export interface SimPaperRow {
  id: number;
  printer: string;
  printedAt: Date;
  body: PaperLineOut[];
}
export const SimPaperEntity = new EntitySchema<SimPaperRow>({
  name: 'sim_paper',
  columns: {
    id: {
      type: 'bigint',
      primary: true,
      generated: 'increment',
      primaryKeyConstraintName: 'pk_sim_paper',
      transformer: safeInteger,
    },
    printer: { type: 'text' },
    printedAt: { type: 'timestamptz', name: 'printed_at' },
    body: { type: 'jsonb' },
  },
  indices: [{ name: 'ix_sim_paper_printer', columns: ['printer', 'id'] }],
});

/** An order on hold, available at every till; reserved for one till while that till takes it. */
export interface ParkedOrderRow {
  id: string;
  label: string;
  request: Order;
  parkedAt: Date;
  /** The client's key of the request that parked it. */
  key: string | null;
  reservedBy: string | null;
  reservedUntil: Date | null;
  /** Set when a till has taken it; the row is kept for a while so that no other till can take it too. */
  takenAt: Date | null;
}
export const ParkedOrderEntity = new EntitySchema<ParkedOrderRow>({
  name: 'parked_order',
  columns: {
    id: { type: 'uuid', primary: true, primaryKeyConstraintName: 'pk_parked_order' },
    label: { type: 'text' },
    request: { type: 'jsonb' },
    parkedAt: { type: 'timestamptz', name: 'parked_at' },
    key: { type: 'text', nullable: true },
    reservedBy: { type: 'text', name: 'reserved_by', nullable: true },
    reservedUntil: { type: 'timestamptz', name: 'reserved_until', nullable: true },
    takenAt: { type: 'timestamptz', name: 'taken_at', nullable: true },
  },
  uniques: [{ name: 'uq_parked_order_key', columns: ['key'] }],
});

/** A key that can't place an order any more: its request was never answered, and another replaced it. */
export interface AbandonedKeyRow {
  key: string;
  at: Date;
}
export const AbandonedKeyEntity = new EntitySchema<AbandonedKeyRow>({
  name: 'abandoned_key',
  columns: {
    key: { type: 'text', primary: true, primaryKeyConstraintName: 'pk_abandoned_key' },
    at: { type: 'timestamptz' },
  },
});

export const ORDER_ENTITIES = [
  OrderEntity,
  OrderVoidEntity,
  TicketEntity,
  TicketEventEntity,
  PrintJobEntity,
  PrinterEntity,
  ParkedOrderEntity,
  AbandonedKeyEntity,
  SimPrinterEntity,
  SimPaperEntity,
  HouseEntity,
];
