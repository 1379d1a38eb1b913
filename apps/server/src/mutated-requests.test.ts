import {
  addressOf,
  deviceApi,
  publicApi,
  type Role,
  ROLES,
  type Route,
  shopApi,
  workbenchApi,
} from '@hearty-ladle/core';
import { randomUUID } from 'node:crypto';
import { Agent, request as httpRequest } from 'node:http';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { Random } from '../../../packages/core/src/testing/random.ts';
import { menuAt } from './testing/menu-at.ts';
import { BOWL, sendOrder } from './testing/requests.ts';
import { as, cookieFor, paired, personWith, signInEverybody } from './testing/signed-in.ts';
import { mutated, mutatedPart } from './testing/mutations.ts';
import { openHouse, type TestHouse } from './testing/test-house.ts';

const REQUESTS = 10_000;
const AT_ONCE = 8;
const NOBODY = '00000000-0000-4000-8000-000000000000';
const JSON_ONLY = { 'content-type': 'application/json', 'idempotency-key': 'warm-up-1' };

/** An order at a location where the till, the kitchen and the devices of this test have no business. */
const MARK = 'Quennell-Mark';
const elsewhere = { location: 'millrace', lines: [BOWL] };
const SEE_EVERYTHING: ReadonlySet<string> = new Set(['owner', 'editor', 'lead']);

let house: TestHouse;
let address: string;
let routes: readonly Route[];
const agent = new Agent({ keepAlive: true, maxSockets: AT_ONCE });
/** Another process, at which the same people are signed in. */
let second: string;
const signInAgain = () => signInEverybody(second);
beforeAll(async () => {
  house = await openHouse();
  ({ address, routes } = await house.openServer());
  second = (await house.openServer()).address;
});
afterAll(async () => {
  agent.destroy();
  await house.close();
});

/** The name of a route within its audience's contract. */
function nameOf(route: Route): string {
  const apis: Readonly<Record<string, Route>>[] = [shopApi, deviceApi, workbenchApi, publicApi];
  return apis.flatMap((api) => Object.entries(api)).find(([, one]) => one === route)?.[0] ?? '';
}

/** A valid request, to be mutated. */
function rightBody(name: string, menu: Awaited<ReturnType<typeof menuAt>>, random: Random): unknown {
  const line = {
    item: 'ember',
    quantity: 2,
    picks: [
      { group: 'bowl-size', choice: 'regular' },
      { group: 'noodle', choice: 'wheat', units: 1 },
    ],
    notes: { 'allergy-note': 'no sesame' },
    consents: ['x'],
  };
  const order = {
    service: 'takeaway',
    location: 'steps',
    avoid: ['sesame'],
    lines: [line, { item: 'off-menu', amounts: { 'named-price': 450 } }],
    dates: { x: '2026-05-12' },
    name: 'Ilse',
    place: '4',
    seenTotal: 2140,
  };
  const group = random.pick(menu.menu.groups);
  switch (name) {
    case 'quote':
      return line;
    case 'quoteOrder':
      return { lines: order.lines, service: 'dine-in' };
    case 'placeOrder':
      return { ...order, replaces: [randomUUID()] };
    case 'park':
      return order;
    case 'check':
      return { channel: 'pos', out: { items: ['ember'], variants: [{ item: 'tea', pick: { a: 'b' } }] } };
    case 'change':
      return {
        id: randomUUID(),
        label: 'x',
        change: {
          edits: [
            { type: 'put', kind: 'groups', thing: group },
            { type: 'move', kind: 'items', id: 'ember', index: 1 },
          ],
        },
        based: [{ kind: 'groups', id: group.id, version: 1 }],
      };
    case 'takeOff':
      return { whats: [{ item: 'toast' }, { choice: 'noodle/rice' }], locations: ['steps'], until: '2026-05-12T04:00' };
    case 'move':
      return {
        kind: random.pick(['delivery', 'count', 'waste']),
        rows: [{ what: { ingredient: 'egg' }, quantity: 2.5 }],
      };
    case 'setCount':
      return { what: { ingredient: 'egg' }, low: 3, isCounted: true };
    case 'whatIf':
      return { location: 'steps', days: 28, prices: [{ place: 'items/ember/price', list: 'house', amount: 990 }] };
    case 'setHouse':
      return { version: 5_000, house: { orders: {}, rates: {} } };
    case 'pin':
      return { person: personWith('lead'), pin: '1234' };
    case 'signIn':
      return { name: 'Odile Marten', password: 'x' };
    case 'demoSignIn':
      return { person: personWith('owner') };
    case 'firstOwner':
      return { token: 'x', name: 'Ilse', password: 'the kettle sings at dawn' };
    case 'pair':
      return { code: 'ABCD-EFGH' };
    case 'setPerson':
      return { id: randomUUID(), version: 0, name: `P ${randomUUID()}`, grants: [{ role: 'till' }], isActive: true };
    case 'newPairingCode':
      return { kind: 'till', name: 'Counter', location: 'steps' };
    case 'setOwnSecrets':
      return { current: 'x', password: 'the kettle sings at dawn', pin: '1234' };
    case 'reserve':
    case 'confirm':
      return { reservation: randomUUID() };
    case 'setWebhook':
      return {
        ...{
          name: 'Till roll',
          url: 'http://127.0.0.1:9/in',
          events: ['order.placed'],
          isInside: true,
          isPaused: false,
        },
      };
    case 'setPrinter':
      return { is: 'address', host: '127.0.0.1', port: 9100 };
    case 'setPrinterMode':
      return { mode: 'ok' };
    case 'undo':
      return { id: randomUUID() };
    default:
      return {};
  }
}

