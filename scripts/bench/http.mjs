// npm run bench:http: the public API beside the least that could do the same work, measured in one run on loopback.
// POST /api/shop/quote against a bare Express server that echoes the same body; an edition against a file of the same
// bytes; placing orders against pgbench inserting the same rows. Bounded in count and time; prints ratios, no pass or fail.
import { spawnSync } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:http';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { brotliCompressSync } from 'node:zlib';
import autocannon from 'autocannon';
import pg from 'pg';
import { openHouse } from '../lib/house.mjs';
import { main } from '../lib/settings.mjs';

const SECONDS = 8;
const CONNECTIONS = 8;
const ofServer = createRequire(new URL('../../apps/server/package.json', import.meta.url));
const express = ofServer('express');
const expressStaticGzip = ofServer('express-static-gzip');
const COUNTED = 20;
const LINE = {
  item: 'ember',
  picks: [
    { group: 'bowl-size', choice: 'regular' },
    { group: 'noodle', choice: 'wheat' },
    { group: 'toppings', choice: 'egg', units: 2 },
    { group: 'toppings', choice: 'corn' },
  ],
  notes: { 'allergy-note': 'no sesame' },
};

function fire(options) {
  return autocannon({
    connections: CONNECTIONS,
    duration: SECONDS,
    method: 'POST',
    ...options,
    headers: { 'content-type': 'application/json', ...options.headers },
  });
}

/** Parses and echoes the same body with Express and nothing else. */
async function echo() {
  const app = express();
  app.use(express.json());
  app.post('/', (request, response) => response.json(request.body));
  const server = createServer(app);
  await once(server.listen(0, '127.0.0.1'), 'listening');
  const { port } = /** @type {import('node:net').AddressInfo} */ (server.address());
  return { url: `http://127.0.0.1:${port}/`, close: () => server.close() };
}

const perSecond = (result) => result.requests.average;
const say = (text) => process.stdout.write(`${text}\n`);

await main(async () => {
  const house = await openHouse();
  await house.startServer();
  const bare = await echo();
  const body = JSON.stringify(LINE);
  await fire({ url: `${house.address}/api/shop/quote`, body, duration: 2 });
  const quote = await fire({ url: `${house.address}/api/shop/quote`, body });
  const echoed = await fire({ url: bare.url, body });
  bare.close();
  say(
    `quotes: ${perSecond(quote).toFixed(0)} a second (p99 ${quote.latency.p99} ms); ` +
      `a bare echo: ${perSecond(echoed).toFixed(0)} a second; ` +
      `ratio ${(perSecond(quote) / perSecond(echoed)).toFixed(2)}`,
  );

  await compareEdition(house);

  let key = 0;
  const fireOrders = () =>
    fire({
      url: `${house.address}/api/shop/orders`,
      requests: [
        {
          method: 'POST',
          setupRequest: (request) => ({
            ...request,
            headers: {
              ...request.headers,
              'content-type': 'application/json',
              'idempotency-key': `bench-key-${key++}`,
            },
            body: JSON.stringify({ service: 'takeaway', location: 'steps', lines: [LINE] }),
          }),
        },
      ],
    });
  const orders = await fireOrders();
  say(
    `orders: ${perSecond(orders).toFixed(0)} a second accepted (${orders.non2xx} refused, p99 ${orders.latency.p99} ms)`,
  );
  const inserts = await pgbench(house);
  say(
    `pgbench inserting the same rows: ${inserts.toFixed(0)} a second; ratio ${(perSecond(orders) / inserts).toFixed(2)}`,
  );
  await countEverything(house);
  const counted = await fireOrders();
  say(
    `orders with ${COUNTED} things counted that each takes: ${perSecond(counted).toFixed(0)} a second ` +
      `(${counted.non2xx} refused, p99 ${counted.latency.p99} ms); ` +
      `ratio ${(perSecond(counted) / perSecond(orders)).toFixed(2)}`,
  );
  await house.close();
});

/** An edition as guests get it beside the same bytes as a compressed file, sent as the pages are. */
async function compareEdition({ address }) {
  const { edition, hash, language } = await (await fetch(`${address}/api/shop/edition?location=steps`)).json();
  const url = `${address}/api/shop/editions/${edition}/${hash}/${language}?location=steps`;
  const headers = { 'accept-encoding': 'br' };
  const folder = mkdtempSync(join(tmpdir(), 'edition-'));
  const bytes = Buffer.from(await (await fetch(url, { headers })).arrayBuffer());
  writeFileSync(join(folder, 'edition.json'), bytes);
  writeFileSync(join(folder, 'edition.json.br'), brotliCompressSync(bytes));
  const app = express();
  app.use(expressStaticGzip(folder, { enableBrotli: true, orderPreference: ['br'] }));
  const server = createServer(app);
  await once(server.listen(0, '127.0.0.1'), 'listening');
  const { port } = /** @type {import('node:net').AddressInfo} */ (server.address());
  const served = await fire({ url, method: 'GET', headers });
  const file = await fire({ url: `http://127.0.0.1:${port}/edition.json`, method: 'GET', headers });
  server.close();
  rmSync(folder, { recursive: true });
  say(
    `an edition (${bytes.length} bytes): ${perSecond(served).toFixed(0)} a second; the same as a file: ` +
      `${perSecond(file).toFixed(0)} a second; ratio ${(perSecond(served) / perSecond(file)).toFixed(2)}`,
  );
}

