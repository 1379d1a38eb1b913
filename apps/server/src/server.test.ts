import { randomUUID } from 'node:crypto';
import { type Clock, compileMenu, type Line, type Menu, type PassTicket, preselectedLine, quoteLine, quoteOrder, type Thing, trustedLine, trustedOrder } from '@hearty-ladle/core';
import { clock } from '@hearty-ladle/node-runtime';
import request from 'supertest';
import { describe, expect, it } from 'vitest';
import { menuAt } from './testing/menu-at.ts';
import { type TestHouse, useTwoServers } from './testing/test-house.ts';

let house: TestHouse;
let one: string;
let other: string;
useTwoServers((opened) => ({ house, one, other } = opened));

async function groupAt(server: string, id: string) {
  const { menu, versions } = await menuAt(server);
  const group = menu.groups.find((it) => it.id === id);
  if (!group) throw new Error(`no group ${id}`);
  return { group, version: versions['groups']?.[id] ?? 0 };
}

const putGroup = (thing: Thing, version: number, id: string) => ({
  id: randomUUID(), label: 'a test changes a group', change: { edits: [{ type: 'put', kind: 'groups', thing }] }, based: [{ kind: 'groups', id, version }],
});

const bowl = (more: object = {}) => ({
  item: 'ember',
  picks: [{ group: 'bowl-size', choice: 'regular' }, { group: 'noodle', choice: 'wheat' }],
  ...more,
});

describe('quotes', () => {
  /** The line that opens on every dish, and the same with every choice picked once. */
  const linesOf = (menu: Menu): Line[] => menu.items.flatMap(({ id }) => {
    const opened = preselectedLine(compileMenu(menu), id);
    const all = (compileMenu(menu).item(id)?.groups ?? []).flatMap(({ group, choices }) => choices.map((choice) => ({ group: group.id, choice: choice.id })));
    return [opened, { item: id, picks: all, quantity: 3, priceList: menu.priceLists.at(-1)?.id ?? '' }].map((line) => ({ ...line, at: '2026-05-12T13:00' }));
  });
  const asSent = (value: unknown) => JSON.parse(JSON.stringify(value)) as unknown;
  /** Ignores what the server decides itself, such as the minute. */
  const expectSame = (found: unknown, said: (clock: Clock) => unknown, before: string) =>
    expect([asSent(said(() => before)), asSent(said(clock))]).toContainEqual(found);

  it('are what the core says of every dish, on whichever server, for guests and tills', async () => {
    const { menu } = await menuAt(one);
    const lines = linesOf(menu);
    expect(lines.length).toBeGreaterThan(20);
    for (const [i, line] of lines.entries()) {
      for (const [face, source] of [['shop', 'shop'], ['device', 'till']] as const) {
        const before = clock(undefined);
        const { body } = await request(i % 2 ? one : other).post(`/api/${face}/quote`).send(line).expect(200);
        expectSame(body, (at) => quoteLine(menu, trustedLine(menu, line, source, at), at), before);
      }
    }
  });

  it('of whole orders are, too', async () => {
    const { menu } = await menuAt(one);
    const order = { lines: linesOf(menu).slice(0, 9), service: 'takeaway' as const };
    const before = clock(undefined);
    const { body } = await request(one).post('/api/shop/order-quote').send(order).expect(200);
    expectSame(body, (at) => quoteOrder(menu, trustedOrder(menu, order, 'shop', at), at), before);
    expect((await request(one).post('/api/shop/order-quote').send({ lines: [] }).expect(200)).body.problems).toContainEqual({ line: null, code: 'empty-order' });
    await request(one).post('/api/shop/order-quote').send({ lines: [{ item: 'ember', colour: 1 }] }).expect(400);
  });

  it('do not believe a guest about channel, time, price list, kind of guest and what is 86’d; a till about none of it but the guest', async () => {
    const { menu } = await menuAt(one);
    const priceList = menu.priceLists.at(-1)?.id ?? '';
    const said = { at: '1999-01-01T03:00', out: { items: ['ember'] }, priceList, guest: 'staff' };
    const plain = (await request(one).post('/api/shop/quote').send(bowl()).expect(200)).body;
    expect((await request(one).post('/api/shop/quote').send(bowl({ ...said, channel: 'pos' })).expect(200)).body).toEqual(plain);
    const order = (await request(one).post('/api/shop/order-quote').send({ ...said, channel: 'pos', lines: [bowl(said)] }).expect(200)).body;
    expect(order.lines).toEqual([plain]);
    const trusted = trustedOrder(menu, { ...said, channel: 'online', lines: [bowl(said)] }, 'till', () => 'now');
    expect(trusted).toEqual({ channel: 'pos', at: 'now', guest: 'staff', lines: [bowl({ guest: 'staff' })] });
  });
});

