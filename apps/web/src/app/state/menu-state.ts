import {
  type Change,
  type Reach,
  type ThingClash,
  type ThingKind,
  type ThingRef,
  touchedBy,
  type Workbook,
  type Versions,
} from '@hearty-ladle/core';
import type { FailureKind } from '../api/failure.ts';

/** An edit that the server has not acknowledged yet. */
export interface PendingEdit {
  readonly id: number;
  readonly label: string;
  readonly change: Change;
  readonly inverse: Change;
  /** Consecutive edits with the same key are merged into one: typing a name, for example. */
  readonly mergeKey: string | undefined;
  /** The request id, the same for every attempt. An edit that was sent no longer changes. */
  readonly requestId: string | undefined;
}

/** An edit that can be undone and redone. */
export interface UndoEntry {
  readonly label: string;
  readonly change: Change;
  readonly inverse: Change;
}

/** A value that the person and somebody else changed in different ways: theirs stands until the person decides. */
export interface Clash extends ThingClash {
  readonly label: string;
  /** Who else changed it, if known. */
  readonly by: string | undefined;
}

/**
 * A change of something that several dishes share. It shows at once, and is saved when its reach is known and either
 * harmless or confirmed.
 */
export interface PendingChange extends UndoEntry {
  readonly id: number;
  /** The dish being edited, to which the change may be limited. */
  readonly dish: string | undefined;
  readonly progress: { readonly done: number; readonly total: number } | undefined;
  readonly reach: Reach | undefined;
  /** Its reach could not be computed: the person may retry, apply it anyway, or discard it. */
  readonly hasFailed: boolean;
  /** Whether other prices are to be confirmed; what would break always is. */
  readonly asksAboutPrices: boolean;
  readonly mergeKey: string | undefined;
  /** The length of `past` when it was last edited: undo drops it only if it is the newest edit. */
  readonly pastLength: number;
}

type Load = { readonly status: 'idle' | 'loading' | 'loaded' } | { readonly status: 'failed' };

export type Unreachable = Exclude<FailureKind, 'refused'>;

export interface MenuState {
  readonly load: Load;
  readonly menu: Workbook | undefined;
  readonly versions: Versions;
  /** The revision up to which everything is known here. */
  readonly revision: number;
  /** The newest revision announced; anything up to it is read. */
  readonly newest: number;
  /** An event may have been missed, so the menu must be read again. */
  readonly isStale: boolean;
  /** Why the last read failed; retried after a pause or on request. */
  readonly readFailure: Unreachable | undefined;
  /** Number of reads, successful or not. */
  readonly reads: number;
  /** Oldest first; while `sending`, the first one is on its way. */
  readonly pendingEdits: readonly PendingEdit[];
  readonly sending: boolean;
  /** Why the first pending edit was not answered; after `failed` it waits for the person. */
  readonly sendFailure: Unreachable | undefined;
  readonly past: readonly UndoEntry[];
  readonly future: readonly UndoEntry[];
  /** What was just undone or redone, to say so; until the next edit. */
  readonly step: string | undefined;
  readonly clashes: readonly Clash[];
  readonly pendingChange: PendingChange | undefined;
  readonly notice: string | undefined;
  readonly nextId: number;
}

export const INITIAL: MenuState = {
  load: { status: 'idle' },
  menu: undefined,
  versions: {},
  revision: 0,
  newest: 0,
  isStale: false,
  readFailure: undefined,
  reads: 0,
  pendingEdits: [],
  sending: false,
  sendFailure: undefined,
  past: [],
  future: [],
  step: undefined,
  clashes: [],
  pendingChange: undefined,
  notice: undefined,
  nextId: 1,
};

export function versionOf(versions: Versions, { kind, id }: ThingRef): number {
  const ofKind = versions[kind];
  return (ofKind && Object.hasOwn(ofKind, id) ? ofKind[id] : undefined) ?? 0;
}

export function withVersions(versions: Versions, changed: readonly (ThingRef & { version: number })[]): Versions {
  const next: Record<string, Record<string, number>> = { ...versions };
  for (const { kind, id, version } of changed) next[kind] = { ...next[kind], [id]: version };
  return next as Versions;
}

/** Whether to read the menu now: never while an edit is being sent, as its answer would be outdated. */
export function needsRead({ isStale, revision, newest, sending, readFailure }: MenuState): boolean {
  return (isStale || newest > revision) && !sending && readFailure === undefined;
}

/** Joins two consecutive changes; two puts of the same object become one. */
export function joined(first: UndoEntry, then: UndoEntry): UndoEntry {
  const only = then.change.edits.length === 1 ? then.change.edits[0] : undefined;
  const last = first.change.edits.at(-1);
  if (
    only?.type === 'put' &&
    last?.type === 'put' &&
    only.kind === last.kind &&
    'id' in only.thing &&
    'id' in last.thing &&
    only.thing.id === last.thing.id
  ) {
    return { label: then.label, change: { edits: [...first.change.edits.slice(0, -1), only] }, inverse: first.inverse };
  }
  return {
    label: then.label,
    change: { edits: [...first.change.edits, ...then.change.edits] },
    inverse: { edits: [...then.inverse.edits, ...first.inverse.edits] },
  };
}

export function touches(change: Change, ref: { kind: ThingKind; id: string }): boolean {
  return touchedBy(change).some(({ kind, id }) => kind === ref.kind && id === ref.id);
}