/** Counts what an order takes, as far as it goes, and other things up to 20. */
async function countEverything({ databaseUrl }) {
  const database = new pg.Client({ connectionString: databaseUrl });
  await database.connect();
  const {
    rows: [{ takes }],
  } = await database.query("SELECT quote -> 'takes' AS takes FROM orders ORDER BY number DESC LIMIT 1");
  const whats = [
    ...takes.ingredients.map(({ ingredient }) => ['ingredient', ingredient]),
    ...takes.items.map(({ item }) => ['item', item]),
    ...takes.choices.map(({ choice }) => ['choice', choice]),
    ...Array.from({ length: COUNTED }, (_, i) => ['ingredient', `counted-${i}`]),
  ].slice(0, COUNTED);
  for (const [kind, id] of whats)
    await database.query(
      `INSERT INTO stock_count (key, location, what, on_hand) VALUES ($1, 'steps', $2, 1000000000000)`,
      [JSON.stringify([kind, id]), JSON.stringify({ [kind]: id })],
    );
  await database.end();
}

/** Inserts the order and its tickets with pgbench, with as many clients. */
async function pgbench({ bin, databaseUrl }) {
  const database = new pg.Client({ connectionString: databaseUrl });
  await database.connect();
  const {
    rows: [order],
  } = await database.query('SELECT * FROM orders ORDER BY number DESC LIMIT 1');
  const { rows: tickets } = await database.query('SELECT * FROM ticket WHERE order_id = $1', [order.id]);
  await database.end();
  const text = (value) => {
    const plain = typeof value === 'string' ? value : JSON.stringify(value);
    return `'${plain.replaceAll("'", "''").replaceAll('\\', '\\\\').replaceAll(':', '\\:')}'`;
  };
  const jsonb = (value) => `'${JSON.stringify(value).replaceAll("'", "''")}'::jsonb`;
  const folder = mkdtempSync(join(tmpdir(), 'hearty-ladle-pgbench-'));
  const file = join(folder, 'order.sql');
  // pgbench treats :name as a variable, so the JSON is stored in tables first and copied from there.
  const setUp = new pg.Client({ connectionString: databaseUrl });
  await setUp.connect();
  await setUp.query(
    `CREATE TABLE bench_order AS SELECT ${jsonb(order.request)} AS request, ${jsonb(order.quote)} AS quote`,
  );
  await setUp.query('CREATE TABLE bench_ticket (station text, body jsonb)');
  for (const { station, body } of tickets)
    await setUp.query('INSERT INTO bench_ticket VALUES ($1, $2)', [station, JSON.stringify(body)]);
  await setUp.end();
  writeFileSync(
    file,
    `BEGIN;
WITH placed AS (INSERT INTO orders (id, key, fingerprint, placed_at, edition, request, quote, total, due, search, guest_token)
  SELECT gen_random_uuid(), gen_random_uuid()::text, ${text(order.fingerprint)}, now(), 1, request, quote,
    ${order.total}, ${order.total}, '', gen_random_uuid() FROM bench_order RETURNING id, number)
INSERT INTO ticket (id, order_id, order_number, station, body, sent_at, version)
  SELECT gen_random_uuid(), placed.id, placed.number, station, body, now(), 1 FROM placed, bench_ticket;
COMMIT;
`,
  );
  const { hostname, port, username, password } = new URL(databaseUrl);
  const result = spawnSync(
    join(bin, 'pgbench'),
    [
      '-n',
      '-h',
      hostname,
      '-p',
      port,
      '-U',
      username,
      '-c',
      String(CONNECTIONS),
      '-j',
      '2',
      '-T',
      String(SECONDS),
      '-f',
      file,
      'house',
    ],
    { env: { ...process.env, PGPASSWORD: password }, encoding: 'utf8' },
  );
  rmSync(folder, { recursive: true, force: true });
  const [, tps] = /tps = ([\d.]+)/.exec(result.stdout) ?? [];
  if (tps === undefined) throw new Error(`pgbench said: ${result.stderr}`);
  return Number(tps);
}
