import {
  editionOf,
  hashOf,
  type PublishAgain,
  type Published,
  type PublishRequest,
  takenWithout,
  type Workbook,
} from '@hearty-ladle/core';
import { now } from '@hearty-ladle/node-runtime';
import type { EntityManager } from 'typeorm';
import { begunAt, type Editions } from '../db/editions.ts';
import { storeEdition } from '../db/edition-store.ts';
import type { Gate } from '../db/gate.ts';
import type { HouseSettings } from '../db/house-settings.ts';
import { lockRevision } from '../db/menu-store.ts';
import type { LineChecks } from '../jobs/line-checks.ts';
import { instantOf } from '../queries/publications.ts';
import {
  type NewPublication,
  type PlanDependencies,
  publishedBefore,
  type PublishRefusal,
  refused,
  storePublications,
} from './publications.ts';
import type { Doer } from './trail.ts';

export interface PublishDependencies extends PlanDependencies {
  readonly editions: Editions;
  readonly houseSettings: HouseSettings;
  /** Publishing checks the whole menu, so it is done one after the other. */
  readonly publishGate: Gate;
  readonly lineChecks: Pick<LineChecks, 'run'>;
}

export type PublishOutcome =
  | { readonly outcome: 'published'; readonly published: Published }
  /** The draft was changed since it was seen. */
  | { readonly outcome: 'stale'; readonly revision: number }
  /** So much was ordered in the last minutes that it is asked first. */
  | { readonly outcome: 'rush'; readonly orders: number }
  | { readonly outcome: 'unknown' }
  | PublishRefusal;

/** Who publishes; only some may although line check finds what stops orders. */
export interface Publisher {
  readonly doer: Doer;
  readonly mayAnyway: boolean;
}

/** What one location gets. */
interface Delivery {
  readonly location: string;
  /** Absent: now. */
  readonly at: Date | undefined;
  readonly edition: Workbook;
  /** The edition that it has then. */
  readonly base: number | undefined;
}

/**
 * Publishes the draft, without the differences that are left, to some locations, now or at a local time. Each location is
 * compared with the edition that it has then. Editions and publications are stored in one transaction, in which no
 * menu writer runs; the draft must still be the one that was seen. Repeating an id gives the first answer.
 */
export function publish(
  dependencies: PublishDependencies,
  request: PublishRequest,
  publisher: Publisher,
): Promise<PublishOutcome> {
  return dependencies.publishGate.run(() => publishNow(dependencies, request, publisher));
}

async function publishNow(
  dependencies: PublishDependencies,
  request: PublishRequest,
  publisher: Publisher,
): Promise<PublishOutcome> {
  const { database, cache } = dependencies;
  const before = await publishedBefore(database.manager, request.id);
  if (before) return { outcome: 'published', published: before };
  const draft = await cache.current(database.manager);
  if (!draft) return { outcome: 'unknown' };
  if (draft.revision !== request.revision) return { outcome: 'stale', revision: draft.revision };
  const times = await timesAt(database.manager, draft.menu, request);
  if ('fault' in times) return times;
  const deliveries = await deliveriesOf(dependencies, draft.menu, request.left, times);
  if ('fault' in deliveries) return deliveries;
  const stops = await stopsIn(dependencies, deliveries);
  if (stops > 0 && !(publisher.mayAnyway && request.reason !== undefined)) return refused('stops', { stops });
  const orders = await rushOf(dependencies, request);
  if (orders > 0) return { outcome: 'rush', orders };
  return database.transaction(async (manager): Promise<PublishOutcome> => {
    const revision = await lockRevision(manager);
    const again = await publishedBefore(manager, request.id);
    if (again) return { outcome: 'published', published: again };
    if (revision !== request.revision) return { outcome: 'stale', revision };
    for (const { location, at, base } of deliveries)
      if ((await begunAt(manager, location, at))?.edition !== base) return { outcome: 'stale', revision };
    const numbers = new Map<string, number>();
    for (const { edition } of deliveries) {
      const hash = hashOf(edition);
      if (numbers.has(hash)) continue;
      const reason = stops > 0 ? (request.reason ?? null) : null;
      const { id: requestId, name, note } = request;
      const about = { requestId, name, note, by: publisher.doer.by ?? '', at: now(), revision, reason };
      numbers.set(hash, (await storeEdition(manager, edition, about)).number);
    }
    const each = deliveries.map((one) => ({ ...one, number: numbers.get(hashOf(one.edition)) ?? 0 }));
    return outcomeOf(await storePublications(manager, request.id, each, publisher.doer));
  });
}

