import { type ChildProcess, spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { once } from 'node:events';
import { fileURLToPath } from 'node:url';
import { type PantryNow } from '@hearty-ladle/core';
import { request } from './testing/signed-in.ts';
import { afterAll, expect, it } from 'vitest';
import { countsBesideTheirLedger } from './jobs/housekeeping.ts';
import { sendAsLead, sendOrder } from './testing/requests.ts';
import { type TestHouse, useTwoServers } from './testing/test-house.ts';

let one: string;
let house: TestHouse;
useTwoServers((opened) => ({ one, house } = opened));

const children: ChildProcess[] = [];
afterAll(() => children.forEach((child) => child.kill('SIGKILL')));

/** A server in a process of its own, that can be killed. */
async function serverInProcess(): Promise<{ readonly address: string; readonly process: ChildProcess }> {
  const args = [
    '--import',
    import.meta.resolve('tsx'),
    '--conditions=source',
    fileURLToPath(new URL('./main.ts', import.meta.url)),
  ];
  const server = spawn(process.execPath, args, {
    env: { ...process.env, DATABASE_URL: house.url, HOST: '127.0.0.1', PORT: '0', PAGES_DIR: '/nowhere' },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  children.push(server);
  for await (const chunk of server.stdout) {
    const address = /http:\/\/127\.0\.0\.1:\d+/.exec(String(chunk))?.[0];
    if (address) return { address, process: server };
  }
  throw new Error('the server did not start');
}

const TOAST = { item: 'toast', picks: [{ group: 'spread', choice: 'plain' }] };
const PORTIONS = 50;
const GUESTS = 200;

it('of 200 guests after the last 50 portions, one of two servers being killed meanwhile, 50 get one and none gets two', async () => {
  await sendAsLead(one, 'movements', {
    kind: 'count',
    location: 'steps',
    rows: [{ what: { item: 'toast' }, quantity: PORTIONS }],
  }).expect(201);
  const doomed = await serverInProcess();
  let answers = 0;
  const place = async (server: string, key: string) => {
    const answer = await sendOrder(server, { lines: [TOAST] }, { key }).catch(() => undefined);
    answers++;
    if (answers === 20) doomed.process.kill('SIGKILL');
    return answer?.status;
  };
  /** A guest whose server died sends the same order again, through the other one. */
  const guest = async (i: number) => {
    const key = randomUUID();
    const first = await place(i % 2 ? doomed.address : one, key);
    for (let tries = 0, status = first; tries < 60; tries++) {
      if (status === 201 || status === 200 || status === 422) return status;
      await new Promise((resolve) => setTimeout(resolve, 200));
      status = await place(one, key);
    }
    return undefined;
  };
  const statuses = await Promise.all(Array.from({ length: GUESTS }, (_, i) => guest(i)));
  if (doomed.process.exitCode === null && doomed.process.signalCode === null) await once(doomed.process, 'exit');
  expect(doomed.process.signalCode).toBe('SIGKILL');
  const placed = statuses.filter((status) => status === 201 || status === 200);
  expect([placed.length, statuses.filter((status) => status === 422).length]).toEqual([PORTIONS, GUESTS - PORTIONS]);
  expect(await house.database.query('SELECT count(*)::int AS orders FROM orders')).toEqual([{ orders: PORTIONS }]);
  const { counts } = (await request(one).get('/api/device/pantry').query({ location: 'steps' })).body as PantryNow;
  expect(counts).toMatchObject([{ onHand: 0 }]);
  expect(await countsBesideTheirLedger(house.database)).toEqual([]);
}, 120_000);
