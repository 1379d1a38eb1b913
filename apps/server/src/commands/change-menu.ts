import { apply, type ChangeRequest, type Fault, findThing, invert, type Thing, type ThingRef, touchedBy } from '@hearty-ladle/core';
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

export type ChangeOutcome =
  | { readonly outcome: 'kept'; readonly revision: number; readonly seq: number; readonly versions: (ThingRef & { version: number })[] }
  | { readonly outcome: 'conflict'; readonly revision: number; readonly conflicts: readonly Conflict[] }
  | { readonly outcome: 'refused'; readonly faults: readonly Fault[] };

/**
 * The one way in which a menu changes: lock, hold the versions that the change was based on against what stands,
 * apply, validate, and store the rows touched, the journal entry and the live event in one transaction.
 */
export async function changeMenu(
  database: DataSource, cache: MenuCache, request: ChangeRequest, by: string,
): Promise<ChangeOutcome> {
  const { outcome, stored } = await database.transaction((manager) => changeLocked(manager, cache, request, by));
  if (stored) cache.keep(stored);
  return outcome;
}

async function changeLocked(
  manager: EntityManager, cache: MenuCache, request: ChangeRequest, by: string,
): Promise<{ outcome: ChangeOutcome; stored?: StoredMenu }> {
  const before = await cache.at(manager, await lockRevision(manager));
  if (!before) throw new Error('there is no menu to change');
  const conflicts = conflictsOf(request, before);
  if (conflicts.length > 0) return { outcome: { outcome: 'conflict', revision: before.revision, conflicts } };
  const changed = apply(before.menu, request.change);
  if (!changed.ok) return { outcome: { outcome: 'refused', faults: changed.faults } };
  const { stored, touched } = await storeChange(manager, before, changed.value, request.change);
  const { identifiers } = await manager.insert(JournalEntity, {
    at: new Date(), by, label: request.label, revision: stored.revision, change: request.change as never,
    inverse: invert(before.menu, request.change) as never, touched, undoes: request.undoes ?? null,
  });
  await announce(manager, { type: 'menu', revision: stored.revision });
  const seq = Number(identifiers[0]?.['seq']);
  return { outcome: { outcome: 'kept', revision: stored.revision, seq, versions: touched }, stored };
}

/** Every touched thing must be named with the version it has; a thing not named counts as new. */
function conflictsOf({ change, based }: ChangeRequest, { menu, versions }: StoredMenu): Conflict[] {
  const said = new Map(based.map(({ kind, id, version }) => [`${kind} ${id}`, version]));
  return touchedBy(change)
    .filter((ref) => (said.get(`${ref.kind} ${ref.id}`) ?? 0) !== versionOf(versions, ref))
    .map((ref) => ({ ...ref, version: versionOf(versions, ref), thing: findThing(menu, ref) }));
}

