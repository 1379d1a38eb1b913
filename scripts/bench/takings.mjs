// npm run bench:takings: how long each view of the takings takes to answer over a year of 100 orders a day at 20 locations
// (the demo's six weeks many times over), beside the plainest of them. Prints milliseconds and the ratio; no pass or fail.
import { asOwner, openHouse } from '../lib/house.mjs';
import { main } from '../lib/settings.mjs';

/** The demo has two locations and 42 days: so many copies make 20 locations and a year. */
const COPIES = 87;
const LOCATIONS = 10;
const DAYS = 42;
const REPEATS = 5;
const TABLES = ['sold_order', 'sold_dish', 'sold_group', 'sold_choice', 'sold_pair', 'sold_note', 'sold_ticket'];

const ALL = { from: '2000-01-01', to: '2099-12-31' };
/** @type {Record<string, [path: string, query: Record<string, string | number>]>} */
const VIEWS = {
  'by day': ['', { by: 'day' }],
  'by hour': ['', { by: 'hour' }],
  'by hour, of one dish': ['', { by: 'hour', item: 'ember' }],
  'by location, at midday': ['', { by: 'location', fromHour: 11, toHour: 15 }],
  dishes: ['/dishes', {}],
  'dishes, at midday': ['/dishes', { fromHour: 11, toHour: 15 }],
  groups: ['/groups', {}],
  'groups of one dish': ['/groups', { item: 'ember' }],
  'groups, at midday': ['/groups', { fromHour: 11, toHour: 15 }],
  'groups, online takeaway': ['/groups', { channel: 'online', service: 'takeaway' }],
  'pairs of dishes': ['/together', {}],
  'what goes with a dish': ['/together', { withItem: 'ember' }],
  'what goes with a choice': ['/together', { withGroup: 'toppings', withChoice: 'egg' }],
  notes: ['/notes', {}],
  kitchen: ['/kitchen', {}],
  '86’d': ['/missed', {}],
  'orders behind a choice': ['/orders', { group: 'bowl-size', choice: 'large' }],
};

await main(async () => {
  const house = await openHouse({ menu: null });
  try {
    await house.startServer();
    await untilCounted(house);
    await multiply(house);
    await untilCounted(house);
    await house.query('ANALYZE');
    const [{ orders }] = await house.query('SELECT sum(orders)::int AS orders FROM sold_order_daily');
    process.stdout.write(`${orders} orders\n`);
    let plain = 0;
    for (const [name, [path, query]] of Object.entries(VIEWS)) {
      const asked = Object.entries({ ...ALL, ...query }).map(([key, value]) => [key, String(value)]);
      const url = `${house.address}/api/workbench/takings${path}?${new URLSearchParams(asked)}`;
      const { ms, slowest } = await median(url);
      plain ||= ms;
      const times = (ms / plain).toFixed(1);
      process.stdout.write(`${name}: ${ms.toFixed(0)} ms (slowest ${slowest.toFixed(0)}), ${times} times the first\n`);
    }
  } finally {
    await house.close();
  }
});

/** The same orders at other locations and in earlier weeks, as they are booked; the orders themselves are not copied. */
async function multiply(house) {
  await house.query(`CREATE TABLE copied AS SELECT order_id AS old_id, gen_random_uuid() AS new_id, copy
    FROM sold_order, generate_series(1, ${COPIES - 1}) AS copy`);
  for (const table of TABLES) {
    const columns = (
      await house.query(
        `SELECT column_name AS name FROM information_schema.columns WHERE table_name = $1 ORDER BY ordinal_position`,
        [table],
      )
    ).map(({ name }) => name);
    const values = columns.map((name) => {
      if (name === 'order_id') return 'c.new_id';
      if (name === 'ticket_id') return 'gen_random_uuid()';
      if (name === 'day') return `t.day - (c.copy / ${LOCATIONS}) * ${DAYS}`;
      if (name === 'location')
        return `CASE c.copy % ${LOCATIONS} WHEN 0 THEN t.location ELSE t.location || c.copy % ${LOCATIONS} END`;
      return `t."${name}"`;
    });
    await house.query(
      `INSERT INTO ${table} (${columns.map((name) => `"${name}"`).join(', ')})
        SELECT ${values.join(', ')} FROM ${table} AS t JOIN copied AS c ON c.old_id = t.order_id`,
    );
  }
  for (const table of TABLES) await house.query(`ANALYZE ${table}`);
  await house.query('INSERT INTO sold_change (day, location) SELECT DISTINCT day, location FROM sold_order');
}

async function untilCounted(house) {
  for (;;) {
    const [{ waiting }] = await house.query(
      'SELECT (SELECT count(*) FROM booking_due)::int + (SELECT count(*) FROM sold_change)::int AS waiting',
    );
    if (waiting === 0) return;
    await new Promise((resolve) => setTimeout(resolve, 1_000));
  }
}

async function median(url) {
  const times = [];
  for (let i = 0; i < REPEATS; i++) {
    const before = performance.now();
    const answer = await fetch(url, { headers: asOwner() });
    if (!answer.ok) throw new Error(`${url}: ${answer.status} ${await answer.text()}`);
    await answer.arrayBuffer();
    times.push(performance.now() - before);
  }
  times.sort((a, b) => a - b);
  return { ms: times[Math.floor(REPEATS / 2)], slowest: times.at(-1) };
}
