import { DataSource } from 'typeorm';
import { MENU_ENTITIES, ORDER_ENTITIES } from './entities.ts';
import { First1790000000000 } from './migrations/1790000000000-first.ts';
import { PicturesAndPrinting1790000100000 } from './migrations/1790000100000-pictures-and-printing.ts';

export function newDataSource(url: string): DataSource {
  return new DataSource({
    type: 'postgres',
    url,
    entities: [...MENU_ENTITIES, ...ORDER_ENTITIES],
    migrations: [First1790000000000, PicturesAndPrinting1790000100000],
    migrationsTableName: 'migration',
    // Several processes may start at once: the migrations wait for each other in run-migrations.ts.
    migrationsRun: false,
    extra: { max: 10 },
  });
}
