// npm run bench:orders: how long the list of orders takes to answer at the size of a year (the demo's six weeks nine times
// over), by what is looked for, beside the plain list. Prints milliseconds and the ratio; no pass or fail.
import { asOwner, openHouse } from '../lib/house.mjs';
import { main } from '../lib/settings.mjs';

const TIMES = 8;
const REPEATS = 7;

const COLUMNS = 'edition, request, quote, total, due, stand_ins, name, place, dishes, search, fingerprint, round';
/** The same six weeks once more, before those that there are; each order with its tickets. */
const ONCE_MORE = `
  WITH most AS (SELECT max(number) AS number FROM orders WHERE key NOT LIKE 'year %'),
  copied AS (
    INSERT INTO orders (id, guest_token, number, key, placed_at, ${COLUMNS})
    SELECT gen_random_uuid(), gen_random_uuid(), o.number + $1 * most.number, 'year ' || $1 || ' ' || o.id,
      o.placed_at - $1 * interval '42 days', ${COLUMNS.replace('name', 'o.name')}
    FROM orders o, most WHERE o.added_to IS NULL AND o.key NOT LIKE 'year %' RETURNING id, key)
  INSERT INTO ticket (id, order_id, order_number, station, body, sent_at, bumped_at, version)
  SELECT gen_random_uuid(), copied.id, t.order_number, t.station, t.body, t.sent_at - $1 * interval '42 days',
    coalesce(t.bumped_at, t.sent_at) - $1 * interval '42 days', t.version
  FROM copied JOIN ticket t ON copied.key = 'year ' || $1 || ' ' || t.order_id`;

const SEARCHES = {
  'the latest': {},
  'by number': { find: '4711' },
  'by name': { find: 'tamsin' },
  'by dish': { find: 'forager' },
  'by choice, in Spanish': { find: 'huevo frito' },
  'by note': { find: 'coeliac' },
  'by what nobody ordered': { find: 'marzipan' },
  'being made, at a location': { state: 'making', location: 'steps' },
  'with voids': { state: 'voided' },
  'a day last year': { day: '2026-03-14' },
  'all of it': { find: 'fold', state: 'done', location: 'millrace', day: new Date().toISOString().slice(0, 10) },
  'a page deep in the past': { before: '600' },
};

await main(async () => {
  const house = await openHouse({ menu: null });
  try {
    for (let i = 1; i <= TIMES; i++) await house.query(ONCE_MORE, [i]);
    await house.query('ANALYZE');
    const [{ count }] = await house.query('SELECT count(*) FROM orders');
    await house.startServer();
    process.stdout.write(`${count} orders\n`);
    let plain = 0;
    for (const [name, query] of Object.entries(SEARCHES)) {
      const { ms, rows } = await median(`${house.address}/api/workbench/orders?${new URLSearchParams(query)}`);
      plain ||= ms;
      process.stdout.write(
        `${name}: ${ms.toFixed(1)} ms, ${(ms / plain).toFixed(1)} times the plain list, ${rows} rows\n`,
      );
    }
  } finally {
    await house.close();
  }
});

async function median(url) {
  const times = [];
  let rows = 0;
  for (let i = 0; i < REPEATS; i++) {
    const begin = performance.now();
    const answer = await fetch(url, { headers: asOwner() });
    rows = (await answer.json()).length;
    times.push(performance.now() - begin);
  }
  return { ms: times.sort((a, b) => a - b)[Math.floor(REPEATS / 2)], rows };
}
