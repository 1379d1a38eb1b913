import { EDITION_ASIDES, type Edition, editionOf, hashOf, KINDS, settingsOf, type Workbook } from '@hearty-ladle/core';
import type { EntityManager } from 'typeorm';
import { randomUUID } from 'node:crypto';
import { EditionEntity, type EditionRow, PublicationEntity } from './edition-entities.ts';

const LISTS = [...KINDS, ...EDITION_ASIDES] as const;

/** An edition before it has a number. */
export type NewEdition = Pick<EditionRow, 'name' | 'note' | 'by' | 'at' | 'revision' | 'reason' | 'requestId'>;

/** Stores what an edition holds of a draft, under the next number. Whoever calls holds the lock of the menu's revision. */
export async function storeEdition(manager: EntityManager, draft: Workbook, about: NewEdition): Promise<EditionRow> {
  const menu = editionOf(draft);
  const [{ number } = { number: 1 }] = (await manager.query(
    'SELECT coalesce(max(number), 0) + 1 AS number FROM edition',
  )) as { number: number }[];
  const row: EditionRow = { ...about, number, hash: hashOf(menu), parts: await storeParts(manager, menu) };
  await manager.insert(EditionEntity, row);
  return row;
}

/** Stores an edition of a draft that all its locations have from its moment on, without asking anything. */
export async function publishEverywhere(
  manager: EntityManager,
  draft: Workbook,
  about: Pick<NewEdition, 'name' | 'by' | 'at' | 'revision'>,
): Promise<EditionRow> {
  const edition = await storeEdition(manager, draft, { ...about, note: '', reason: null, requestId: randomUUID() });
  const { number, requestId, by, at } = edition;
  const places = draft.locations?.map(({ id }) => id) ?? [''];
  const moments = { at, madeAt: at, toldAt: at, calledOffAt: null };
  await manager.insert(
    PublicationEntity,
    places.map((location) => ({ id: randomUUID(), requestId, location, edition: number, by, ...moments })),
  );
  return edition;
}

/** Stores the parts that are not kept yet; returns those of the settings and of each list. */
async function storeParts(manager: EntityManager, menu: Workbook): Promise<Record<string, number>> {
  const lists = LISTS.flatMap((list) => (menu[list] ? [[list, menu[list] as readonly object[]] as const] : []));
  const ids = await idsOf(manager, [settingsOf(menu), ...lists.flatMap(([, things]) => things)]);
  const idOf = (body: object) => ids.get(hashOf(body)) ?? 0;
  const bodies = lists.map(([list, things]) => [list, things.map(idOf)] as const);
  const listIds = await idsOf(
    manager,
    bodies.map(([, body]) => body),
  );
  return {
    settings: idOf(settingsOf(menu)),
    ...Object.fromEntries(bodies.map(([list, body]) => [list, listIds.get(hashOf(body))])),
  };
}

/** The ids of parts by their hashes; those that are new are stored. */
async function idsOf(manager: EntityManager, bodies: readonly object[]): Promise<Map<string, number>> {
  const parts = [...new Map(bodies.map((body) => [hashOf(body), body])).entries()].map(([hash, body]) => ({
    hash,
    body,
  }));
  const rows = JSON.stringify(parts);
  await manager.query(
    `INSERT INTO edition_part (hash, body) SELECT p.hash, p.body FROM json_to_recordset($1) AS p(hash text, body jsonb)
      WHERE NOT EXISTS (SELECT FROM edition_part WHERE edition_part.hash = p.hash) ON CONFLICT (hash) DO NOTHING`,
    [rows],
  );
  const stored = (await manager.query('SELECT id, hash FROM edition_part WHERE hash = ANY($1)', [
    parts.map(({ hash }) => hash),
  ])) as { id: string; hash: string }[];
  return new Map(stored.map(({ id, hash }) => [hash, Number(id)]));
}

/** What an edition holds, put together from its parts; undefined if there is no such edition. */
export async function loadEdition(manager: EntityManager, number: number): Promise<Workbook | undefined> {
  const [row] = (await manager.query(
    `SELECT (SELECT body FROM edition_part WHERE id = (e.parts ->> 'settings')::bigint) AS settings,
        (SELECT json_object_agg(list.key, coalesce((
            SELECT json_agg(thing.body ORDER BY place.nth)
              FROM jsonb_array_elements_text(ids.body) WITH ORDINALITY AS place(id, nth)
              JOIN edition_part AS thing ON thing.id = place.id::bigint), '[]'))
          FROM jsonb_each_text(e.parts - 'settings') AS list
          JOIN edition_part AS ids ON ids.id = list.value::bigint) AS lists
      FROM edition AS e WHERE e.number = $1`,
    [number],
  )) as { settings: object; lists: object }[];
  return row && ({ ...row.settings, ...row.lists } as Workbook);
}

/** An edition as it is told. */
export function editionTold({ number, name, note, by, at, hash, revision, reason }: EditionRow): Edition {
  return { number, name, note, by, at: at.toISOString(), hash, revision, ...(reason !== null && { reason }) };
}
