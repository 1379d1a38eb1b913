// npm run demo:reset: replaces everything in the database by the demo.
import { buildWhatChanged } from './lib/build.mjs';
import { ensurePackages, ensurePostgres } from './lib/packages.mjs';
import { ensureDatabase, startPostgres } from './lib/postgres.mjs';
import { run } from './lib/run.mjs';
import { main, readSettings } from './lib/settings.mjs';

await main(async () => {
  const settings = readSettings();
  ensurePackages();
  await buildWhatChanged();
  let url = settings.databaseUrl;
  if (url === undefined) {
    const bin = ensurePostgres();
    const postgres = await startPostgres(bin, settings.dataDir);
    ensureDatabase(bin, postgres, 'hearty_ladle');
    url = postgres.url('hearty_ladle');
  }
  run('node', ['apps/server/dist/load-demo.js', '--replace'], { env: { DATABASE_URL: url } });
  process.stdout.write('The demo is back.\n');
});
