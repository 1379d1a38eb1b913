import { setTimeout as sleep } from 'node:timers/promises';
import { DataSource } from 'typeorm';
import { isUnavailable } from './database-errors.ts';
import { MENU_ENTITIES, ORDER_ENTITIES } from './entities.ts';
import { First1790000000000 } from './migrations/1790000000000-first.ts';
import { PicturesAndPrinting1790000100000 } from './migrations/1790000100000-pictures-and-printing.ts';
import { HouseAndLimits1790000200000 } from './migrations/1790000200000-house-and-limits.ts';

const POOL_SIZE = 12;
const CONNECT_MS = 2_000;
const LOCK_MS = 2_500;
const STATEMENT_MS = 4_000;
/** A little longer than the server's own limit: it ends only what a frozen database does not answer at all. */
const ANSWER_MS = 5_000;
const IDLE_TRANSACTION_MS = 20_000;

/**
 * A pool of connections none of which is waited for without end: for a free one, for a lock, for a statement, for an
 * answer. `sslmode` and the like in the address are honoured (libpq's parameters, as the driver reads them).
 */
export function newDataSource(url: string, { poolSize = POOL_SIZE, name = 'server' } = {}): DataSource {
  return new DataSource({
    type: 'postgres',
    url,
    entities: [...MENU_ENTITIES, ...ORDER_ENTITIES],
    migrations: [First1790000000000, PicturesAndPrinting1790000100000, HouseAndLimits1790000200000],
    migrationsTableName: 'migration',
    // Several processes may start at once: the migrations wait for each other in run-migrations.ts.
    migrationsRun: false,
    applicationName: `hearty-ladle ${name}`,
    extra: {
      max: poolSize, connectionTimeoutMillis: CONNECT_MS, lock_timeout: LOCK_MS, statement_timeout: STATEMENT_MS, query_timeout: ANSWER_MS,
      idle_in_transaction_session_timeout: IDLE_TRANSACTION_MS, keepAlive: true,
    },
  });
}

const PATIENCE_MS = 60_000;
const RETRY_MS = 500;

/** Connects; a database that is starting, recovering or not there yet is waited for, up to a minute. */
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
