// Orders from several clients at two server processes while one is killed again and again, PostgreSQL is stopped hard
// and printers fail. Every acknowledged order must exist once, every ticket must have reached paper or report that it
// did not, and every possible duplicate must be marked.
import { setTimeout as sleep } from 'node:timers/promises';
import { asOwner, openHouse } from '../lib/house.mjs';
import { check, random, say } from './checks.mjs';

const ORDERS = 300;
const CLIENTS = 6;
const LONGEST_MS = 240_000;
const SETTLE_MS = 180_000;

const DISHES = [
  {
    item: 'ember',
    picks: [
      { group: 'bowl-size', choice: 'regular' },
      { group: 'noodle', choice: 'wheat' },
    ],
    notes: { 'allergy-note': 'no sesame' },
  },
  { item: 'griddle-fold', picks: [{ group: 'filling', choice: 'cheese' }] },
  { item: 'barley-tea', picks: [{ group: 'cup-size', choice: 'short' }] },
];
const MODES = ['ok', 'slow', 'out-of-paper', 'jammed', 'stalled', 'echoes', 'drops', 'away'];
const STATIONS = ['kettles', 'griddle', 'tea', 'pass'];

const post = (url, body, headers = {}, ms = 10_000) =>
  fetch(url, {
    method: 'POST',
    headers: { 'content-type': 'application/json', ...asOwner(), ...headers },
    body: JSON.stringify(body),
    signal: AbortSignal.timeout(ms),
  });

export async function ordersUnderFire() {
  const house = await openHouse();
  let fellOver = 0;
  let isBreaking = true;
  try {
    house.startPrinters();
    await house.startServer();
    const addresses = [house.address, await house.startAnother()];
    await sleep(1_000);
    const acknowledged = new Map();

    /**
     * One client: sends each of its orders until it is acknowledged, always with the same key, to whichever server
     * answers.
     */
    const client = async (name) => {
      for (let i = 0; i < ORDERS / CLIENTS; i++) {
        const key = `fault-${name}-${i}`;
        const body = {
          service: 'takeaway',
          location: 'steps',
          lines: [DISHES[random(DISHES.length)], DISHES[random(DISHES.length)]],
        };
        for (;;) {
          const answer = await post(`${addresses[random(2)]}/api/shop/orders`, body, { 'idempotency-key': key }).then(
            async (response) => ({ status: response.status, order: await response.json() }),
            () => undefined,
          );
          if (answer?.status === 201 || answer?.status === 200) {
            acknowledged.set(key, answer.order);
            break;
          }
          await sleep(100 + random(200));
        }
      }
    };
    const breakServer = async () => {
      while (isBreaking) {
        await sleep(1_500 + random(2_500));
        if (!isBreaking) return;
        if (house.server.exitCode !== null) fellOver++;
        else await house.killServer();
        await house.startServer();
      }
    };
    const breakPostgres = async () => {
      for (let i = 0; i < 2 && isBreaking; i++) {
        await sleep(6_000 + random(3_000));
        if (isBreaking) await house.restartPostgres();
      }
    };
    const setMode = (station, mode) =>
      post(`${addresses[1]}/api/workbench/printers/steps:${station}/mode`, { mode }).catch(() => undefined);
    const breakPrinters = async () => {
      while (isBreaking) {
        await sleep(700);
        await setMode(STATIONS[random(STATIONS.length)], MODES[random(MODES.length)]);
      }
    };

    const began = Date.now();
    const breaking = [breakServer(), breakPostgres(), breakPrinters()];
    const clients = Promise.all(Array.from({ length: CLIENTS }, (_, i) => client(i)));
    await Promise.race([clients, sleep(LONGEST_MS)]);
    isBreaking = false;
    await Promise.all(breaking);
    await house.untilOpen();
    for (const station of STATIONS) await setMode(station, 'ok');
    say(
      `${acknowledged.size} orders acknowledged in ${Math.round((Date.now() - began) / 1000)} s; now everything is well again.`,
    );
    await untilSettled(house);
    const stopped = await house.query(`SELECT DISTINCT ticket_id FROM print_job WHERE state = 'stopped'`);
    say(`  ${stopped.length} tickets say that they were stopped, and are printed again by hand.`);
    for (const { ticket_id: id } of stopped) await post(`${house.address}/api/device/tickets/${id}/reprint`, {});
    await untilSettled(house);
    await checkOrders(house, acknowledged);
    if (house.others.some(({ exitCode }) => exitCode !== null)) fellOver++;
    check('no server fell over by itself', fellOver === 0 ? [] : [`${fellOver} times`]);
  } finally {
    isBreaking = false;
    await house.close();
  }
}

async function untilSettled(house) {
  for (let waited = 0; waited < SETTLE_MS; waited += 1_000) {
    const [{ count }] = await house.query(
      `SELECT count(*)::int FROM print_job WHERE state NOT IN ('printed', 'stopped')`,
    );
    if (count === 0) return;
    await sleep(1_000);
  }
}

async function checkOrders(house, acknowledged) {
  const orders = await house.query('SELECT id, number, key FROM orders');
  const tickets = await house.query(
    `SELECT t.station, t.order_number, bool_or(j.state = 'printed') AS printed, bool_or(j.state NOT IN ('printed',
      'stopped')) AS waits FROM ticket t LEFT JOIN print_job j ON j.ticket_id = t.id GROUP BY t.id`,
  );
  const papers = (
    await house.query(`SELECT split_part(printer, ':', 2) AS station, body FROM sim_paper ORDER BY id`)
  ).map(({ station, body }) => ({
    station,
    text: body
      .map((line) => line.text ?? '')
      .join(' ')
      .replace(/\s+/g, ' '),
  }));
  const names = Object.fromEntries(
    (await house.query(`SELECT id, body ->> 'name' AS name FROM menu_thing WHERE kind = 'stations'`)).map(
      ({ id, name }) => [id, name],
    ),
  );
  check(
    'every order that was asked for was acknowledged',
    acknowledged.size === ORDERS ? [] : [`${ORDERS - acknowledged.size} were not`],
  );
  const byKey = new Map();
  for (const order of orders) byKey.set(order.key, [...(byKey.get(order.key) ?? []), order]);
  check(
    'every acknowledged order is there, once, under the number that was told',
    [...acknowledged].flatMap(([key, order]) => {
      const found = byKey.get(key) ?? [];
      return found.length === 1 && found[0].id === order.id && found[0].number === order.number
        ? []
        : [`${key}: ${found.length} found`];
    }),
  );
  check(
    'there is no order that nobody asked for',
    orders.filter(({ key }) => !acknowledged.has(key)).map(({ key }) => key),
  );
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
  check(
    'no ticket waits any more, and each was printed',
    tickets
      .filter(({ printed, waits }) => !printed || waits)
      .map(({ station, order_number: number }) => `${station} ${number}`),
  );
}
