import {
  type Change, findThing, LIST_KINDS, type ListKind, SETTINGS_ID, type Settings, settingsOf, type Thing, type ThingKind,
  type ThingRef, touchedBy, type Workbook,
} from '@hearty-ladle/core';
import type { EntityManager } from 'typeorm';
import { safeInteger } from './safe-integer.ts';
import { MenuListEntity, MenuStateEntity, MenuThingEntity, type MenuThingRow } from './entities.ts';

/** Versions of things, by kind and id. */
export type Versions = Partial<Record<ThingKind, Record<string, number>>>;

/** The menu at one revision. */
export interface StoredMenu {
  readonly revision: number;
  readonly menu: Workbook;
  readonly versions: Versions;
}

export async function currentRevision(manager: EntityManager): Promise<number> {
  // Asked at every quote: a plain query costs a fraction of what the mapper makes of it.
  const [row] = (await manager.query('SELECT revision FROM menu_state WHERE id = 1')) as [{ revision: string } | undefined];
  if (!row) throw new Error('the menu has no state');
  return safeInteger.from(row.revision) as number;
}

/** The revision, locked until the transaction ends: writers of the menu go one after another. */
export async function lockRevision(manager: EntityManager): Promise<number> {
  const state = await manager.findOneOrFail(MenuStateEntity, { where: { id: 1 }, lock: { mode: 'pessimistic_write' } });
  return state.revision;
}

/** The whole menu, or undefined while the database is empty. */
export async function loadMenu(manager: EntityManager, revision: number): Promise<StoredMenu | undefined> {
  const rows = await manager.find(MenuThingEntity);
  const lists = await manager.find(MenuListEntity);
  const settings = rows.find(({ kind }) => kind === 'settings');
  if (!settings) return undefined;
  const byKey = new Map(rows.map((row) => [`${row.kind} ${row.id}`, row]));
  const menu: Record<string, unknown> = { ...(settings.body as Settings) };
  for (const { kind, ids } of lists) menu[kind] = ids.flatMap((id) => byKey.get(`${kind} ${id}`)?.body ?? []);
  return { revision, menu: menu as unknown as Workbook, versions: versionsOf(rows) };
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

/** Stores what a change made of a menu: the things it touched, each with a new version, and the lists it changed. */
export async function storeChange(
  manager: EntityManager, before: StoredMenu, after: Workbook, change: Change,
): Promise<{ stored: StoredMenu; touched: (ThingRef & { version: number })[] }> {
  // A version is the revision that made it: a thing that was taken away and came back never has an old one again.
  const touched = touchedBy(change).map((ref) => ({ ...ref, version: before.revision + 1 }));
  const versions: Versions = { ...before.versions };
  for (const { kind, id, version } of touched) {
    const body = findThing(after, { kind, id });
    versions[kind] = { ...versions[kind], [id]: version };
    if (body) await manager.upsert(MenuThingEntity, { kind, id, version, body: body as never }, ['kind', 'id']);
    else {
      await manager.delete(MenuThingEntity, { kind, id });
      delete versions[kind]?.[id];
    }
  }
  const kinds = new Set(touched.flatMap(({ kind }) => (kind === 'settings' ? [] : [kind])));
  for (const kind of kinds) await storeList(manager, kind, after);
  const revision = before.revision + 1;
  await manager.update(MenuStateEntity, { id: 1 }, { revision });
  return { stored: { revision, menu: after, versions }, touched };
}

async function storeList(manager: EntityManager, kind: ListKind, menu: Workbook): Promise<void> {
  const ids = (menu[kind] ?? []).map(({ id }) => id);
  await manager.upsert(MenuListEntity, { kind, ids }, ['kind']);
}

/** Puts a whole menu in the place of whatever is there, all of it at one new version. */
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
  await manager.insert(MenuThingEntity, things as never[]);
  await manager.update(MenuStateEntity, { id: 1 }, { revision: revision + 1 });
}
