import { setTimeout as sleep } from 'node:timers/promises';
import { DataSource } from 'typeorm';
import { isUnavailable } from './database-errors.ts';
import {
  EDITION_ENTITIES,
  MENU_ENTITIES,
  ORDER_ENTITIES,
  PEOPLE_ENTITIES,
  STOCK_ENTITIES,
  WEBHOOK_ENTITIES,
} from './entities.ts';
import { First1790000000000 } from './migrations/1790000000000-first.ts';
import { PicturesAndPrinting1790000100000 } from './migrations/1790000100000-pictures-and-printing.ts';
import { HouseAndLimits1790000200000 } from './migrations/1790000200000-house-and-limits.ts';
import { AsSold1790000400000 } from './migrations/1790000400000-as-sold.ts';
import { PlainNames1790000300000 } from './migrations/1790000300000-plain-names.ts';
import { Stock1790000500000 } from './migrations/1790000500000-stock.ts';
import { RoundsAndVoids1790000600000 } from './migrations/1790000600000-rounds-and-voids.ts';
import { PrintersByLocation1790000700000 } from './migrations/1790000700000-printers-by-location.ts';
import { PausesAndShelves1790000800000 } from './migrations/1790000800000-pauses-and-shelves.ts';
import { PeopleAndDevices1790000900000 } from './migrations/1790000900000-people-and-devices.ts';
import { Editions1790001000000 } from './migrations/1790001000000-editions.ts';
import { SumsOfWholeDays1790001300000 } from './migrations/1790001300000-sums-of-whole-days.ts';
import { Takings1790001200000 } from './migrations/1790001200000-takings.ts';
import { Webhooks1790001100000 } from './migrations/1790001100000-webhooks.ts';

const POOL_SIZE = 12;
const CONNECT_MS = 4_000;
/** A statement waits for a lock no longer. */
export const LOCK_MS = 2_500;
/** A statement takes no longer. */
export const STATEMENT_MS = 4_000;
/** Slightly more than the server's own limit: only ends queries that a frozen database never answers. */
const ANSWER_MS = 5_000;
const IDLE_TRANSACTION_MS = 20_000;

/**
 * Creates a connection pool with limits on waiting for a connection, a lock, a statement and an answer. `sslmode` and
 * other libpq parameters in the URL are honoured. A patient one lets statements and
 * transactions take as long as they do.
 */
export function newDataSource(
  url: string,
  { poolSize = POOL_SIZE, name = 'server', isPatient = false } = {},
): DataSource {
  return new DataSource({
    type: 'postgres',
    url,
    entities: [
      ...MENU_ENTITIES,
      ...EDITION_ENTITIES,
      ...ORDER_ENTITIES,
      ...STOCK_ENTITIES,
      ...PEOPLE_ENTITIES,
      ...WEBHOOK_ENTITIES,
    ],
    migrations: [
      First1790000000000,
      PicturesAndPrinting1790000100000,
      HouseAndLimits1790000200000,
      PlainNames1790000300000,
      AsSold1790000400000,
      Stock1790000500000,
      RoundsAndVoids1790000600000,
      PrintersByLocation1790000700000,
      PausesAndShelves1790000800000,
      PeopleAndDevices1790000900000,
      Editions1790001000000,
      Webhooks1790001100000,
      Takings1790001200000,
      SumsOfWholeDays1790001300000,
    ],
    migrationsTableName: 'migration',
    // Several processes may start at once; run-migrations.ts serialises their migrations.
    migrationsRun: false,
    applicationName: `hearty-ladle ${name}`,
    extra: {
      max: poolSize,
      connectionTimeoutMillis: CONNECT_MS,
      lock_timeout: LOCK_MS,
      ...(!isPatient && {
        statement_timeout: STATEMENT_MS,
        query_timeout: ANSWER_MS,
        idle_in_transaction_session_timeout: IDLE_TRANSACTION_MS,
      }),
      keepAlive: true,
    },
  });
}

const PATIENCE_MS = 60_000;
const RETRY_MS = 500;

/** Connects, retrying for up to a minute while the database is starting, recovering or missing. */
export async function connectWithPatience(database: DataSource, patience = PATIENCE_MS): Promise<void> {
  const until = performance.now() + patience;
  for (;;) {
    try {
      await database.initialize();
      return;
    } catch (error) {
      if (!isUnavailable(error) || performance.now() >= until) throw error;
      await sleep(RETRY_MS);
    }
  }
}
