import {
  applyUnchecked,
  type Change,
  type ChangeRequest,
  type Conflict,
  invert,
  isRemovedBy,
  mergeChange,
  type SavedChange,
  type StillUsed,
  type StoredMenu,
  type Target,
  type ThingRef,
  thingFinder,
  touchedBy,
  usesOf,
} from '@hearty-ladle/core';
import { now } from '@hearty-ladle/node-runtime';
import { createHash } from 'node:crypto';
import type { DataSource, EntityManager } from 'typeorm';
import { JournalEntity } from '../db/entities.ts';
import type { Gate } from '../db/gate.ts';
import type { MenuCache } from '../db/menu-cache.ts';
import { lockRevision, storeChange, versionOf } from '../db/menu-store.ts';
import type { Judge } from '../judge/judge.ts';
import type { Judgement } from '../judge/request-schemas.ts';
import { announce } from '../live/announce.ts';

/** Dependencies of the menu commands. `judge` validates the menu that a change would produce. */
export interface ChangeDependencies {
  readonly database: DataSource;
  readonly cache: MenuCache;
  readonly menuGate: Gate;
  readonly judge: Pick<Judge, 'ofChange'>;
}

export type ChangeOutcome =
  | { readonly outcome: 'saved'; readonly saved: SavedChange }
  | { readonly outcome: 'conflict'; readonly revision: number; readonly conflicts: readonly Conflict[] }
  | { readonly outcome: 'refused'; readonly judgement: Judgement; readonly stillUsed: readonly StillUsed[] }
  /** The request id was already used for a different change. */
  | { readonly outcome: 'id-taken' };

/** Result of undoing one journal entry. */
export type UndoOutcome = ChangeOutcome | { readonly outcome: 'unknown' | 'taken-back-already' };

interface Command {
  readonly requestId: string;
  readonly fingerprint: string;
  readonly label: string;
  readonly change: Change;
  readonly by: string;
  readonly undoes: number | null;
}

/**
 * The only write path for menus. In one transaction: lock, compare the versions the change was based on, apply,
 * validate, then store the touched rows, a journal entry and the live event. Repeating a request with the same id
 * returns the first answer.
 */
export async function changeMenu(
  dependencies: ChangeDependencies,
  request: ChangeRequest,
  by: string,
): Promise<ChangeOutcome> {
  const { id: requestId, label, change } = request;
  const based = new Map(request.based.map(({ kind, id, version }) => [`${kind} ${id}`, version]));
  const fingerprint = createHash('sha256')
    .update(JSON.stringify([label, change]))
    .digest('hex');
  return withMenuLock<ChangeOutcome>(dependencies, requestId, fingerprint, (manager, before) => {
    // An object missing from `based` is expected to be new.
    const conflicts = conflictsOf(before, touchedBy(change), (ref) => based.get(`${ref.kind} ${ref.id}`) ?? 0);
    if (conflicts.length > 0)
      return Promise.resolve({ outcome: { outcome: 'conflict', revision: before.revision, conflicts } });
    return store(dependencies, manager, before, { requestId, fingerprint, label, change, by, undoes: null });
  });
}

/**
 * Undoes one journal entry: what it changed becomes what it was before, and later changes of other things stay. Refused
 * if a value that it changed was changed again since.
 */
export async function undoChange(
  dependencies: ChangeDependencies,
  requestId: string,
  seq: number,
  by: string,
): Promise<UndoOutcome> {
  const fingerprint = `undo ${seq}`;
  return withMenuLock<UndoOutcome>(dependencies, requestId, fingerprint, async (manager, before) => {
    const entry = await manager.findOneBy(JournalEntity, { seq });
    if (!entry) return { outcome: { outcome: 'unknown' } };
    if (await manager.existsBy(JournalEntity, { undoes: seq })) return { outcome: { outcome: 'taken-back-already' } };
    const { change, clashes } = mergeChange(entry.inverse, entry.change, before.menu);
    if (clashes.length > 0) {
      const conflicts = touchedBy(entry.change)
        .filter(({ kind, id }) => clashes.some((clash) => clash.kind === kind && clash.id === id))
        .map(asConflict(before));
      return { outcome: { outcome: 'conflict', revision: before.revision, conflicts } };
    }
    if (change.edits.length === 0) return { outcome: { outcome: 'taken-back-already' } };
    const label = `Undone: ${entry.label}`.slice(0, 200);
    return store(dependencies, manager, before, { requestId, fingerprint, label, change, by, undoes: seq });
  });
}

