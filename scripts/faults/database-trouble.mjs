// PostgreSQL recovers while the server starts, freezes, and has a lock held: requests are answered in time, and
// everything works again afterwards.
import { setTimeout as sleep } from 'node:timers/promises';
import pg from 'pg';
import { openHouse } from '../lib/house.mjs';
import { check, say, sayTimes, timed } from './checks.mjs';

export async function databaseTrouble() {
  const house = await openHouse();
  try {
    house.stopPostgres();
    const server = await house.startServer({ wait: false });
    await sleep(2_000);
    const starting = house.continuePostgres();
    await house.untilOpen();
    await starting;
    check(
      'a server that starts while PostgreSQL is down and recovers opens once it is there',
      server.exitCode === null ? [] : [`it ended with ${server.exitCode}`],
    );
    await frozen(house);
    await locked(house);
  } finally {
    await house.close();
  }
}

async function frozen(house) {
  const thaw = house.freezePostgres();
  const paths = ['shop/menu', 'device/tickets', 'workbench/orders', 'workbench/journal', 'ready'];
  const asked = paths.flatMap((path) => Array.from({ length: 4 }, () => timed(`${house.address}/api/${path}`)));
  const health = await timed(`${house.address}/api/health`);
  const answers = await Promise.all(asked);
  thaw();
  say('PostgreSQL stands still:');
  sayTimes('what needs it', answers);
  check('a frozen database is told of with 503, and the server’s own health is not', [
    ...answers.filter(({ status }) => status !== 503).map(({ status }) => `status ${status}`),
    ...(health.status === 200 ? [] : [`health ${health.status}`]),
  ]);
  await house.untilOpen();
  check(
    'once it goes on, everything is served again',
    (await Promise.all(paths.map((path) => timed(`${house.address}/api/${path}`))))
      .filter(({ status }) => status !== 200)
      .map(({ status }) => `status ${status}`),
  );
}

async function locked(house) {
  const holder = new pg.Client({ connectionString: house.databaseUrl });
  await holder.connect();
  await holder.query('BEGIN');
  await holder.query('SELECT * FROM menu_state WHERE id = 1 FOR UPDATE');
  const change = { label: 'x', change: { edits: [{ type: 'move', kind: 'items', id: 'ember', index: 0 }] }, based: [] };
  const writers = Array.from({ length: 40 }, (_, i) =>
    timed(`${house.address}/api/workbench/changes`, { ...change, id: `locked-${i}-request` }),
  );
  const readers = [];
  for (let i = 0; i < 40; i++) readers.push(await timed(`${house.address}/api/shop/menu`));
  const written = await Promise.all(writers);
  await holder.query('ROLLBACK');
  await holder.end();
  say('The menu’s lock is held:');
  sayTimes('changes', written);
  sayTimes('the menu, meanwhile', readers);
  check('changes that wait for a lock are refused in time, and nobody else waits', [
    ...written.filter(({ status }) => status !== 503).map(({ status }) => `change ${status}`),
    ...readers.filter(({ status }) => status !== 200).map(({ status }) => `menu ${status}`),
  ]);
}
