import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { TestProject } from 'vitest/node';
import { newDataSource } from '../db/data-source.ts';
import { storeDemoPeople } from '../demo/people.ts';
import { runMigrations } from '../db/run-migrations.ts';
// The start scripts are plain JavaScript, so that they run before anything is installed.
import { ensurePostgres } from '../../../../scripts/lib/packages.mjs';
import { ensureDatabase, startPostgres } from '../../../../scripts/lib/postgres.mjs';

declare module 'vitest' {
  interface ProvidedContext {
    /** URL of the migrated template database, named `template`. */
    templateUrl: string;
    /** URL for the database owner, which creates and drops databases. */
    adminUrl: string;
  }
}

/** Starts PostgreSQL for this run, with one migrated template database that test files copy. */
export default async function setup(project: TestProject): Promise<() => void> {
  const folder = mkdtempSync(join(tmpdir(), 'hearty-ladle-test-'));
  const bin: string = ensurePostgres();
  const postgres = await startPostgres(bin, folder);
  ensureDatabase(bin, postgres, 'template');
  const url: string = postgres.url('template');
  const database = newDataSource(url);
  await runMigrations(url);
  await database.initialize();
  await database.transaction(storeDemoPeople);
  await database.destroy();
  project.provide('templateUrl', url);
  project.provide('adminUrl', postgres.adminUrl('postgres') as string);
  return () => {
    postgres.stop();
    rmSync(folder, { recursive: true, force: true });
  };
}