describe('line check', () => {
  const lines = async (body: object) => {
    const reply = await fetch(`${one}/api/workbench/check`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) });
    return { status: reply.status, lines: (await reply.text()).trim().split('\n').map((line) => JSON.parse(line) as Record<string, unknown>) };
  };

  it('tells how far it is, and then what it found in the context, in sentences', async () => {
    const { menu } = await menuAt(one);
    const whole = await lines({});
    expect(whole.lines.at(-2)).toEqual({ done: menu.items.length, total: menu.items.length });
    const out = await lines({ out: { choices: menu.groups.flatMap((group) => (group.id === 'bowl-size' && group.kind === 'choices' ? (group.choices ?? []).map(({ id }) => `bowl-size/${id}`) : [])) } });
    const found = (one: typeof whole) => (one.lines.at(-1) as { findings: { code: string; says: string }[] }).findings;
    expect(found(whole).map(({ code }) => code)).not.toContain('sold-out-required');
    expect(found(out).find(({ code }) => code === 'sold-out-required')?.says).toMatch(/\.$/);
  });

  it('runs two at once, stops when nobody listens any more, and refuses what is no context', async () => {
    const begin = async () => {
      const gone = new AbortController();
      const { status } = await fetch(`${one}/api/workbench/check`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: '{}', signal: gone.signal });
      return { status, stop: () => gone.abort() };
    };
    const [first, second, third] = [await begin(), await begin(), await begin()];
    expect([first, second, third].map(({ status }) => status)).toEqual([200, 200, 503]);
    [first, second, third].forEach(({ stop }) => stop());
    await expect.poll(async () => (await lines({})).status, { timeout: 60_000 }).toBe(200);
    expect((await lines({ colour: 1 })).status).toBe(400);
  });
});

