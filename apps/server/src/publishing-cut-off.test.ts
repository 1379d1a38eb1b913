import { randomUUID } from 'node:crypto';
import { expect, it } from 'vitest';
import { editionsAt, priceAt, publishDraft, sendEdition, setPrices } from './testing/publish.ts';
import { type TestHouse, useTwoServers } from './testing/test-house.ts';

let house: TestHouse;
let one: string;
let other: string;
useTwoServers((opened) => ({ house, one, other } = opened), { hasQuickChecks: true });

const counted = async (table: string) => {
  const [row] = (await house.database.query(`SELECT count(*)::int AS n FROM "${table}"`)) as [{ n: number }];
  return row.n;
};

/** Ends the database session that waits to write a publication: to PostgreSQL, a server that was killed there. */
async function cutOffPublishing(): Promise<void> {
  const ended = async () => {
    const rows = (await house.database.query(
      `SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = current_database()
        AND wait_event_type = 'Lock' AND query ILIKE 'INSERT INTO "publication"%'`,
    )) as unknown[];
    return rows.length;
  };
  await expect.poll(ended, { timeout: 20_000, interval: 50 }).toBe(1);
}

it('a server that dies while it publishes leaves the edition that was, wholly, and the same can be sent again', async () => {
  await publishDraft(one);
  await setPrices(one, { 'barley-tea': 777 });
  const before = await editionsAt(other);
  const [editions, parts] = [await counted('edition'), await counted('edition_part')];
  const lock = house.database.createQueryRunner();
  await lock.startTransaction();
  await lock.query('LOCK TABLE "publication" IN SHARE MODE');
  const id = randomUUID();
  const publishing = sendEdition(one, { id });
  await cutOffPublishing();
  await lock.rollbackTransaction();
  await lock.release();
  expect((await publishing).status).toBeGreaterThanOrEqual(500);
  expect([await counted('edition'), await counted('edition_part')]).toEqual([editions, parts]);
  expect((await editionsAt(other)).places).toEqual(before.places);
  expect(await priceAt(other, 'steps')).not.toBe(777);

  const again = await sendEdition(other, { id });
  expect(again.status).toBe(200);
  expect(await counted('edition')).toBe(editions + 1);
  expect(await priceAt(one, 'steps')).toBe(777);
  expect((await sendEdition(one, { id })).status).toBe(200);
  expect(await counted('edition')).toBe(editions + 1);
});
