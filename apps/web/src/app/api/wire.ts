import type { Change, Fault, PaperLineOut, Problem, StoredHouse, Thing, ThingKind, ThingRef, Workbook } from '@hearty-ladle/core';

export type { ListedOrder, OpenedOrder, OrderEvent, ParkedOrder, PassTicket, PlacedOrder, Progress } from '@hearty-ladle/core';

/** Versions of menu objects, by kind and id. */
export type Versions = Partial<Record<ThingKind, Record<string, number>>>;

export interface StoredMenu {
  readonly revision: number;
  readonly menu: Workbook;
  readonly versions: Versions;
}

export interface SavedChange {
  readonly revision: number;
  readonly seq: number;
  readonly versions: readonly (ThingRef & { version: number })[];
}

export interface Conflict extends ThingRef {
  readonly version: number;
  readonly thing?: Thing;
}

export type FaultWithMessage = Fault & { readonly says: string };

export type LineProblem = Problem & { readonly line: number | null };

export interface Printer {
  readonly station: string;
  readonly host: string;
  readonly port: number;
  readonly health: string;
  readonly since: string;
  /** The behaviour of a simulated printer; null for a real one. */
  readonly mode: string | null;
}

export interface PaperOut {
  readonly id: number;
  readonly printedAt: string;
  readonly body: readonly PaperLineOut[];
}

/** The live settings, and the disk space that pictures take. */
export interface HouseNow extends StoredHouse {
  readonly pictures: { readonly pictures: number; readonly bytes: number; readonly unused: number; readonly unusedBytes: number };
}

export type LiveEvent = { readonly type: 'connected' } | { readonly type: 'menu'; readonly revision: number } | { readonly type: 'tickets' | 'printers' | 'paper' | 'parked' | 'house' };

/** One journal entry. */
export interface JournalEntry {
  readonly seq: number;
  readonly at: string;
  readonly by: string;
  readonly label: string;
  readonly change: Change;
  readonly inverse: Change;
  readonly undoes: number | null;
}
