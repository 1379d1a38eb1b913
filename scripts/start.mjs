// npm start: from an empty machine to a running application. Plain JavaScript without dependencies. With --empty it opens a
// house without dishes, in a database of its own.
import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { buildWhatChanged } from './lib/build.mjs';
import { ensurePackages, ensurePostgres } from './lib/packages.mjs';
import { answers, ensureDatabase, startPostgres } from './lib/postgres.mjs';
import { keep, run, stopAll } from './lib/run.mjs';
import { demoSignIn, main, readSettings, Refusal, ROOT } from './lib/settings.mjs';

const isEmpty = process.argv.includes('--empty');

await main(async () => {
  const settings = readSettings();
  if (settings.port !== 0 && (await answers(settings.host, settings.port))) {
    throw new Refusal(`Port ${settings.port} on ${settings.host} is taken; choose another with PORT.`);
  }
  ensurePackages();
  await buildWhatChanged();
  const database = await openDatabase(settings);
  const env = {
    DATABASE_URL: database.url,
    PORT: String(settings.port),
    HOST: settings.host,
    ...(!isEmpty && demoSignIn(settings.host)),
  };
  let server;
  let printers;
  let stopping = false;
  const stop = async (code) => {
    if (stopping) return;
    stopping = true;
    await stopAll([server, printers].filter(Boolean));
    database.close();
    process.exit(code);
  };
  process.on('SIGINT', () => void stop(0));
  process.on('SIGTERM', () => void stop(0));
  try {
    run('node', ['apps/server/dist/load-demo.js', ...(isEmpty ? ['--empty'] : [])], { env });
  } catch (error) {
    database.close();
    throw new Refusal(`The database can't be used: ${error.message.split('\n').slice(1).join(' ').trim()}`);
  }
  server = keep('node', ['apps/server/dist/main.js'], { env: { ...env, STOP_WITH_PARENT: 'on' } });
  server.once('exit', (code) => void stop(code ?? 1));
  if (settings.simulatesPrinters)
    printers = keep('node', ['apps/server/dist/devices/main.js'], { env: { ...env, STOP_WITH_PARENT: 'on' } });
});

/** The database in DATABASE_URL, or one on our own server, which stops with this script. */
async function openDatabase({ databaseUrl, dataDir }) {
  if (databaseUrl !== undefined) return { url: databaseUrl, close: () => {} };
  const bin = ensurePostgres();
  const postgres = await startPostgres(bin, dataDir);
  const name = isEmpty ? 'hearty_ladle_empty' : 'hearty_ladle';
  ensureDatabase(bin, postgres, name);
  const mark = join(ROOT, 'node_modules', '.cache', 'hearty-ladle', 'started-by');
  const other = existsSync(mark) ? Number(readFileSync(mark, 'utf8')) : 0;
  if (other !== 0 && other !== process.pid && isAlive(other)) return { url: postgres.url(name), close: () => {} };
  writeFileSync(mark, String(process.pid));
  const close = () => {
    rmSync(mark, { force: true });
    postgres.stop();
  };
  return { url: postgres.url(name), close };
}

function isAlive(pid) {
  try {
    process.kill(pid, 0);
    return /start\.mjs/.test(readFileSync(`/proc/${pid}/cmdline`, 'utf8'));
  } catch {
    return false;
  }
}
