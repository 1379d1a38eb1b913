import type { DataSource } from 'typeorm';

/** Resolves if the database answers, and rejects otherwise. */
export async function databaseAnswers(database: DataSource): Promise<void> {
  await database.query('SELECT 1');
}
