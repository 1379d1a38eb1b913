import type { OrderTicket } from '../order/order-tickets.ts';
import type { OrderQuote } from '../order/quote-order.ts';
import type { Order } from '../quote/request-schema.ts';

/**
 * What the server answers about orders, tickets and printers: one source for the queries that make it and the pages
 * that read it. Times are ISO 8601 in UTC, money is in minor units.
 */

/** What became of a ticket's paper. */
export interface PaperState {
  /** `stopped`: given up; `fault` says why. Somebody must look, and may print it again. */
  readonly state: 'waiting' | 'sending' | 'printed' | 'stopped';
  /** The station whose printer printed it, or is to. */
  readonly printer: string;
  readonly fault: string | null;
  /** Whether it may be on paper twice. */
  readonly doubtful: boolean;
}

/** A ticket as the pass shows it; `paper` is absent where its station has no printer. */
export interface PassTicket {
  readonly id: string;
  readonly orderId: string;
  readonly orderNumber: number;
  readonly name: string | null;
  readonly place: string | null;
  readonly service: string;
  readonly station: string;
  readonly lines: OrderTicket['lines'];
  readonly notes: OrderTicket['notes'];
  readonly hungAt: string;
  readonly bumpedAt: string | null;
  readonly paper?: PaperState;
}

/** An order as the list shows it. */
export interface ListedOrder {
  readonly id: string;
  readonly number: number;
  readonly placedAt: string;
  readonly name: string | null;
  readonly place: string | null;
  readonly total: number;
  readonly channel: string;
  readonly service: string;
  readonly lines: readonly { readonly item: string; readonly quantity: number }[];
  readonly tickets: number;
  readonly bumped: number;
}

/** Something that happened to an order, for its history. */
export interface OrderEvent {
  readonly at: string;
  readonly what: 'placed' | 'bumped' | 'printed' | 'not-printed';
  readonly station?: string;
  readonly printer?: string;
  readonly copy?: number;
  readonly doubtful?: boolean;
  /** Why it was given up (`not-printed`). */
  readonly fault?: string;
}

/** An order with everything that is known of it. */
export interface OpenedOrder extends ListedOrder {
  readonly revision: number;
  readonly request: Order;
  readonly quote: OrderQuote;
  readonly rail: readonly (OrderTicket & { readonly id: string; readonly bumpedAt: string | null })[];
  readonly history: readonly OrderEvent[];
}

/** How far an order is, for whoever placed it. */
export interface Progress {
  readonly number: number;
  readonly total: number;
  readonly tickets: number;
  readonly bumped: number;
}

export interface PlacedOrder {
  readonly id: string;
  readonly number: number;
  readonly total: number;
}

/** A line as it stands on paper, read back from the bytes that a simulated printer was sent. */
export type PaperLineOut =
  | { readonly text: string; readonly big: boolean; readonly bold: boolean; readonly reversed: boolean }
  /** A drawn line: a PNG in base64, and its size in dots. */
  | { readonly image: string; readonly width: number; readonly height: number };

/** An order on hold at a till. `heldAt`: ISO 8601 in UTC; `dishes`: the number of its lines. */
export interface ParkedOrder {
  readonly id: string;
  readonly label: string;
  readonly heldAt: string;
  readonly dishes: number;
  /** A till is resuming it just now. */
  readonly reserved: boolean;
}