/** Publishes an edition that there is, to some locations, now or at a local time. */
export async function publishAgain(
  dependencies: PublishDependencies,
  number: number,
  request: PublishAgain,
  { doer }: Publisher,
): Promise<PublishOutcome> {
  const { database, editions } = dependencies;
  const before = await publishedBefore(database.manager, request.id);
  if (before) return { outcome: 'published', published: before };
  const edition = await editions.at(number);
  if (!edition) return { outcome: 'unknown' };
  const times = await timesAt(database.manager, edition, request);
  if ('fault' in times) return times;
  const fresh: NewPublication[] = [];
  for (const [location, at] of times)
    if ((await begunAt(database.manager, location, at))?.edition !== number) fresh.push({ location, at, number });
  if (fresh.length === 0) return refused('nothing-new');
  const orders = await rushOf(dependencies, request);
  if (orders > 0) return { outcome: 'rush', orders };
  return database.transaction(async (manager): Promise<PublishOutcome> => {
    await lockRevision(manager);
    const again = await publishedBefore(manager, request.id);
    return outcomeOf(again ?? (await storePublications(manager, request.id, fresh, doer)));
  });
}

function outcomeOf(stored: Published | PublishRefusal): PublishOutcome {
  return 'fault' in stored ? stored : { outcome: 'published', published: stored };
}

/** When each location gets it, by its own clock; undefined: now. */
async function timesAt(
  manager: EntityManager,
  menu: Workbook,
  { locations, at }: Pick<PublishRequest, 'locations' | 'at'>,
): Promise<ReadonlyMap<string, Date | undefined> | PublishRefusal> {
  const known = menu.locations ?? [];
  const unknown = locations.find((id) => !known.some((one) => one.id === id));
  if (unknown !== undefined) return refused('unknown-location', { location: unknown });
  if (known.length > 0 && locations.length === 0) return refused('unknown-location');
  const times = new Map<string, Date | undefined>();
  for (const location of known.length > 0 ? new Set(locations) : ['']) {
    const moment = at === undefined ? undefined : await instantOf(manager, menu, location, at);
    if (moment && moment <= now()) return refused('in-the-past', { location });
    times.set(location, moment);
  }
  return times;
}

/** What each location gets that differs from what it has then. */
async function deliveriesOf(
  { database, editions }: PublishDependencies,
  draft: Workbook,
  left: readonly string[],
  times: ReadonlyMap<string, Date | undefined>,
): Promise<readonly Delivery[] | PublishRefusal> {
  const deliveries: Delivery[] = [];
  for (const [location, at] of times) {
    const begun = await begunAt(database.manager, location, at);
    const base = begun && (await editions.at(begun.edition));
    // Where nothing is published yet, there is nothing to leave anything out of.
    if (!base && left.length > 0) return refused('needs', { location, needs: left });
    const taken = base && takenWithout(base, editionOf(draft), new Set(left));
    if (taken && taken.needed.length > 0)
      return refused('needs', { location, needs: taken.needed.map(({ where }) => where) });
    const edition = taken?.edition ?? editionOf(draft);
    if (!base || hashOf(base) !== hashOf(edition)) deliveries.push({ location, at, edition, base: begun?.edition });
  }
  return deliveries.length > 0 ? deliveries : refused('nothing-new');
}

/** How many findings stop orders in what is delivered. */
async function stopsIn({ lineChecks }: PublishDependencies, deliveries: readonly Delivery[]): Promise<number> {
  const distinct = new Map(deliveries.map(({ edition }) => [hashOf(edition), edition]));
  let stops = 0;
  for (const edition of distinct.values()) {
    const findings = await lineChecks.run(edition, {}, () => undefined, new AbortController().signal);
    stops += findings.filter(({ severity }) => severity === 'stop').length;
  }
  return stops;
}

/** The orders of the last minutes, if they are a rush and nobody has agreed to publish in it. */
async function rushOf(
  { database, houseSettings }: PublishDependencies,
  { locations, at, evenInRush }: Pick<PublishRequest, 'locations' | 'at' | 'evenInRush'>,
): Promise<number> {
  if (at !== undefined || evenInRush) return 0;
  const { rush } = (await houseSettings.read(database.manager)).house;
  const [{ orders } = { orders: 0 }] = (await database.query(
    `SELECT count(*)::int AS orders FROM orders WHERE placed_at > $1
      AND (cardinality($2::text[]) = 0 OR request ->> 'location' = ANY($2))`,
    [new Date(now().getTime() - rush.minutes * 60_000), locations],
  )) as { orders: number }[];
  return rush.orders > 0 && orders >= rush.orders ? orders : 0;
}
