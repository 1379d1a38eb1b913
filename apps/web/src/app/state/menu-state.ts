import {
  applyUnchecked, offeredOn, type Change, invert, type Menu, type Reach, SETTINGS_ID, type Thing, type ThingKind, type ThingRef, touchedBy, type Workbook,
} from '@hearty-ladle/core';
import type { FailureKind } from '../api/failure.ts';
import type { Conflict, StoredMenu, Versions } from '../api/wire.ts';

/** An edit that the server has not acknowledged yet. */
export interface PendingEdit {
  readonly id: number;
  readonly label: string;
  readonly change: Change;
  readonly inverse: Change;
  /** Consecutive edits with the same key are merged into one: typing a name, for example. */
  readonly mergeKey: string | undefined;
  /** The id under which it was sent, the same at every try; what was sent once no longer changes. */
  readonly requestId: string | undefined;
}

/** An edit that can be undone and redone. */
export interface UndoEntry {
  readonly label: string;
  readonly change: Change;
  readonly inverse: Change;
}

/** What the person wrote to a thing that somebody else changed in the meantime. */
export interface Clash extends Conflict {
  readonly label: string;
  readonly mine: Thing | undefined;
}

/**
 * A change of something that several dishes share: it shows at once, and is kept when its reach is known and either
 * harmless or agreed to.
 */
export interface PendingChange extends UndoEntry {
  readonly id: number;
  /** The dish at which the person was working, for which alone the change may be kept. */
  readonly dish: string | undefined;
  readonly progress: { readonly done: number; readonly total: number } | undefined;
  readonly reach: Reach | undefined;
  /** Its reach could not be worked out: the person may try again, keep it all the same, or drop it. */
  readonly hasFailed: boolean;
}

export type Load =
  | { readonly status: 'idle' | 'loading' | 'loaded' }
  | { readonly status: 'failed' };

export type Unreachable = Exclude<FailureKind, 'refused'>;

export interface MenuState {
  readonly load: Load;
  readonly menu: Workbook | undefined;
  readonly versions: Versions;
  /** The revision up to which everything is known here. */
  readonly revision: number;
  /** The newest revision that was heard of; what lies between is read. */
  readonly newest: number;
  /** Something may have happened that was not heard of: the menu is to be read again. */
  readonly isStale: boolean;
  /** Why the last reading failed; it is tried again after a pause, or when the person says so. */
  readonly readFailure: Unreachable | undefined;
  /** How often the menu was read, well or not. */
  readonly reads: number;
  /** In the order in which they were made; the first is on its way when `sending`. */
  readonly pendingEdits: readonly PendingEdit[];
  readonly sending: boolean;
  /** Why the first of those that wait was not answered; after `failed` it waits for the person. */
  readonly sendFailure: Unreachable | undefined;
  readonly past: readonly UndoEntry[];
  readonly future: readonly UndoEntry[];
  /** The versions that this session itself made: an undo must not reach past what others did since. */
  readonly mine: Versions;
  readonly clashes: readonly Clash[];
  readonly pendingChange: PendingChange | undefined;
  readonly notice: string | undefined;
  readonly nextId: number;
}

export const INITIAL: MenuState = {
  load: { status: 'idle' }, menu: undefined, versions: {}, revision: 0, newest: 0, isStale: false, readFailure: undefined, reads: 0, pendingEdits: [], sending: false,
  sendFailure: undefined,
  past: [], future: [], mine: {}, clashes: [], pendingChange: undefined, notice: undefined, nextId: 1,
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

/** What stands on the server, with the changes that wait put on top; what they touch keeps the version they know. */
export function rebased(state: MenuState, stored: StoredMenu): MenuState {
  const touched = state.pendingEdits.flatMap(({ change }) => touchedBy(change));
  const known = touched.map((ref) => ({ ...ref, version: versionOf(state.versions, ref) }));
  const menu = state.pendingEdits.reduce((now, { change }) => applyUnchecked(now, change), stored.menu);
  const pendingChange = state.pendingChange && { ...state.pendingChange, inverse: invert(menu, state.pendingChange.change) };
  return {
    ...state,
    load: { status: 'loaded' },
    revision: stored.revision,
    newest: Math.max(state.newest, stored.revision),
    menu: pendingChange ? applyUnchecked(menu, pendingChange.change) : menu,
    pendingChange: pendingChange,
    versions: withVersions(stored.versions, known),
  };
}

/** Whether the menu is to be read now: never while a change is under way, whose answer would be overtaken. */
export function needsRead({ isStale, revision, newest, sending, readFailure }: MenuState): boolean {
  return (isStale || newest > revision) && !sending && readFailure === undefined;
}

/** Whether a change touches something that more than one dish has: a group that several ask, or a house rule. */
export function isShared(menu: Menu, change: Change): boolean {
  return touchedBy(change).some(({ kind, id }) => kind === 'rules' || (kind === 'groups' && (offeredOn(menu).get(id)?.length ?? 0) > 1));
}

/** One change after another as one; a thing that is put twice in a row is put once. */
export function joined(first: UndoEntry, then: UndoEntry): UndoEntry {
  const only = then.change.edits.length === 1 ? then.change.edits[0] : undefined;
  const last = first.change.edits.at(-1);
  if (only?.type === 'put' && last?.type === 'put' && only.kind === last.kind && 'id' in only.thing && 'id' in last.thing && only.thing.id === last.thing.id) {
    return { label: then.label, change: { edits: [...first.change.edits.slice(0, -1), only] }, inverse: first.inverse };
  }
  return { label: then.label, change: { edits: [...first.change.edits, ...then.change.edits] }, inverse: { edits: [...then.inverse.edits, ...first.inverse.edits] } };
}

/** What a change would put in the place of a thing; undefined when it takes the thing away. */
export function thingPutBy(change: Change, { kind, id }: ThingRef): Thing | undefined {
  const put = change.edits.findLast(
    (edit) => edit.type === 'put' && edit.kind === kind && ('id' in edit.thing ? edit.thing.id : SETTINGS_ID) === id,
  );
  return put?.type === 'put' ? put.thing : undefined;
}

export function touches(change: Change, ref: { kind: ThingKind; id: string }): boolean {
  return touchedBy(change).some(({ kind, id }) => kind === ref.kind && id === ref.id);
}
