import {
  type Clock,
  compileMenu,
  type Line,
  type Menu,
  orderQuoteForGuests,
  preselectedLine,
  type Quote,
  quoteForGuests,
  quoteLine,
  quoteOrder,
  trustedLine,
  trustedOrder,
} from '@hearty-ladle/core';
import { clock } from '@hearty-ladle/node-runtime';
import { cookieFor, request } from './testing/signed-in.ts';
import { describe, expect, it } from 'vitest';
import { hearing } from './testing/hear.ts';
import { menuAt } from './testing/menu-at.ts';
import { BOWL, groupAt, sendGroup } from './testing/requests.ts';
import { type TestHouse, useTwoServers } from './testing/test-house.ts';

let house: TestHouse;
let one: string;
let other: string;
useTwoServers((opened) => ({ house, one, other } = opened));

describe('quotes', () => {
  /** The line that opens on every dish, and the same with every choice picked once. */
  const linesOf = (menu: Menu): Line[] =>
    menu.items.flatMap(({ id }) => {
      const opened = preselectedLine(compileMenu(menu), id);
      const all = (compileMenu(menu).item(id)?.groups ?? []).flatMap(({ group, choices }) =>
        choices.map((choice) => ({ group: group.id, choice: choice.id })),
      );
      return [opened, { item: id, picks: all, quantity: 3, priceList: menu.priceLists.at(-1)?.id ?? '' }].map(
        (line) => ({ ...line, at: '2026-05-12T13:00' }),
      );
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
      for (const [face, source] of [
        ['shop', 'shop'],
        ['device', 'till'],
      ] as const) {
        const before = clock(undefined);
        const { body } = await request(i % 2 ? one : other)
          .post(`/api/${face}/quote`)
          .send(line)
          .expect(200);
        // Guests are not told what ingredients cost to buy.
        const seen = source === 'shop' ? quoteForGuests : (quote: Quote) => quote;
        expect('cost' in body).toBe(source === 'till');
        expectSame(body, (at) => seen(quoteLine(menu, trustedLine(menu, line, source, at), at)), before);
      }
    }
  });

  it('of whole orders are, too', async () => {
    const { menu } = await menuAt(one);
    const order = { lines: linesOf(menu).slice(0, 9), service: 'takeaway' as const };
    const before = clock(undefined);
    const { body } = await request(one).post('/api/shop/order-quote').send(order).expect(200);
    expectSame(body, (at) => orderQuoteForGuests(quoteOrder(menu, trustedOrder(menu, order, 'shop', at), at)), before);
    expect(
      (await request(one).post('/api/shop/order-quote').send({ lines: [] }).expect(200)).body.problems,
    ).toContainEqual({ line: null, code: 'empty-order' });
    await request(one)
      .post('/api/shop/order-quote')
      .send({ lines: [{ item: 'ember', colour: 1 }] })
      .expect(400);
  });

  it('believe a guest nothing about channel, time, price list, kind of guest and 86; a till only the kind of guest', async () => {
    const { menu } = await menuAt(one);
    const priceList = menu.priceLists.at(-1)?.id ?? '';
    const said = { at: '1999-01-01T03:00', out: { items: ['ember'] }, priceList, guest: 'staff' };
    const plain = (await request(one).post('/api/shop/quote').send(BOWL).expect(200)).body;
    expect(
      (
        await request(one)
          .post('/api/shop/quote')
          .send({ ...BOWL, ...said, channel: 'pos' })
          .expect(200)
      ).body,
    ).toEqual(plain);
    const order = (
      await request(one)
        .post('/api/shop/order-quote')
        .send({ ...said, channel: 'pos', lines: [{ ...BOWL, ...said }] })
        .expect(200)
    ).body;
    expect(order.lines).toEqual([plain]);
    const trusted = trustedOrder(
      menu,
      { ...said, channel: 'online', lines: [{ ...BOWL, ...said }] },
      'till',
      () => 'now',
    );
    expect(trusted).toEqual({ channel: 'pos', at: 'now', guest: 'staff', lines: [{ ...BOWL, guest: 'staff' }] });
  });
});

describe('line check', () => {
  const lines = async (body: object) => {
    const reply = await fetch(`${one}/api/workbench/check`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', cookie: cookieFor('owner', one) },
      body: JSON.stringify(body),
    });
    return {
      status: reply.status,
      lines: (await reply.text())
        .trim()
        .split('\n')
        .map((line) => JSON.parse(line) as Record<string, unknown>),
    };
  };

  it('tells how far it is, and then what it found in the context, in sentences', async () => {
    const { menu } = await menuAt(one);
    const whole = await lines({});
    expect(whole.lines.at(-2)).toEqual({ done: menu.items.length, total: menu.items.length });
    const out = await lines({
      out: {
        choices: menu.groups.flatMap((group) =>
          group.id === 'bowl-size' && group.kind === 'choices'
            ? (group.choices ?? []).map(({ id }) => `bowl-size/${id}`)
            : [],
        ),
      },
    });
    const found = (one: typeof whole) => (one.lines.at(-1) as { findings: { code: string; says: string }[] }).findings;
    expect(found(whole).map(({ code }) => code)).not.toContain('sold-out-required');
    expect(found(out).find(({ code }) => code === 'sold-out-required')?.says).toMatch(/\.$/);
  });

  it('runs two at once, stops when nobody listens any more, and refuses what is no context', async () => {
    const begin = async () => {
      const gone = new AbortController();
      const { status } = await fetch(`${one}/api/workbench/check`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', cookie: cookieFor('owner', one) },
        body: '{}',
        signal: gone.signal,
      });
      return { status, stop: () => gone.abort() };
    };
    const [first, second, third] = [await begin(), await begin(), await begin()];
    expect([first, second, third].map(({ status }) => status)).toEqual([200, 200, 503]);
    [first, second, third].forEach(({ stop }) => stop());
    await expect.poll(async () => (await lines({})).status, { timeout: 60_000 }).toBe(200);
    expect((await lines({ colour: 1 })).status).toBe(400);
  });
});

describe('the house', () => {
  it('tells the pages of one server what happens at another', async () => {
    const page = await hearing(one);
    const { group, version } = await groupAt(other, 'filling');
    await sendGroup(other, { ...group, name: 'Insides' }, version).expect(200);
    expect(await page.until('"type":"menu"')).toMatch(/data: \{"type":"menu","revision":\d+\}/);
  });

  it('answers bad input with a problem document and never with a stack trace', async () => {
    const broken = await request(one).post('/api/shop/quote').type('json').send('{').expect(400);
    expect(broken.body.title).toBe('The request is not JSON.');
    await request(one)
      .post('/api/shop/quote')
      .type('json')
      .send(`{"item":"${'x'.repeat(300_000)}"}`)
      .expect(413);
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
