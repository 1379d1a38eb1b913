import { randomUUID } from 'node:crypto';
import type { Edition, Publication, Published, PublishFault } from '@hearty-ladle/core';
import { now } from '@hearty-ladle/node-runtime';
import type { DataSource, EntityManager } from 'typeorm';
import { EditionEntity, PublicationEntity, type PublicationRow } from '../db/entities.ts';
import { editionTold } from '../db/edition-store.ts';
import type { MenuCache } from '../db/menu-cache.ts';
import { lockRevision } from '../db/menu-store.ts';
import { announce } from '../live/announce.ts';
import { instantOf, publicationTold } from '../queries/publications.ts';
import { tellPublished } from './tell-programs.ts';
import { addToTrail, type Doer } from './trail.ts';

export interface PublishRefusal {
  readonly outcome: 'refused';
  readonly fault: PublishFault;
  readonly location?: string;
  /** How many findings stop orders. */
  readonly stops?: number;
  /** Places of changes that were left, but without which the others are not valid. */
  readonly needs?: readonly string[];
}

export const refused = (fault: PublishFault, more: Omit<PublishRefusal, 'outcome' | 'fault'> = {}): PublishRefusal => ({
  outcome: 'refused',
  fault,
  ...more,
});

export interface PlanDependencies {
  readonly database: DataSource;
  readonly cache: MenuCache;
}

/** An edition that a location gets at a time; without one, now. */
export interface NewPublication {
  readonly location: string;
  readonly at: Date | undefined;
  readonly number: number;
}

/** Stores what is published in the transaction of its editions. The lock of the menu's revision is held. */
export async function storePublications(
  manager: EntityManager,
  requestId: string,
  each: readonly NewPublication[],
  doer: Doer,
): Promise<Published | PublishRefusal> {
  const madeAt = now();
  const ordered = [...each].sort((one, other) => (one.location < other.location ? -1 : 1));
  const rows = ordered.map(({ location, at = madeAt, number }): PublicationRow => ({
    ...{ id: randomUUID(), requestId, location, edition: number, at, by: doer.by ?? '', madeAt },
    toldAt: at <= madeAt ? madeAt : null,
    calledOffAt: null,
  }));
  for (const row of rows) {
    const { location } = row;
    if (await isPlanned(manager, row)) return refused('planned-already', { location });
  }
  await manager.insert(PublicationEntity, rows);
  const numbers = [...new Set(rows.map(({ edition }) => edition))].join(', ');
  await addToTrail(manager, 'published', doer, `edition ${numbers}`);
  await announce(manager, { type: 'editions' });
  await tellPublished(
    manager,
    rows.filter(({ toldAt }) => toldAt !== null),
  );
  return told(manager, rows);
}

/** Whether something else is planned for a location at the same time. */
async function isPlanned(manager: EntityManager, { id, location, at }: PublicationRow): Promise<boolean> {
  const [found] = (await manager.query(
    'SELECT id FROM publication WHERE location = $1 AND at = $2 AND called_off_at IS NULL AND id <> $3',
    [location, at, id],
  )) as object[];
  return found !== undefined;
}

/** What an id published before. */
export async function publishedBefore(manager: EntityManager, requestId: string): Promise<Published | undefined> {
  const rows = await manager.find(PublicationEntity, { where: { requestId }, order: { location: 'ASC' } });
  return rows.length === 0 ? undefined : told(manager, rows);
}

async function told(manager: EntityManager, rows: readonly PublicationRow[]): Promise<Published> {
  const editions: Edition[] = [];
  for (const number of new Set(rows.map(({ edition }) => edition)))
    editions.push(editionTold(await manager.findOneByOrFail(EditionEntity, { number })));
  const publications: Publication[] = [];
  for (const row of rows) publications.push(await publicationTold(manager, row));
  return { editions, publications };
}

/** Moves a plan that has not begun to another time of its location. */
export async function movePlan(
  { database, cache }: PlanDependencies,
  id: string,
  local: string,
  doer: Doer,
): Promise<Publication | 'unknown' | PublishRefusal> {
  const draft = await cache.current(database.manager);
  return database.transaction(async (manager) => {
    await lockRevision(manager);
    const plan = await openPlan(manager, id);
    if (!plan || !draft) return 'unknown';
    const at = await instantOf(manager, draft.menu, plan.location, local);
    const { location } = plan;
    if (at <= now()) return refused('in-the-past', { location });
    if (await isPlanned(manager, { ...plan, at })) return refused('planned-already', { location });
    await manager.update(PublicationEntity, { id }, { at });
    await addToTrail(manager, 'plan-moved', doer, `edition ${plan.edition}`);
    await announce(manager, { type: 'editions' });
    return publicationTold(manager, { ...plan, at });
  });
}

/** Calls a plan off that has not begun. */
export async function callOff({ database }: PlanDependencies, id: string, doer: Doer): Promise<boolean> {
  return database.transaction(async (manager) => {
    await lockRevision(manager);
    const plan = await openPlan(manager, id);
    if (!plan) return false;
    await manager.update(PublicationEntity, { id }, { calledOffAt: now() });
    await addToTrail(manager, 'plan-called-off', doer, `edition ${plan.edition}`);
    await announce(manager, { type: 'editions' });
    return true;
  });
}

async function openPlan(manager: EntityManager, id: string): Promise<PublicationRow | undefined> {
  const plan = await manager.findOneBy(PublicationEntity, { id });
  return plan && plan.calledOffAt === null && plan.at > now() ? plan : undefined;
}
