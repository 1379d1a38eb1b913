import { connectWithPatience, newDataSource } from './data-source.ts';

/** Any number will do as long as everybody uses the same. */
export const MIGRATION_LOCK = 72_190_001;

/**
 * Brings the database up to date once it can be reached, however long that takes; of several processes that start at
 * once, one does it and the others wait.
 */
export async function runMigrations(url: string): Promise<void> {
  const database = newDataSource(url, { poolSize: 2, name: 'migrations', isPatient: true });
  await connectWithPatience(database);
  const runner = database.createQueryRunner();
  try {
    await runner.query('SET lock_timeout = 0');
    await runner.query('SELECT pg_advisory_lock($1)', [MIGRATION_LOCK]);
    await database.runMigrations({ transaction: 'each' });
  } finally {
    await runner.release();
    await database.destroy();
  }
}
