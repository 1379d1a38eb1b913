import { newDataSource } from '../db/data-source.ts';
import { runMigrations } from '../db/run-migrations.ts';
import { PlayedPrinters } from './play-printers.ts';

/** A process of its own, as printers are: the server may be ended hard and they go on. */
const url = process.env['DATABASE_URL'] ?? '';
const database = newDataSource(url);
try {
  await database.initialize();
  await runMigrations(database);
  const printers = new PlayedPrinters(database, url);
  await printers.start();
  const stop = () => void printers.stop().then(() => database.destroy()).then(() => process.exit(0), () => process.exit(1));
  process.once('SIGINT', stop);
  process.once('SIGTERM', stop);
  if (process.env['STOP_WITH_PARENT'] === 'on') process.stdin.once('end', stop).resume();
} catch (error) {
  process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(1);
}
