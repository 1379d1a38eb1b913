import type { DataSource } from 'typeorm';

/** Any number will do as long as everybody uses the same. */
const MIGRATION_LOCK = 72_190_001;

/** Brings the database up to date; of several processes that start at once, one does it and the others wait. */
export async function runMigrations(database: DataSource): Promise<void> {
  const runner = database.createQueryRunner();
  await runner.connect();
  try {
    await runner.query('SELECT pg_advisory_lock($1)', [MIGRATION_LOCK]);
    await database.runMigrations({ transaction: 'each' });
  } finally {
    await runner.query('SELECT pg_advisory_unlock($1)', [MIGRATION_LOCK]);
    await runner.release();
  }
}
