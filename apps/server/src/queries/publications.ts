import {
  type Edition,
  type EditionsNow,
  localMinute,
  type Menu,
  type OpenedEdition,
  type Publication,
} from '@hearty-ladle/core';
import { now } from '@hearty-ladle/node-runtime';
import type { DataSource, EntityManager } from 'typeorm';
import { EditionEntity, PublicationEntity, type PublicationRow, ShowingEntity } from '../db/entities.ts';
import type { Editions } from '../db/editions.ts';
import { editionTold, loadEdition } from '../db/edition-store.ts';
import { type MenuDependencies, storedMenu, timeZoneOf } from './menu.ts';

const PAGE = 60;
/** A page tells what it shows every half minute; after so long without a word it is not there. */
const SILENT_MS = 75_000;
/** What was last shown longer ago says nothing any more. */
const SHOWN_DAYS = 30;

export interface EditionsDependencies extends MenuDependencies {
  readonly editions: Editions;
}

/** A page of editions, newest first. */
export async function editionsPage(database: DataSource, before: number | undefined): Promise<Edition[]> {
  const query = database.getRepository(EditionEntity).createQueryBuilder('e').orderBy('e.number', 'DESC').take(PAGE);
  if (before !== undefined) query.where('e.number < :before', { before });
  return (await query.getMany()).map(editionTold);
}

export async function openEdition({ manager }: DataSource, number: number): Promise<OpenedEdition | undefined> {
  const row = await manager.findOneBy(EditionEntity, { number });
  const menu = row && (await loadEdition(manager, number));
  return menu ? { ...editionTold(row), menu } : undefined;
}

/** Which edition each location has and will have, what each screen shows, and who changed what of the draft last. */
export async function editionsNow(dependencies: EditionsDependencies): Promise<EditionsNow> {
  const { manager } = dependencies.database;
  const draft = (await storedMenu(dependencies))?.menu;
  const served = await placesServed(manager);
  const known = draft?.locations?.map(({ id }) => id) ?? [];
  const places = known.length > 0 ? [...new Set([...known, ...served.filter((one) => one !== '')])] : [''];
  return {
    places: await Promise.all(places.map((location) => placeNow(manager, draft, location))),
    shown: await shownNow(manager),
    touched: await touchedLast(manager),
  };
}

/** The locations that have an edition, by what their last publication says. */
async function placesServed(manager: EntityManager): Promise<string[]> {
  const rows = (await manager.query('SELECT DISTINCT location FROM publication ORDER BY location')) as {
    location: string;
  }[];
  return rows.map(({ location }) => location);
}

async function placeNow(manager: EntityManager, menu: Menu | undefined, location: string) {
  const rows = await manager
    .getRepository(PublicationEntity)
    .createQueryBuilder('p')
    .where(
      `p.location = :location AND p.calledOffAt IS NULL AND (p.at > :moment OR p.at = (SELECT max(q.at) FROM publication q
        WHERE q.location = :location AND q.called_off_at IS NULL AND q.at <= :moment))`,
      { location, moment: now() },
    )
    .orderBy('p.at')
    .getMany();
  const [begun] = rows.filter(({ at }) => at <= now());
  return {
    location: location === '' ? null : location,
    now: begun ? toldIn(menu, begun) : null,
    plans: rows.filter((one) => one !== begun).map((one) => toldIn(menu, one)),
  };
}

async function shownNow(manager: EntityManager): Promise<EditionsNow['shown']> {
  const rows = await manager
    .getRepository(ShowingEntity)
    .createQueryBuilder('s')
    .where('s.seenAt > :since', { since: new Date(now().getTime() - SHOWN_DAYS * 86_400_000) })
    .orderBy('s.name')
    .getMany();
  // A device that was opened again is one row: the page that was heard of last.
  const latest = new Map<string, (typeof rows)[number]>();
  for (const row of rows) {
    const key = JSON.stringify([row.name, row.screen, row.location]);
    const other = latest.get(key);
    if (!other || other.seenAt < row.seenAt) latest.set(key, row);
  }
  return [...latest.values()].map(({ name, screen, location, edition, seenAt }) => ({
    ...{ name, screen, location, edition, seenAt: seenAt.toISOString() },
    isHere: now().getTime() - seenAt.getTime() < SILENT_MS,
  }));
}

const MOST_ENTRIES = 2_000;

/** Who changed each thing last, by `kind id`, in the latest entries of the journal. */
async function touchedLast(manager: EntityManager): Promise<EditionsNow['touched']> {
  const rows = (await manager.query(
    `SELECT DISTINCT ON (t.kind, t.id) t.kind, t.id, j.by, j.at
      FROM (SELECT seq, by, at, touched FROM journal ORDER BY seq DESC LIMIT $1) AS j
      CROSS JOIN LATERAL jsonb_to_recordset(j.touched) AS t(kind text, id text)
      ORDER BY t.kind, t.id, j.seq DESC`,
    [MOST_ENTRIES],
  )) as { kind: string; id: string; by: string; at: Date }[];
  return Object.fromEntries(rows.map(({ kind, id, by, at }) => [`${kind} ${id}`, { by, at: at.toISOString() }]));
}

/** The instant of a local time at a location; of one that the clock leaves out, the same as many minutes after midnight. */
export async function instantOf(manager: EntityManager, menu: Menu, location: string, local: string): Promise<Date> {
  const [{ at } = { at: now() }] = (await manager.query('SELECT ($1::timestamp AT TIME ZONE $2) AS at', [
    local,
    timeZoneOf(menu, location),
  ])) as { at: Date }[];
  return at;
}

/** A publication as it is told, with its time by the clock of its location in the edition that it brings. */
export async function publicationTold(manager: EntityManager, row: PublicationRow): Promise<Publication> {
  return toldIn(await loadEdition(manager, row.edition), row);
}

function toldIn(menu: Menu | undefined, { id, location, edition, at, by }: PublicationRow): Publication {
  return {
    ...{ id, edition, at: at.toISOString(), by },
    location: location === '' ? null : location,
    local: localMinute(at, timeZoneOf(menu, location)),
  };
}
