import type { Change, Fault, OrderTicket, Problem, Thing, ThingKind, ThingRef, Workbook } from '@hearty-ladle/core';

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

export interface PassTicket extends OrderTicket {
  readonly id: string;
  readonly orderNumber: number;
  readonly hungAt: string;
  readonly bumpedAt: string | null;
}

export type LiveEvent = { readonly type: 'connected' } | { readonly type: 'menu'; readonly revision: number } | { readonly type: 'tickets' };

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
