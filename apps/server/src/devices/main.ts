import { connectWithPatience, newDataSource } from '../db/data-source.ts';
import { runMigrations } from '../db/run-migrations.ts';
import { runProcess } from '../run-process.ts';
import { SimulatedPrinters } from './simulated-printers.ts';

/** A process of its own, as printers are: the server may be ended hard and they go on. */
await runProcess(async () => {
  const url = process.env['DATABASE_URL'] ?? '';
  const database = newDataSource(url);
  await connectWithPatience(database);
  await runMigrations(database);
  const printers = new SimulatedPrinters(database, url);
  await printers.start();
  return async () => {
    await printers.stop();
    await database.destroy();
  };
});
