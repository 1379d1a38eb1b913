// npm run dev: the server and the pages, rebuilt whenever a source changes.
import { join } from 'node:path';
import { buildWhatChanged } from './lib/build.mjs';
import { ensurePackages, ensurePostgres } from './lib/packages.mjs';
import { ensureDatabase, startPostgres } from './lib/postgres.mjs';
import { keep, run, stopAll } from './lib/run.mjs';
import { demoSignIn, main, readSettings, ROOT } from './lib/settings.mjs';

await main(async () => {
  const settings = readSettings();
  ensurePackages();
  await buildWhatChanged();
  const bin = settings.databaseUrl === undefined ? ensurePostgres() : undefined;
  const postgres = bin && (await startPostgres(bin, settings.dataDir));
  if (postgres) ensureDatabase(bin, postgres, 'hearty_ladle');
  const env = {
    DATABASE_URL: settings.databaseUrl ?? postgres.url('hearty_ladle'),
    PORT: String(settings.port),
    HOST: settings.host,
    LOGS: 'on',
    ...demoSignIn(settings.host),
  };
  run('node', ['apps/server/dist/load-demo.js'], { env });
  const children = [
    ...['development', 'guest,development'].map((configuration) =>
      keep('npx', ['ng', 'build', '--watch', '--configuration', configuration], {
        cwd: join(ROOT, 'apps/web'),
        env: { NG_CLI_ANALYTICS: 'false' },
      }),
    ),
    keep('npx', ['tsx', 'watch', '--conditions=source', 'src/main.ts'], { cwd: join(ROOT, 'apps/server'), env }),
    ...(settings.simulatesPrinters
      ? [keep('npx', ['tsx', '--conditions=source', 'src/devices/main.ts'], { cwd: join(ROOT, 'apps/server'), env })]
      : []),
  ];
  const stop = async () => {
    await stopAll(children);
    postgres?.stop();
    process.exit(0);
  };
  process.on('SIGINT', () => void stop());
  process.on('SIGTERM', () => void stop());
});