/** Sends the bytes as written, including what `fetch` would normalise; returns the status and the start of the body. */
function send(
  method: string,
  path: string,
  headers: Record<string, string>,
  body: string | undefined,
): Promise<{ status: number; text: string }> {
  return new Promise((resolve, reject) => {
    const { hostname, port } = new URL(address);
    const sent = httpRequest(
      {
        agent,
        hostname,
        port,
        method,
        path,
        headers: { ...headers, ...(body !== undefined && { 'content-length': String(Buffer.byteLength(body)) }) },
      },
      (response) => {
        let text = '';
        // A stream that starts well continues until it is closed.
        if (/event-stream|ndjson/.test(response.headers['content-type'] ?? '')) {
          response.destroy();
          return resolve({ status: response.statusCode ?? 0, text });
        }
        response
          .setEncoding('utf8')
          .on('data', (chunk: string) => (text += text.length < 4_000 ? chunk : ''))
          .on('end', () => resolve({ status: response.statusCode ?? 0, text }))
          .on('error', reject);
      },
    );
    sent.on('error', reject);
    sent.end(body);
  });
}

it(`${REQUESTS} mutated requests over every route, as anybody, are answered or refused, and leave nothing half done`, async () => {
  const menu = await menuAt(address);
  const random = new Random(20_261_127);
  const faults: string[] = [];
  const statuses = new Map<number, number>();
  await sendOrder(address, { ...elsewhere, name: MARK }, { audience: 'device' }).expect(201);
  const devices = await Promise.all((['till', 'pass', 'board'] as const).map((kind) => paired(address, kind)));
  const acting = (
    await as('till', address)
      .post('/api/device/pin')
      .send({ person: personWith('lead'), pin: '2468' })
  ).body.acting as string;
  // The schemas of a route are compiled when it is first asked, which holds up everything for a moment.
  for (const route of routes)
    await send(
      route.method.toUpperCase(),
      addressOf(route).replace(/:\w+/g, NOBODY),
      JSON_ONLY,
      JSON.stringify(rightBody(nameOf(route), menu, random) ?? null),
    );
  const one = async (count: number) => {
    // Some requests sign out or change people; the others need somebody to be signed in.
    if (count % 250 === 0) await signInAgain();
    const route = random.pick(routes);
    const who = random.pick<Role | 'guest' | 'device'>(['guest', 'device', ...ROLES]);
    const cookie = who === 'guest' ? '' : who === 'device' ? random.pick(devices) : cookieFor(who, second);
    const path =
      addressOf(route).replace(/:\w+/g, () => mutatedPart(random)) +
      (random.chance(0.4) ? `?${random.pick(['before', 'find', 'size', 'x'])}=${mutatedPart(random)}` : '');
    const text =
      route.body === 'picture'
        ? JSON.stringify(random.int(0, 99_999))
        : JSON.stringify(mutated(rightBody(nameOf(route), menu, random), random) ?? null);
    const body =
      route.method === 'post' ? (random.chance(0.05) ? text.slice(0, random.int(0, text.length)) : text) : undefined;
    const actingAs = random.pick(['', 'a.b', '..', 'x'.repeat(200), acting]);
    // The till entered a shift lead’s PIN: as long as that lasts, it sees what the lead does.
    const seesEverything = SEE_EVERYTHING.has(who) || (who === 'till' && actingAs === acting);
    const headers = {
      'content-type':
        route.body === 'picture' ? 'application/octet-stream' : random.chance(0.03) ? 'text/plain' : 'application/json',
      'idempotency-key': random.chance(0.1) ? 'short' : randomUUID(),
      'x-acting-as': actingAs,
      cookie: random.chance(0.05) ? mutatedPart(random) : cookie,
    };
    const { status, text: answer } = await send(route.method.toUpperCase(), path, headers, body);
    statuses.set(status, (statuses.get(status) ?? 0) + 1);
    if (status >= 500 && !(status === 503 && route.path === '/check'))
      faults.push(`${status} ${route.method} ${path} ${body?.slice(0, 300) ?? ''} -> ${answer.slice(0, 200)}`);
    if (/\.ts:\d|node_modules|\bat \/|SELECT |INSERT /.test(answer))
      faults.push(`tells of the inside: ${path} -> ${answer.slice(0, 300)}`);
    if (!seesEverything && answer.includes(MARK)) faults.push(`${who} reads what is not theirs: ${path}`);
    if (
      status < 300 &&
      (who === 'guest' ? route.action !== undefined : who === 'kitchen' && route.action === 'edit-menu')
    )
      faults.push(`${who} may: ${route.method} ${path}`);
  };
  const worker = async (count: number) => {
    for (let i = 0; i < count; i++) await one(i);
  };
  await Promise.all(Array.from({ length: AT_ONCE }, () => worker(REQUESTS / AT_ONCE)));
  expect(faults.slice(0, 10)).toEqual([]);
  expect(statuses.get(400) ?? 0).toBeGreaterThan(REQUESTS / 10);
  expect(statuses.get(200) ?? 0).toBeGreaterThan(REQUESTS / 50);

  const [half] = (await house.database.query(`SELECT
    (SELECT count(*)::int FROM orders o WHERE NOT EXISTS (SELECT 1 FROM ticket t WHERE t.order_id = o.id)) AS orders,
    (SELECT count(*)::int FROM journal) - (SELECT revision::int - 1 FROM menu_state) AS changes,
    (SELECT count(*)::int FROM menu_thing t WHERE t.kind <> 'settings' AND NOT EXISTS (SELECT 1 FROM menu_list l
      WHERE l.kind = t.kind AND l.ids ? t.id)) AS things`)) as [object];
  expect(half).toEqual({ orders: 0, changes: 0, things: 0 });
  await signInAgain();
  expect((await menuAt(second)).menu.items.length).toBeGreaterThan(0);
}, 300_000);
