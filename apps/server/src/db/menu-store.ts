import {
  type Change,
  LIST_KINDS,
  type ListKind,
  SETTINGS_ID,
  type Settings,
  settingsOf,
  type StoredMenu,
  type Thing,
  thingFinder,
  type ThingRef,
  touchedBy,
  type Versions,
  type Workbook,
} from '@hearty-ladle/core';
import type { EntityManager } from 'typeorm';
import { safeInteger } from './safe-integer.ts';
import { MenuListEntity, type MenuListRow, MenuStateEntity, MenuThingEntity, type MenuThingRow } from './entities.ts';

export async function currentRevision(manager: EntityManager): Promise<number> {
  // Runs on every quote: plain SQL is many times cheaper here than the mapper.
  const [row] = (await manager.query('SELECT revision FROM menu_state WHERE id = 1')) as [
    { revision: string } | undefined,
  ];
  if (!row) throw new Error('the menu has no state');
  return safeInteger.from(row.revision) as number;
}

/** Reads the revision and locks it until the transaction ends, so menu writers run one at a time. */
export async function lockRevision(manager: EntityManager): Promise<number> {
  const state = await manager.findOneOrFail(MenuStateEntity, { where: { id: 1 }, lock: { mode: 'pessimistic_write' } });
  return state.revision;
}

/** Loads the whole menu and its revision in one statement, hence one snapshot. Undefined if there is none. */
export async function loadMenu(manager: EntityManager): Promise<StoredMenu | undefined> {
  const [row] = (await manager.query(`SELECT
    (SELECT revision FROM menu_state WHERE id = 1) AS revision,
    (SELECT coalesce(json_agg(json_build_object('kind', kind, 'id', id, 'version', version, 'body', body)), '[]')
      FROM menu_thing) AS things,
    (SELECT coalesce(json_agg(json_build_object('kind', kind, 'ids', ids)), '[]') FROM menu_list) AS lists,
    (SELECT by FROM (SELECT by, revision FROM journal ORDER BY seq DESC LIMIT 1) AS last
      WHERE last.revision = (SELECT revision FROM menu_state WHERE id = 1)) AS by`)) as [
    { revision: string; by: string | null; things: MenuThingRow[]; lists: MenuListRow[] },
  ];
  const { things, lists, by } = row;
  const settings = things.find(({ kind }) => kind === 'settings');
  if (!settings) return undefined;
  const byKey = new Map(things.map((thing) => [`${thing.kind} ${thing.id}`, thing]));
  const menu: Record<string, unknown> = { ...(settings.body as Settings) };
  for (const { kind, ids } of lists) menu[kind] = ids.flatMap((id) => byKey.get(`${kind} ${id}`)?.body ?? []);
  return {
    revision: safeInteger.from(row.revision) as number,
    menu: menu as unknown as Workbook,
    versions: versionsOf(things),
    ...(by !== null && { by }),
  };
}

export function versionOf(versions: Versions, { kind, id }: ThingRef): number {
  const ofKind = versions[kind];
  return (ofKind && Object.hasOwn(ofKind, id) ? ofKind[id] : undefined) ?? 0;
}

function versionsOf(rows: readonly MenuThingRow[]): Versions {
  const versions: Record<string, Record<string, number>> = {};
  for (const { kind, id, version } of rows) (versions[kind] ??= {})[id] = version;
  return versions;
}

/** Stores a change: the touched objects, each with a new version, and the lists that changed. */
export async function storeChange(
  manager: EntityManager,
  before: StoredMenu,
  after: Workbook,
  change: Change,
  by: string,
): Promise<{ stored: StoredMenu; touched: (ThingRef & { version: number })[] }> {
  // The version is the revision that wrote the object, so an object that is deleted and restored never reuses an old
  // version.
  const touched = touchedBy(change).map((ref) => ({ ...ref, version: before.revision + 1 }));
  const versions: Record<string, Record<string, number>> = {};
  for (const kind of new Set(touched.map((ref) => ref.kind))) versions[kind] = { ...before.versions[kind] };
  const put: MenuThingRow[] = [];
  const removed: ThingRef[] = [];
  const find = thingFinder(after);
  for (const { kind, id, version } of touched) {
    const body = find({ kind, id });
    const ofKind = versions[kind] ?? {};
    if (body) {
      put.push({ kind, id, version, body });
      ofKind[id] = version;
    } else {
      removed.push({ kind, id });
      Reflect.deleteProperty(ofKind, id);
    }
  }
  await upsertThings(manager, put);
  if (removed.length > 0) {
    await manager.query(
      'DELETE FROM menu_thing t USING json_to_recordset($1) AS gone(kind text, id text) WHERE t.kind = gone.kind AND t.id = gone.id',
      [JSON.stringify(removed)],
    );
  }
  const kinds = new Set(touched.flatMap(({ kind }) => (kind === 'settings' ? [] : [kind])));
  for (const kind of kinds) await storeList(manager, kind, after);
  const revision = before.revision + 1;
  await manager.update(MenuStateEntity, { id: 1 }, { revision });
  return { stored: { revision, menu: after, versions: { ...before.versions, ...versions }, by }, touched };
}

/** One statement for all rows: a change may touch thousands. */
async function upsertThings(manager: EntityManager, things: readonly MenuThingRow[]): Promise<void> {
  if (things.length === 0) return;
  await manager.query(
    `INSERT INTO menu_thing (kind, id, version, body) SELECT kind, id, version, body FROM json_to_recordset($1) AS
      put(kind text, id text, version integer, body jsonb)
     ON CONFLICT (kind, id) DO UPDATE SET version = excluded.version, body = excluded.body`,
    [JSON.stringify(things)],
  );
}

async function storeList(manager: EntityManager, kind: ListKind, menu: Workbook): Promise<void> {
  const ids = (menu[kind] ?? []).map(({ id }) => id);
  await manager.upsert(MenuListEntity, { kind, ids }, ['kind']);
}

/** Replaces the whole menu; every object gets the same new version. */
export async function replaceMenu(manager: EntityManager, menu: Workbook): Promise<void> {
  const revision = await lockRevision(manager);
  await manager.clear(MenuListEntity);
  await manager.clear(MenuThingEntity);
  const version = revision + 1;
  const things: { kind: string; id: string; version: number; body: Thing }[] = [
    { kind: 'settings', id: SETTINGS_ID, version, body: settingsOf(menu) },
  ];
  for (const kind of LIST_KINDS) {
    await storeList(manager, kind, menu);
    for (const thing of menu[kind] ?? []) things.push({ kind, id: thing.id, version, body: thing });
  }
  await upsertThings(manager, things);
  await manager.update(MenuStateEntity, { id: 1 }, { revision: revision + 1 });
}
