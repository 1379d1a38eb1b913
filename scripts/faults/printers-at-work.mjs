// Fourteen printers at work at once, most as slow as paper, one that echoes and one that never answers: only their own
// tickets wait for them, each is printed once, and those that never will be are reported.
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { openHouse } from '../lib/house.mjs';
import { check, say, sayTimes, timed } from './checks.mjs';

const STATIONS = Array.from({ length: 14 }, (_, i) => `stove-${i}`);
const [ECHO, MUTE] = STATIONS.slice(-2);
const ORDERS = 3;
const LONGEST_MS = 120_000;

function menu() {
  return {
    format: 'hearty-ladle/menu@1',
    name: 'House of stoves',
    currency: 'EUR',
    locales: ['en'],
    priceLists: [{ id: 'house', name: 'House' }],
    sections: [],
    stations: STATIONS.map((id) => ({ id, name: id, columns: 32 })),
    groups: [{ id: 'say', name: 'Say', prompt: 'Anything we should know?', kind: 'note', note: { maxLength: 2000 } }],
    items: STATIONS.map((id) => ({
      id: `dish-${id}`,
      name: `Dish of ${id}`,
      price: 500,
      station: id,
      groups: [{ group: 'say' }],
    })),
  };
}

export async function printersAtWork() {
  const folder = mkdtempSync(join(tmpdir(), 'hearty-ladle-stoves-'));
  const file = join(folder, 'menu.json');
  writeFileSync(file, JSON.stringify(menu()));
  const house = await openHouse({ menu: file });
  try {
    house.startPrinters();
    await house.startServer();
    for (
      let waited = 0;
      waited < 20_000 && (await house.query('SELECT 1 FROM sim_printer')).length < STATIONS.length;
      waited += 200
    )
      await sleep(200);
    const mode = (station, how) => timed(`${house.address}/api/workbench/printers/${station}/mode`, { mode: how });
    for (const station of STATIONS)
      await mode(station, station === ECHO ? 'echoes' : station === MUTE ? 'stalled' : 'slow');
    await sleep(500);
    const note = 'no sesame, and please say when it is ready '.repeat(20);
    const lines = Array.from({ length: 3 }, () =>
      STATIONS.map((station) => ({ item: `dish-${station}`, notes: { say: note } })),
    ).flat();
    for (let i = 0; i < ORDERS; i++) {
      const { status } = await timed(
        `${house.address}/api/shop/orders`,
        { location: 'steps', lines },
        { 'idempotency-key': `stoves-${i}-key` },
      );
      if (status !== 201) check('the largest orders are taken', [`status ${status}`]);
    }
    const answers = [];
    const due = (await house.query('SELECT 1 FROM ticket')).length - 2 * ORDERS;
    for (let waited = 0; waited < LONGEST_MS; waited += 100) {
      answers.push(await timed(`${house.address}/api/shop/menu`));
      const [{ printed }] = await house.query(`SELECT count(*)::int AS printed FROM print_job WHERE state = 'printed'`);
      if (printed >= due) break;
      await sleep(100);
    }
    say(`${STATIONS.length} printers at work at once, ${ORDERS} tickets of ${note.length * 3} letters of notes each:`);
    sayTimes('the menu, meanwhile', answers);
    check(
      'the menu is served while every printer is at work',
      answers.filter(({ status }) => status !== 200).map(({ status }) => `status ${status}`),
    );
    const jobs = await house.query('SELECT printer, state, fault, doubtful FROM print_job');
    check(
      'every ticket at a working printer is printed, none twice',
      jobs
        .filter(
          ({ printer, state, doubtful }) => printer !== ECHO && printer !== MUTE && (state !== 'printed' || doubtful),
        )
        .map((job) => JSON.stringify(job)),
    );
    const papers = await house.query('SELECT printer, count(*)::int AS papers FROM sim_paper GROUP BY printer');
    check(
      'as many papers came out as tickets were hung',
      STATIONS.filter((station) => station !== ECHO && station !== MUTE).flatMap((station) => {
        const found = papers.find((one) => one.printer === station)?.papers ?? 0;
        return found === ORDERS ? [] : [`${station}: ${found}`];
      }),
    );
    check(
      'a printer that echoes or never answers has printed nothing, and says so',
      jobs
        .filter(
          ({ printer, state, fault }) =>
            (printer === ECHO || printer === MUTE) && (state === 'printed' || fault === null),
        )
        .map((job) => JSON.stringify(job)),
    );
  } finally {
    await house.close();
    rmSync(folder, { recursive: true, force: true });
  }
}
