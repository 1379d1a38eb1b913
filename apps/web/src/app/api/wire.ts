import type { Change, Fault, Order, OrderQuote, OrderTicket, Problem, Thing, ThingKind, ThingRef, Workbook } from '@hearty-ladle/core';

/** What the server sends; the shapes of its routes. */
export type Versions = Partial<Record<ThingKind, Record<string, number>>>;

export interface StoredMenu {
  readonly revision: number;
  readonly menu: Workbook;
  readonly versions: Versions;
}

export interface KeptChange {
  readonly revision: number;
  readonly seq: number;
  readonly versions: readonly (ThingRef & { version: number })[];
}

export interface Conflict extends ThingRef {
  readonly version: number;
  readonly thing?: Thing;
}

export type SaidFault = Fault & { readonly says: string };

export interface PlacedOrder {
  readonly id: string;
  readonly number: number;
  readonly total: number;
}

export type LineProblem = Problem & { readonly line: number | null };

/** What became of a ticket's paper. */
export interface PaperState {
  readonly state: 'waiting' | 'sending' | 'printed';
  readonly printer: string;
  readonly fault: string | null;
  readonly doubtful: boolean;
}

export interface PassTicket extends OrderTicket {
  readonly id: string;
  readonly orderId: string;
  readonly orderNumber: number;
  readonly name: string | null;
  readonly place: string | null;
  readonly service: string;
  readonly hungAt: string;
  readonly bumpedAt: string | null;
  readonly paper?: PaperState;
}

export interface Printer {
  readonly station: string;
  readonly host: string;
  readonly port: number;
  readonly health: string;
  readonly since: string;
  /** How it is played; null for a real one. */
  readonly mode: string | null;
}

export type PaperLineOut =
  | { readonly text: string; readonly big: boolean; readonly bold: boolean; readonly reversed: boolean }
  | { readonly image: string; readonly width: number; readonly height: number };
export interface PaperOut {
  readonly id: number;
  readonly printedAt: string;
  readonly body: readonly PaperLineOut[];
}

export interface Progress {
  readonly number: number;
  readonly total: number;
  readonly tickets: number;
  readonly bumped: number;
}

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

export interface OrderEvent {
  readonly at: string;
  readonly what: 'placed' | 'bumped' | 'printed';
  readonly station?: string;
  readonly printer?: string;
  readonly copy?: number;
  readonly doubtful?: boolean;
}

export interface OpenedOrder extends ListedOrder {
  readonly revision: number;
  readonly request: Order;
  readonly quote: OrderQuote;
  readonly rail: readonly (OrderTicket & { readonly id: string; readonly bumpedAt: string | null })[];
  readonly history: readonly OrderEvent[];
}

export interface HeldOrder {
  readonly id: string;
  readonly label: string;
  readonly heldAt: string;
  readonly dishes: number;
}

export type LiveEvent = { readonly type: 'connected' } | { readonly type: 'menu'; readonly revision: number } | { readonly type: 'tickets' | 'printers' | 'paper' };

/** One change of the menu as the journal keeps it. */
export interface JournalEntry {
  readonly seq: number;
  readonly at: string;
  readonly by: string;
  readonly label: string;
  readonly change: Change;
  readonly inverse: Change;
  readonly undoes: number | null;
}
