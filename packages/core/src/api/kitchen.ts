import type { OrderTicket } from '../order/order-tickets.ts';
import type { OrderQuote } from '../order/quote-order.ts';
import type { Order } from '../quote/request-schema.ts';

/**
 * What the server answers about orders, tickets and printers: one source for the queries that make it and the pages
 * that read it. Times are ISO 8601 in UTC, money is in minor units.
 */

/** The state of a ticket's printout. */
export interface PaperState {
  /** `stopped`: given up because of `fault`. A person must look, and may reprint it. */
  readonly state: 'waiting' | 'sending' | 'printed' | 'stopped';
  /** The station whose printer printed it, or should. */
  readonly printer: string;
  readonly fault: string | null;
  /** Whether it may have been printed twice. */
  readonly doubtful: boolean;
}

/** A ticket on the pass; `paper` is absent if its station has no printer. */
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
  readonly sentAt: string;
  readonly bumpedAt: string | null;
  readonly paper?: PaperState;
}

/** An order in the list. */
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

/** An event in the history of an order. */
export interface OrderEvent {
  readonly at: string;
  readonly what: 'placed' | 'bumped' | 'printed' | 'not-printed';
  readonly station?: string;
  readonly printer?: string;
  readonly copy?: number;
  readonly doubtful?: boolean;
  /** Why printing was given up (`not-printed`). */
  readonly fault?: string;
}

/** An order with everything known about it. */
export interface OpenedOrder extends ListedOrder {
  readonly revision: number;
  readonly request: Order;
  readonly quote: OrderQuote;
  readonly rail: readonly (OrderTicket & { readonly id: string; readonly bumpedAt: string | null })[];
  readonly history: readonly OrderEvent[];
}

/** The progress of an order, for its guest. */
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

/** A printed line, parsed back from the bytes sent to a simulated printer. */
export type PaperLineOut =
  | { readonly text: string; readonly big: boolean; readonly bold: boolean; readonly reversed: boolean }
  /** A drawn line: PNG in base64, with its size in dots. */
  | { readonly image: string; readonly width: number; readonly height: number };

/** An order on hold at a till. `parkedAt`: ISO 8601 in UTC; `dishes`: number of lines. */
export interface ParkedOrder {
  readonly id: string;
  readonly label: string;
  readonly parkedAt: string;
  readonly dishes: number;
  /** A till is taking it right now. */
  readonly reserved: boolean;
}
