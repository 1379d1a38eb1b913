import {
  apply, type Change, type ChangeRequest, type Fault, findThing, invert, isRemovedBy, type Target, type Thing, type ThingRef, touchedBy, type UsePlace,
  usesOf,
} from '@hearty-ladle/core';
import type { DataSource, EntityManager } from 'typeorm';
import { JournalEntity } from '../db/entities.ts';
import type { MenuCache } from '../db/menu-cache.ts';
import { lockRevision, type StoredMenu, storeChange, versionOf } from '../db/menu-store.ts';
import { announce } from '../live/announce.ts';

/** A thing that is not what a change was made on, as it stands now (absent: it is gone). */
export interface Conflict extends ThingRef {
  readonly version: number;
  readonly thing: Thing | undefined;
}

/** Something that can't go because other things speak of it. */
export interface StillUsed {
  readonly removed: ThingRef;
  readonly by: readonly UsePlace[];
}

export type ChangeOutcome =
  | { readonly outcome: 'kept'; readonly revision: number; readonly seq: number; readonly versions: (ThingRef & { version: number })[] }
  | { readonly outcome: 'conflict'; readonly revision: number; readonly conflicts: readonly Conflict[] }
  | { readonly outcome: 'refused'; readonly faults: readonly Fault[]; readonly stillUsed: readonly StillUsed[] };

/** What became of taking one change of the journal back. */
export type TakeBackOutcome = ChangeOutcome | { readonly outcome: 'unknown' | 'taken-back-already' };

interface Deed {
  readonly label: string;
  readonly change: Change;
  readonly by: string;
  readonly undoes: number | null;
}

/**
 * The one way in which a menu changes: lock, hold the versions that the change was based on against what stands,
 * apply, validate, and store the rows touched, the journal entry and the live event in one transaction.
 */
export async function changeMenu(
  database: DataSource, cache: MenuCache, request: ChangeRequest, by: string,
): Promise<ChangeOutcome> {
  const said = new Map(request.based.map(({ kind, id, version }) => [`${kind} ${id}`, version]));
  return inOneGo(database, cache, (manager, before) => {
    // A thing that is not named counts as new.
    const conflicts = conflictsOf(before, touchedBy(request.change), (ref) => said.get(`${ref.kind} ${ref.id}`) ?? 0);
    if (conflicts.length > 0) return Promise.resolve({ outcome: { outcome: 'conflict', revision: before.revision, conflicts } });
    return keep(manager, before, { label: request.label, change: request.change, by, undoes: request.undoes ?? null });
  });
}

/** Takes one change of the journal back, if nothing that it touched was changed since. */
export async function takeBack(database: DataSource, cache: MenuCache, seq: number, by: string): Promise<TakeBackOutcome> {
  return inOneGo<TakeBackOutcome>(database, cache, async (manager, before) => {
    const entry = await manager.findOneBy(JournalEntity, { seq });
    if (!entry) return { outcome: { outcome: 'unknown' } };
    if (await manager.existsBy(JournalEntity, { undoes: seq })) return { outcome: { outcome: 'taken-back-already' } };
    const made = new Map(entry.touched.map(({ kind, id, version }) => [`${kind} ${id}`, version]));
    const expected = (ref: ThingRef) => (isRemovedBy(entry.change, ref) ? 0 : (made.get(`${ref.kind} ${ref.id}`) ?? 0));
    const conflicts = conflictsOf(before, touchedBy(entry.change), expected);
    if (conflicts.length > 0) return { outcome: { outcome: 'conflict', revision: before.revision, conflicts } };
    return keep(manager, before, { label: `Taken back: ${entry.label}`.slice(0, 200), change: entry.inverse, by, undoes: seq });
  });
}

interface Settled<O> {
  readonly outcome: O;
  readonly stored?: StoredMenu;
}

async function inOneGo<O>(
  database: DataSource, cache: MenuCache, work: (manager: EntityManager, before: StoredMenu) => Promise<Settled<O>>,
): Promise<O> {
  const { outcome, stored } = await database.transaction(async (manager) => {
    const before = await cache.at(manager, await lockRevision(manager));
    if (!before) throw new Error('there is no menu to change');
    return work(manager, before);
  });
  if (stored) cache.keep(stored);
  return outcome;
}

async function keep(manager: EntityManager, before: StoredMenu, { label, change, by, undoes }: Deed): Promise<Settled<ChangeOutcome>> {
  const changed = apply(before.menu, change);
  if (!changed.ok) return { outcome: { outcome: 'refused', faults: changed.faults, stillUsed: stillUsed(before, change) } };
  const { stored, touched } = await storeChange(manager, before, changed.value, change);
  const { identifiers } = await manager.insert(JournalEntity, {
    at: new Date(), by, label, revision: stored.revision, change: change as never, inverse: invert(before.menu, change) as never, touched, undoes,
  });
  await announce(manager, { type: 'menu', revision: stored.revision });
  const seq = Number(identifiers[0]?.['seq']);
  return { outcome: { outcome: 'kept', revision: stored.revision, seq, versions: touched }, stored };
}

function conflictsOf({ menu, versions }: StoredMenu, touched: readonly ThingRef[], expected: (ref: ThingRef) => number): Conflict[] {
  return touched
    .filter((ref) => expected(ref) !== versionOf(versions, ref))
    .map((ref) => ({ ...ref, version: versionOf(versions, ref), thing: findThing(menu, ref) }));
}

/** Of the things that a refused change would take away, those that others speak of, with all who do. */
function stillUsed({ menu }: StoredMenu, change: Change): StillUsed[] {
  return touchedBy(change)
    .filter((ref) => isRemovedBy(change, ref) && ref.kind !== 'settings')
    .map((removed) => ({ removed, by: usesOf(menu, removed as Target) }))
    .filter(({ by }) => by.length > 0);
}
