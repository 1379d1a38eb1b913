// npm run test:faults: orders from several clients while the server is killed, PostgreSQL restarted and printers fail.
// Every acknowledged order must be there once, every ticket must have reached paper, and whatever is on paper twice
// must say so. Bounded in count and time; only this machine's loopback is spoken to.
import { setTimeout as sleep } from 'node:timers/promises';
import pg from 'pg';
import { openHouse } from '../lib/house.mjs';
import { main } from '../lib/settings.mjs';

const ORDERS = 300;
const CLIENTS = 6;
const LONGEST_MS = 240_000;
const SETTLE_MS = 150_000;
const SEED = 20_261;

let state = SEED;
/** Numbers that look random and are the same in every run. */
const random = (below) => (state = (state * 48_271) % 2_147_483_647) % below;

const DISHES = [
  { item: 'ember', picks: [{ group: 'bowl-size', choice: 'regular' }, { group: 'noodle', choice: 'wheat' }], notes: { 'allergy-note': 'no sesame' } },
  { item: 'griddle-fold', picks: [{ group: 'filling', choice: 'cheese' }] },
  { item: 'barley-tea', picks: [{ group: 'cup-size', choice: 'short' }] },
];
const MODES = ['ok', 'out-of-paper', 'jammed', 'stalled', 'drops', 'away'];
const STATIONS = ['kettles', 'griddle', 'tea', 'pass'];

let fellOver = 0;
let isBreaking = true;

/** One client: sends each of its orders until it is acknowledged, always with the same key. */
async function client(house, name, acknowledged) {
  for (let i = 0; i < ORDERS / CLIENTS; i++) {
    const key = `fault-${name}-${i}`;
    const body = JSON.stringify({ service: 'takeaway', lines: [DISHES[random(DISHES.length)], DISHES[random(DISHES.length)]] });
    for (;;) {
      const answer = await fetch(`${house.address}/api/orders`, { method: 'POST', headers: { 'content-type': 'application/json', 'idempotency-key': key }, body, signal: AbortSignal.timeout(10_000) })
        .then(async (response) => ({ status: response.status, order: await response.json() }), () => undefined);
      if (answer?.status === 201 || answer?.status === 200) {
        acknowledged.set(key, answer.order);
        break;
      }
      await sleep(100 + random(200));
    }
  }
}

async function breakServer(house) {
  while (isBreaking) {
    await sleep(1_500 + random(2_500));
    if (!isBreaking) return;
    if (house.server.exitCode !== null) fellOver++;
    else await house.killServer();
    await house.startServer();
  }
}

async function breakPostgres(house) {
  for (let i = 0; i < 2 && isBreaking; i++) {
    await sleep(6_000 + random(3_000));
    if (isBreaking) await house.restartPostgres();
  }
}

async function breakPrinters(house) {
  while (isBreaking) {
    await sleep(700);
    await setMode(house, STATIONS[random(STATIONS.length)], MODES[random(MODES.length)]);
  }
}

function setMode(house, station, mode) {
  return fetch(`${house.address}/api/printers/${station}/mode`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify({ mode }) }).catch(() => undefined);
}

const results = { passed: 0, failed: 0 };
function check(name, wrong) {
  if (wrong.length === 0) results.passed++;
  else results.failed++;
  process.stdout.write(`${wrong.length === 0 ? '✓' : '✘'} ${name}${wrong.length === 0 ? '' : `: ${wrong.slice(0, 8).join('; ')}${wrong.length > 8 ? ` and ${wrong.length - 8} more` : ''}`}\n`);
}

await main(async () => {
  const house = await openHouse();
  house.startPrinters();
  await house.startServer();
  await sleep(1_000);
  const acknowledged = new Map();
  const began = Date.now();
  const breaking = [breakServer(house), breakPostgres(house), breakPrinters(house)];
  const clients = Promise.all(Array.from({ length: CLIENTS }, (_, i) => client(house, i, acknowledged)));
  await Promise.race([clients, sleep(LONGEST_MS)]);
  isBreaking = false;
  await Promise.all(breaking);
  await house.untilOpen();
  for (const station of STATIONS) await setMode(house, station, 'ok');
  process.stdout.write(`${acknowledged.size} orders acknowledged in ${Math.round((Date.now() - began) / 1000)} s; now everything is well again.\n`);

  const database = new pg.Client({ connectionString: house.databaseUrl });
  await database.connect();
  const ask = async (sql) => (await database.query(sql)).rows;
  for (let waited = 0; waited < SETTLE_MS; waited += 1_000) {
    const [{ count }] = await ask(`SELECT count(*)::int FROM print_job WHERE state <> 'printed'`);
    if (count === 0) break;
    await sleep(1_000);
  }
  const orders = await ask('SELECT id, number, key FROM orders');
  const tickets = await ask('SELECT t.id, t.station, t.order_number, j.state FROM ticket t LEFT JOIN print_job j ON j.ticket_id = t.id');
  const papers = (await ask('SELECT station, body FROM sim_paper ORDER BY id')).map(({ station, body }) => ({ station, text: body.map((line) => line.text ?? '').join(' ').replace(/\s+/g, ' ') }));
  const names = Object.fromEntries((await ask(`SELECT id, body ->> 'name' AS name FROM menu_thing WHERE kind = 'stations'`)).map(({ id, name }) => [id, name]));
  await database.end();

  check('every order that was asked for was acknowledged', acknowledged.size === ORDERS ? [] : [`${ORDERS - acknowledged.size} were not`]);
  const byKey = Map.groupBy ? Map.groupBy(orders, ({ key }) => key) : orders.reduce((map, order) => map.set(order.key, [...(map.get(order.key) ?? []), order]), new Map());
  check('every acknowledged order is there, once, under the number that was told', [...acknowledged].flatMap(([key, order]) => {
    const found = byKey.get(key) ?? [];
    return found.length === 1 && found[0].id === order.id && found[0].number === order.number ? [] : [`${key}: ${found.length} found`];
  }));
  check('there is no order that nobody asked for', orders.filter(({ key }) => !acknowledged.has(key)).map(({ key }) => key));
  const unprinted = [];
  const unmarked = [];
  for (const { station, order_number: number } of tickets) {
    const wanted = new RegExp(`(^|\\*\\* | )${names[station]} ${number} `);
    const found = papers.filter(({ text }) => wanted.test(`${text} `));
    if (found.length === 0) unprinted.push(`${names[station]} ${number}`);
    const whole = found.filter(({ text }) => !/MAY BE|REPRINT/.test(text));
    if (whole.length > 1) unmarked.push(`${names[station]} ${number}: ${whole.length} without a mark`);
  }
  check('every ticket reached paper', unprinted);
  check('what is on paper twice says so, but for the first', unmarked);
  check('no ticket waits any more', tickets.filter(({ state }) => state !== 'printed').map(({ station, order_number: number }) => `${station} ${number}`));
  check('the server never fell over by itself', fellOver === 0 ? [] : [`${fellOver} times`]);
  await house.close();
  process.stdout.write(`\n${results.passed} passed, ${results.failed} failed\n`);
  process.exit(results.failed === 0 ? 0 : 1);
});