describe('changes of the menu', () => {
  it('keeps a change, gives it a version and a journal entry, and shows it through another server', async () => {
    const { group, version } = await groupAt(one, 'spread');
    const reply = await request(one).post('/api/workbench/changes').send(putGroup({ ...group, name: 'Spreads' }, version, 'spread')).expect(200);
    expect(reply.body.versions).toEqual([{ kind: 'groups', id: 'spread', version: reply.body.revision }]);
    expect(reply.body.revision).toBeGreaterThan(version);
    expect((await groupAt(other, 'spread')).group.name).toBe('Spreads');
    const [entry] = (await request(one).get('/api/workbench/journal').expect(200)).body;
    expect(entry).toMatchObject({ seq: reply.body.seq, label: 'a test changes a group', inverse: { edits: [{ thing: { name: 'Spread' } }] } });
  });

  it('answers a stale change with 409 and what stands now, and overwrites nothing', async () => {
    const { group, version } = await groupAt(one, 'milk');
    await request(one).post('/api/workbench/changes').send(putGroup({ ...group, name: 'First' }, version, 'milk')).expect(200);
    const reply = await request(other).post('/api/workbench/changes').send(putGroup({ ...group, name: 'Second' }, version, 'milk')).expect(409);
    expect(reply.type).toBe('application/problem+json');
    expect(reply.body.conflicts).toMatchObject([{ kind: 'groups', id: 'milk', thing: { name: 'First' } }]);
    expect((await groupAt(one, 'milk')).group.name).toBe('First');
  });

  it('lets exactly one of many writers of the same version through, whichever server they ask', async () => {
    const { group, version } = await groupAt(one, 'cutlery');
    const writers = Array.from({ length: 8 }, (_, i) =>
      request(i % 2 ? one : other).post('/api/workbench/changes').send(putGroup({ ...group, name: `Writer ${i}` }, version, 'cutlery')),
    );
    const statuses = (await Promise.all(writers)).map(({ status }) => status).sort();
    expect(statuses).toEqual([200, 409, 409, 409, 409, 409, 409, 409]);
  });

  it('never leaves a dangling reference when one detaches a group and another attaches it somewhere', async () => {
    for (let round = 0; round < 10; round++) {
      const { menu, versions } = await menuAt(one);
      const id = `spare-${round}`;
      const spare = { id, name: id, prompt: id, kind: 'choices' as const, choices: [] };
      const made = await request(one).post('/api/workbench/changes').send(putGroup(spare, 0, id)).expect(200);
      const dish = menu.items.find((item) => item.id === 'toast');
      const attach = {
        id: randomUUID(), label: 'attach it', change: { edits: [{ type: 'put', kind: 'items', thing: { ...dish, groups: [{ group: 'spread' }, { group: id }] } }] },
        based: [{ kind: 'items', id: 'toast', version: versions['items']?.['toast'] }],
      };
      const remove = { id: randomUUID(), label: 'remove it', change: { edits: [{ type: 'remove', kind: 'groups', id }] }, based: [{ kind: 'groups', id, version: made.body.revision }] };
      const replies = await Promise.all([request(one).post('/api/workbench/changes').send(attach), request(other).post('/api/workbench/changes').send(remove)]);
      expect(replies.map(({ status }) => status).sort()).toEqual([200, 422]);
      const after = await menuAt(one);
      const known = new Set(after.menu.groups.map((group) => group.id));
      expect(after.menu.items.flatMap((item) => item.groups ?? []).every(({ group }) => known.has(group))).toBe(true);
    }
  });

  it('refuses a change that would make the menu wrong, with a sentence for each fault', async () => {
    const { group, version } = await groupAt(one, 'noodle');
    const reply = await request(one).post('/api/workbench/changes').send(putGroup({ ...group, min: 3, max: 2 } as Thing, version, 'noodle')).expect(422);
    expect(reply.body.faults.map((fault: { says: string }) => fault.says)).toContain('The least, 3, is above the most, 2.');
    expect((await groupAt(one, 'noodle')).version).toBe(version);
  });

  it('refuses a change of the wrong shape before it reaches the menu', async () => {
    const reply = await request(one).post('/api/workbench/changes').send(putGroup({ id: 'x', name: 4 } as unknown as Thing, 0, 'x')).expect(400);
    expect(reply.body.faults.length).toBeGreaterThan(0);
  });
});