interface CommandResult<O> {
  readonly outcome: O;
  readonly stored?: StoredMenu;
}

/** Runs one menu writer at a time. A request that was already answered gets the same answer again. */
async function withMenuLock<O>(
  { database, cache, menuGate }: ChangeDependencies,
  requestId: string,
  fingerprint: string,
  work: (manager: EntityManager, before: StoredMenu) => Promise<CommandResult<O | ChangeOutcome>>,
): Promise<O | ChangeOutcome> {
  const { outcome, stored } = await menuGate.run(() =>
    database.transaction(async (manager): Promise<CommandResult<O | ChangeOutcome>> => {
      const before = await cache.at(manager, await lockRevision(manager));
      const answered = await manager.findOneBy(JournalEntity, { requestId });
      if (answered) {
        const { revision, seq, touched } = answered;
        return {
          outcome:
            answered.fingerprint === fingerprint
              ? { outcome: 'saved', saved: { revision, seq, versions: touched as SavedChange['versions'] } }
              : { outcome: 'id-taken' },
        };
      }
      if (!before) throw new Error('there is no menu to change');
      return work(manager, before);
    }),
  );
  if (stored) cache.keep(stored);
  return outcome;
}

async function store(
  { judge }: ChangeDependencies,
  manager: EntityManager,
  before: StoredMenu,
  { requestId, fingerprint, label, change, by, undoes }: Command,
): Promise<CommandResult<ChangeOutcome>> {
  const judgement = await judge.ofChange(before.menu, change);
  if (judgement.faults.length > 0)
    return { outcome: { outcome: 'refused', judgement, stillUsed: stillUsed(before, change) } };
  const { stored, touched } = await storeChange(manager, before, applyUnchecked(before.menu, change), change, by);
  const inverse = invert(before.menu, change);
  const { identifiers } = await manager.insert(JournalEntity, {
    at: now(),
    by,
    label,
    revision: stored.revision,
    change: change as never,
    inverse: inverse as never,
    touched,
    undoes,
    requestId,
    fingerprint,
  });
  await announce(manager, { type: 'menu', revision: stored.revision });
  const seq = Number(identifiers[0]?.['seq']);
  return { outcome: { outcome: 'saved', saved: { revision: stored.revision, seq, versions: touched } }, stored };
}

function conflictsOf(
  before: StoredMenu,
  touched: readonly ThingRef[],
  expected: (ref: ThingRef) => number,
): Conflict[] {
  return touched.filter((ref) => expected(ref) !== versionOf(before.versions, ref)).map(asConflict(before));
}

function asConflict({ menu, versions, by }: StoredMenu): (ref: ThingRef) => Conflict {
  const find = thingFinder(menu);
  return (ref) => {
    const thing = find(ref);
    return { ...ref, version: versionOf(versions, ref), ...(thing && { thing }), ...(by !== undefined && { by }) };
  };
}

/**
 * Returns the objects that a refused change would delete although others still refer to them, with those references.
 */
function stillUsed({ menu }: StoredMenu, change: Change): StillUsed[] {
  return touchedBy(change)
    .filter((ref) => isRemovedBy(change, ref) && ref.kind !== 'settings')
    .map((removed) => ({ removed, by: usesOf(menu, removed as Target) }))
    .filter(({ by }) => by.length > 0);
}
