import { DataSource } from 'typeorm';
import { ENTITIES } from './entities.ts';
import { First1790000000000 } from './migrations/1790000000000-first.ts';

export function newDataSource(url: string): DataSource {
  return new DataSource({
    type: 'postgres',
    url,
    entities: ENTITIES,
    migrations: [First1790000000000],
    migrationsTableName: 'migration',
    // Several processes may start at once: the migrations wait for each other in run-migrations.ts.
    migrationsRun: false,
    extra: { max: 10 },
  });
}
