import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensurePostgres } from '../../scripts/lib/packages.mjs';
import { ensureDatabase, freePort, startPostgres } from '../../scripts/lib/postgres.mjs';
import { keep, run, stopAll } from '../../scripts/lib/run.mjs';

/** The built application on its own PostgreSQL with the demo in it, for the whole run. */
export default async function openHouse(): Promise<() => Promise<void>> {
  const folder = mkdtempSync(join(tmpdir(), 'hearty-ladle-journeys-'));
  const bin = ensurePostgres();
  const postgres = await startPostgres(bin, folder);
  ensureDatabase(bin, postgres, 'house');
  const port = String(await freePort());
  const env = { DATABASE_URL: postgres.url('house'), PORT: port, HOST: '127.0.0.1', CHECK_RESPONSES: 'on' };
  run('node', ['apps/server/dist/load-demo.js', 'demo/menu.json'], { env });
  const server = keep('node', ['apps/server/dist/main.js'], { env });
  const printers = keep('node', ['apps/server/dist/devices/main.js'], { env });
  const address = `http://127.0.0.1:${port}`;
  process.env['HOUSE'] = address;
  process.env['HOUSE_DATABASE'] = env.DATABASE_URL;
  await untilOpen(`${address}/api/ready`);
  return async () => {
    await stopAll([server, printers]);
    postgres.stop();
    rmSync(folder, { recursive: true, force: true });
  };
}

async function untilOpen(url: string): Promise<void> {
  for (let tries = 0; tries < 100; tries++) {
    const isOpen = await fetch(url).then(
      ({ ok }) => ok,
      () => false,
    );
    if (isOpen) return;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error(`nothing answers at ${url}`);
}
