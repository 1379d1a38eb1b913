// A flood of the most expensive accepted bodies, valid and invalid: each is answered or refused, in few bytes if
// refused, while others are served. Bounded in count; times are printed, no pass or fail.
import { openHouse } from '../lib/house.mjs';
import { check, random, say, sayTimes, timed } from './checks.mjs';

const REQUESTS = 240;
const CLIENTS = 8;
const GUEST_BYTES = 255 * 1024;
const WORKBENCH_BYTES = 15 * 1024 * 1024;
const MAX_ANSWERED = 64 * 1024;

const repeated = (part, bytes) =>
  Array.from({ length: Math.floor(bytes / (JSON.stringify(part).length + 1)) }, () => part);
const PICKS = [
  { group: 'bowl-size', choice: 'regular' },
  { group: 'noodle', choice: 'wheat' },
  { group: 'toppings', choice: 'egg', units: 2 },
  { group: 'toppings', choice: 'corn' },
];

/** Expensive requests by name: their URL, body, and whether they are refused. */
function bodies() {
  const line = { item: 'ember', picks: PICKS, notes: { 'allergy-note': 'no sesame '.repeat(7) } };
  const stuffed = {
    ...line,
    picks: [...PICKS, ...Array.from({ length: 490 }, () => ({ group: 'toppings', choice: 'corn' }))],
  };
  const deep = `${'{"group":"a","choice":"b","picks":['.repeat(6_000)}${']}'.repeat(6_000)}`;
  const effects = (bytes) => ({
    id: 'flood-request',
    label: 'x',
    based: [],
    change: {
      edits: [
        {
          type: 'put',
          kind: 'rules',
          thing: { id: 'r', when: { channel: 'pos' }, then: repeated({ limit: {} }, bytes) },
        },
      ],
    },
  });
  const prices = Array.from({ length: 5_000 }, (_, i) => ({
    type: 'put',
    kind: 'items',
    thing: { id: `flood-${i}`, name: `Dish ${i}`, price: i, groups: [{ group: 'toppings' }] },
  }));
  return [
    {
      name: 'an order of 60 lines',
      path: 'shop/orders',
      body: { location: 'steps', lines: Array.from({ length: 60 }, () => line) },
      isOrder: true,
    },
    {
      name: 'an order of 61 lines',
      path: 'shop/orders',
      body: { location: 'steps', lines: Array.from({ length: 61 }, () => line) },
      isOrder: true,
      isRefused: true,
    },
    { name: 'a quote of 60 lines', path: 'shop/order-quote', body: { lines: Array.from({ length: 60 }, () => line) } },
    {
      name: 'a quote of as many picks as fit',
      path: 'shop/order-quote',
      body: { location: 'steps', lines: Array.from({ length: 12 }, () => stuffed) },
    },
    {
      name: 'a quarter of a megabyte of {}',
      path: 'shop/quote',
      body: { item: 'ember', picks: repeated({}, GUEST_BYTES) },
      isRefused: true,
    },
    {
      name: 'lines without end',
      path: 'shop/order-quote',
      body: { lines: repeated({ item: 'x' }, GUEST_BYTES) },
      isRefused: true,
    },
    { name: 'picks within picks', path: 'shop/quote', body: `{"item":"ember","picks":[${deep}]}`, isRefused: true },
    {
      name: 'wrong effects, a quarter of a megabyte',
      path: 'workbench/changes',
      body: effects(GUEST_BYTES),
      isRefused: true,
    },
    {
      name: 'wrong effects, fifteen megabytes',
      path: 'workbench/changes',
      body: effects(WORKBENCH_BYTES),
      isRefused: true,
      rare: true,
    },
    {
      name: 'five thousand new dishes that refer to what is not there',
      path: 'workbench/changes',
      body: {
        id: 'flood-dishes',
        label: 'x',
        based: [],
        change: {
          edits: prices.map((edit) => ({ ...edit, thing: { ...edit.thing, groups: [{ group: 'nowhere' }] } })),
        },
      },
      isRefused: true,
      rare: true,
    },
  ].map((one) => ({ ...one, sent: typeof one.body === 'string' ? one.body : JSON.stringify(one.body) }));
}

export async function flood() {
  const house = await openHouse();
  try {
    await house.startServer();
    const kinds = bodies();
    const often = kinds.filter(({ rare }) => !rare);
    const rare = kinds.filter((kind) => kind.rare);
    const sent = new Map(kinds.map(({ name }) => [name, []]));
    // A server prepares its validation in its first second.
    for (const { path, sent: body } of kinds) await timed(`${house.address}/api/${path}`, body);
    let isFlooding = true;
    let key = 0;
    const client = async () => {
      for (let i = 0; i < REQUESTS / CLIENTS; i++) {
        const kind = i % 10 === 9 ? rare[random(rare.length)] : often[random(often.length)];
        sent
          .get(kind.name)
          .push(
            await timed(
              `${house.address}/api/${kind.path}`,
              kind.sent,
              kind.isOrder ? { 'idempotency-key': `flood-key-${key++}` } : {},
            ),
          );
      }
    };
    const others = [];
    const guest = async () => {
      while (isFlooding) {
        others.push(await timed(`${house.address}/api/shop/quote`, { item: 'ember', picks: PICKS.slice(0, 2) }));
        others.push(await timed(`${house.address}/api/shop/menu`));
      }
    };
    const serving = guest();
    await Promise.all(Array.from({ length: CLIENTS }, client));
    isFlooding = false;
    await serving;
    say('A flood of the costliest bodies:');
    for (const [name, answers] of sent) sayTimes(name, answers);
    sayTimes('others, meanwhile', others);
    const all = kinds.flatMap((kind) => sent.get(kind.name).map((answer) => ({ ...answer, ...kind })));
    check(
      'every request of the flood is answered or refused',
      all
        .filter(({ status }) => status === 0 || (status >= 500 && status !== 503))
        .map(({ name, status }) => `${name}: ${status}`),
    );
    check(
      'what is wrong is refused as such',
      all
        .filter(({ status, isRefused }) => status !== 503 && status >= 400 !== Boolean(isRefused))
        .map(({ name, status, text }) => `${name}: ${status} ${text.slice(0, 100)}`),
    );
    check(
      'what is refused is refused in few bytes',
      all
        .filter(({ status, length }) => status >= 400 && length > MAX_ANSWERED)
        .map(({ name, length }) => `${name}: ${length} bytes`),
    );
    check(
      'others are served meanwhile',
      others.filter(({ status }) => status !== 200).map(({ status }) => `status ${status}`),
    );
  } finally {
    await house.close();
  }
}