describe('orders', () => {
  const place = (server: string, key: string, body: object) => request(server).post('/api/device/orders').set('Idempotency-Key', key).send(body);

  it('quotes again, creates the tickets of each station, and never makes two orders of one key', async () => {
    const order = { service: 'takeaway', lines: [bowl({ notes: { 'allergy-note': 'no sesame please' } })] };
    const first = await place(one, 'key-number-1', order).expect(201);
    const second = await place(other, 'key-number-1', order).expect(200);
    expect(second.body).toEqual(first.body);
    expect(first.body.total).toBe(890 + 180);
    const tickets = ((await request(other).get('/api/device/tickets')).body as PassTicket[]).filter((it) => it.orderNumber === first.body.number);
    expect(tickets.map(({ station }) => station).sort()).toEqual(['cold', 'kettles', 'pass']);
    expect(tickets.find(({ station }) => station === 'kettles')?.lines[0]).toMatchObject({ item: 'EMBER', notes: [{ text: 'no sesame please', loud: true }] });
  });

  it('makes one order of many tries at once', async () => {
    const tries = Array.from({ length: 6 }, (_, i) => place(i % 2 ? one : other, 'key-at-once', { lines: [bowl()] }));
    const replies = await Promise.all(tries);
    expect(replies.map(({ status }) => status).sort()).toEqual([200, 200, 200, 200, 200, 201]);
    expect(new Set(replies.map(({ body }) => body.id)).size).toBe(1);
  });

  it('refuses an invalid order, with its problems; a key used for something else; and no key at all', async () => {
    const reply = await place(one, 'key-number-2', { lines: [{ item: 'ember' }] }).expect(422);
    expect(reply.body.problems).toContainEqual({ line: 0, code: 'too-few', group: 'noodle', need: 1, have: 0 });
    await place(one, 'key-number-1', { lines: [bowl({ quantity: 2 })] }).expect(422);
    await request(one).post('/api/device/orders').send({ lines: [bowl()] }).expect(400);
    await place(one, 'key-number-3', { lines: [{ item: 'ember', price: 1 }] }).expect(400);
  });

  it('bumps a ticket and recalls it', async () => {
    await place(one, 'key-number-4', { lines: [bowl()] }).expect(201);
    const [ticket] = ((await request(one).get('/api/device/tickets')).body as PassTicket[]).slice(-1);
    const bumpedAt = async () => ((await request(other).get('/api/device/tickets')).body as PassTicket[]).find(({ id }) => id === ticket?.id)?.bumpedAt;
    await request(one).post(`/api/device/tickets/${ticket?.id}/bump`).send({}).expect(200);
    expect(await bumpedAt()).not.toBeNull();
    await request(one).post(`/api/device/tickets/${ticket?.id}/recall`).send({}).expect(200);
    expect(await bumpedAt()).toBeNull();
    await request(one).post('/api/device/tickets/not-a-ticket/bump').send({}).expect(404);
  });
});

describe('the house', () => {
  it('tells the pages of one server what happens at another', async () => {
    const response = await fetch(`${one}/api/workbench/events`);
    const reader = response.body?.getReader();
    const { group, version } = await groupAt(other, 'filling');
    await request(other).post('/api/workbench/changes').send(putGroup({ ...group, name: 'Insides' }, version, 'filling')).expect(200);
    let heard = '';
    while (!heard.includes('"type":"menu"')) heard += new TextDecoder().decode((await reader?.read())?.value);
    await reader?.cancel();
    expect(heard).toMatch(/data: \{"type":"menu","revision":\d+\}/);
  });

  it('answers bad input with a problem document and never with a stack trace', async () => {
    const broken = await request(one).post('/api/shop/quote').type('json').send('{').expect(400);
    expect(broken.body.title).toBe('The request is not JSON.');
    await request(one).post('/api/shop/quote').type('json').send(`{"item":"${'x'.repeat(300_000)}"}`).expect(413);
    const nowhere = await request(one).get('/api/nowhere').expect(404);
    expect(nowhere.type).toBe('application/problem+json');
    expect(JSON.stringify([broken.body, nowhere.body])).not.toMatch(/\.ts:|node_modules|\\n +at /);
  });

  it('asks a client that hammers to wait, in words', async () => {
    await house.changeHouse((settings) => ({ ...settings, rates: { ...settings.rates, shop: 10 } }));
    const { address } = await house.openServer();
    const replies = [];
    for (let i = 0; i < 12; i++) replies.push(await request(address).get('/api/shop/menu'));
    expect(replies.map(({ status }) => status)).toEqual([...Array<number>(10).fill(200), 429, 429]);
    expect(replies[11]?.type).toBe('application/problem+json');
    await house.changeHouse((settings) => ({ ...settings, rates: { ...settings.rates, shop: 100_000 } }));
    await expect.poll(async () => (await request(address).get('/api/shop/menu')).status).toBe(200);
  });

  it('has a database that is as its entities say', async () => {
    const { upQueries } = await house.database.driver.createSchemaBuilder().log();
    expect(upQueries.map(({ query }) => query)).toEqual([]);
  });
});
