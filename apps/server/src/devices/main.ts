import { connectWithPatience, newDataSource } from '../db/data-source.ts';
import { runMigrations } from '../db/run-migrations.ts';
import { runProcess } from '../run-process.ts';
import { SimulatedPrinters } from './simulated-printers.ts';

/** Runs as its own process, as real printers do, so that it survives a crash of the server. */
await runProcess(async () => {
  const url = process.env['DATABASE_URL'] ?? '';
  const database = newDataSource(url);
  await runMigrations(url);
  await connectWithPatience(database);
  const printers = new SimulatedPrinters(database, url);
  await printers.start();
  return async () => {
    await printers.stop();
    await database.destroy();
  };
});
