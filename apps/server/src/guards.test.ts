import { deviceApi, shopApi } from '@hearty-ladle/core';
import { randomUUID } from 'node:crypto';
import { request as httpRequest } from 'node:http';
import { connect } from 'node:net';
import { cookieFor, request } from './testing/signed-in.ts';
import { describe, expect, it } from 'vitest';
import { ok, problem } from './http/reply.ts';
import { ResponseChecks } from './http/response-checks.ts';
import { AudienceRouter } from './http/router.ts';
import { useTwoServers } from './testing/test-house.ts';

let one: string;
useTwoServers((opened) => ({ one } = opened));

const order = { lines: [{ item: 'toast', picks: [{ group: 'spread', choice: 'salted-butter' }] }] };
const posts = () => [
  request(one).post('/api/shop/orders').set('Idempotency-Key', randomUUID()).send(order),
  request(one)
    .post('/api/workbench/changes')
    .send({ id: randomUUID(), label: 'x', change: { edits: [] }, based: [] }),
  request(one).post('/api/workbench/journal/1/take-back').send({ id: randomUUID() }),
  request(one).post('/api/device/tickets/00000000-0000-4000-8000-000000000000/bump').send({}),
  request(one).post('/api/workbench/pictures').set('Content-Type', 'application/octet-stream').send('x'),
];

describe('another website’s page', () => {
  it.each([
    { 'Sec-Fetch-Site': 'cross-site' },
    { 'Sec-Fetch-Site': 'same-site' },
    { Origin: 'https://elsewhere.example' },
    { Origin: 'null' },
    { 'Sec-Fetch-Site': 'same-origin', Origin: 'http://127.0.0.1:1' },
  ])('can change nothing: %j', async (headers) => {
    for (const post of posts())
      expect((await post.set(headers as Record<string, string>)).body.type).toContain('foreign-page');
  });

  it('is told from our own, and from programs, which say nothing', async () => {
    for (const headers of [{}, { 'Sec-Fetch-Site': 'same-origin', Origin: one }, { 'Sec-Fetch-Site': 'none' }]) {
      for (const post of posts()) expect((await post.set(headers as Record<string, string>)).status).not.toBe(403);
    }
    expect((await request(one).get('/api/shop/menu').set('Sec-Fetch-Site', 'cross-site')).status).toBe(200);
  });

  it('can’t have the server believe that it is known by another name', async () => {
    const { port } = new URL(one);
    for (const [host, status] of [
      ['attacker.example', 421],
      [`attacker.example:${port}`, 421],
      [`127.0.0.1:${port}`, 200],
      [`localhost:${port}`, 200],
      [`[::1]:${port}`, 200],
      ['192.168.1.7', 200],
    ] as const) {
      expect({ host, status: (await request(one).get('/api/health').set('Host', host)).status }).toEqual({
        host,
        status,
      });
    }
  });

  it('can’t post a form: only JSON is taken', async () => {
    for (const type of ['text/plain', 'application/x-www-form-urlencoded', 'multipart/form-data']) {
      expect(
        (await request(one).post('/api/shop/quote').set('Content-Type', type).send('{"item":"toast"}')).status,
      ).toBe(415);
    }
    expect((await request(one).post('/api/device/tickets/00000000-0000-4000-8000-000000000000/bump')).status).toBe(415);
  });
});

describe('bodies', () => {
  it('are taken up to 256 kB from guests and devices, up to 16 MB from the workbench', async () => {
    const letters = (kilobytes: number) => 'x'.repeat(kilobytes * 1024);
    expect(
      (
        await request(one)
          .post('/api/shop/quote')
          .send({ item: letters(257) })
      ).status,
    ).toBe(413);
    expect(
      (
        await request(one)
          .post('/api/device/pin')
          .send({ pin: letters(257) })
      ).status,
    ).toBe(413);
    expect(
      (
        await request(one)
          .post('/api/workbench/changes')
          .send({ id: randomUUID(), label: letters(300), change: { edits: [] }, based: [] })
      ).status,
    ).toBe(400);
    expect(
      (
        await request(one)
          .post('/api/workbench/changes')
          .send({ id: letters(17 * 1024) })
      ).status,
    ).toBe(413);
    for (const text of ['{', '', 'x'.repeat(400 * 1024)]) {
      expect((await request(one).post('/api/workbench/changes').type('json').send(text)).body.title).toBe(
        'The request is not JSON.',
      );
    }
  });

  it('full of faults are answered with fifty of them and the count of the others, small and in time', async () => {
    const edits = [
      {
        type: 'put',
        kind: 'rules',
        thing: { id: 'r', when: { channel: 'pos' }, then: Array.from({ length: 20_000 }, () => ({ limit: {} })) },
      },
    ];
    const reply = await request(one)
      .post('/api/workbench/changes')
      .send({ id: randomUUID(), label: 'x', change: { edits }, based: [] });
    expect(reply.status).toBe(400);
    expect(reply.body.faults).toHaveLength(50);
    expect(reply.body).toMatchObject({ isPartial: true, more: expect.any(Number) });
    const few = await request(one)
      .post('/api/workbench/changes')
      .send({ id: randomUUID(), label: 'x', change: { edits: Array.from({ length: 70 }, () => ({})) }, based: [] });
    expect([few.body.faults.length, few.body.more, few.body.isPartial]).toEqual([50, 20, undefined]);
    const picks = await request(one)
      .post('/api/shop/quote')
      .send({ item: 'ember', picks: Array.from({ length: 30_000 }, () => ({})) });
    expect([picks.status, picks.text.length < 20_000]).toEqual([400, true]);
  });

  it('of the workbench are refused unparsed if they have too many parts', async () => {
    const change = { edits: Array.from({ length: 500_001 }, () => ({})) };
    const reply = await request(one).post('/api/workbench/changes').send({ id: randomUUID(), label: 'x', change });
    expect([reply.status, reply.body.faults]).toMatchObject([400, [{ path: '', code: 'too-long' }]]);
  });

  it('longer than a megabyte are read one at a time, others are served meanwhile', async () => {
    const slow = connect(Number(new URL(one).port), '127.0.0.1');
    slow.write(
      `POST /api/workbench/changes HTTP/1.1\r\nHost: localhost\r\nCookie: ${cookieFor('owner', one)}\r\n` +
        'Content-Type: application/json\r\n' +
        `Content-Length: ${2 * 1024 * 1024}\r\n\r\n{`,
    );
    const long = () =>
      request(one)
        .post('/api/workbench/changes')
        .send({ id: 'x'.repeat(1024 * 1024) });
    await expect.poll(async () => (await long()).status).toBe(503);
    expect((await request(one).post('/api/workbench/changes').send({})).status).toBe(400);
    slow.destroy();
    await expect.poll(async () => (await long()).status).toBe(400);
  });

  it('have lists of at most so many entries', async () => {
    const lines = Array.from({ length: 501 }, () => ({ item: 'toast' }));
    expect((await request(one).post('/api/shop/order-quote').send({ lines })).body.faults).toMatchObject([
      { path: '/lines', code: 'too-long', says: expect.stringContaining('500') },
    ]);
    expect(
      (
        await request(one)
          .post('/api/shop/quote')
          .send({ item: 'toast', notes: Object.fromEntries(lines.map((_, i) => [`n${i}`, 'x'])) })
      ).body.faults,
    ).toMatchObject([{ path: '/notes', code: 'too-long' }]);
  });
});

describe('headers', () => {
  it('let a page do what ours do, and nothing else', async () => {
    const { headers } = await request(one).get('/api/health').expect(200);
    expect(headers).toMatchObject({
      'cross-origin-opener-policy': 'same-origin',
      'cross-origin-resource-policy': 'same-origin',
      'x-content-type-options': 'nosniff',
      'x-frame-options': 'DENY',
      'permissions-policy': expect.stringContaining('camera=()'),
    });
    expect(headers).not.toHaveProperty('strict-transport-security');
    expect(headers).not.toHaveProperty('x-powered-by');
    const policy = new Map(
      (headers['content-security-policy'] ?? '').split(';').map((part) => {
        const [name = '', ...values] = part.trim().split(' ');
        return [name, values.join(' ')];
      }),
    );
    expect(policy.get('script-src')).toMatch(/^'self' 'nonce-[^' ]+'$/);
    expect(policy.get('style-src-attr')).toBe("'none'");
    expect(policy.get('require-trusted-types-for')).toBe("'script'");
    expect(policy.get('frame-ancestors')).toBe("'none'");
    expect([...policy.values()].join(' ')).not.toMatch(/unsafe|\*/);
  });
});

describe('answers', () => {
  it('are compressed where they are long, and never kept by anybody but pictures and files', async () => {
    const menu = await request(one).get('/api/shop/menu').set('Accept-Encoding', 'gzip');
    expect(menu.headers).toMatchObject({ 'content-encoding': 'gzip', 'cache-control': 'no-store' });
    expect((await request(one).get('/api/workbench/orders')).headers['cache-control']).toBe('no-store');
  });

  it('to HEAD come to an end, for streams too', async () => {
    const status = await new Promise((resolve, reject) =>
      httpRequest(`${one}/api/shop/events`, { method: 'HEAD' }, (response) =>
        response.resume().on('end', () => resolve(response.statusCode)),
      )
        .on('error', reject)
        .end(),
    );
    expect(status).toBe(200);
  });

  it('tell whether the server is well, and whether it can serve', async () => {
    expect((await request(one).get('/api/health').expect(200)).body).toEqual({ status: 'ok' });
    expect((await request(one).get('/api/ready').expect(200)).body).toEqual({ status: 'ready' });
  });
});

it('a route is implemented only for its own audience', () => {
  expect(() =>
    new AudienceRouter('shop', undefined as never, undefined as never).handle(deviceApi.tickets, () => ok([])),
  ).toThrow('get /api/device/tickets is not for shop');
});

describe('a response outside its contract', () => {
  const checks = new ResponseChecks();
  const progress = { number: 1, total: 0, tickets: 2, bumped: 0 };

  it.each<[string, number, object]>([
    ['has a field too many', 200, { ...progress, name: 'Ines' }],
    ['has a field of another type', 200, { ...progress, total: '0' }],
    ['has a status of its own', 201, progress],
  ])('%s', (_, status, body) => {
    expect(() => checks.check(shopApi.progress, 200, progress)).not.toThrow();
    expect(() => checks.check(shopApi.progress, status, body)).toThrow('get /api/shop/orders/:id/progress');
  });

  it('is a refusal that is not named, or that brings what it does not name', () => {
    expect(() => checks.checkProblem(shopApi.progress, problem(404, 'no-order', 'There is none.'))).not.toThrow();
    expect(() => checks.checkProblem(shopApi.progress, problem(409, 'stale', 'Changed.'))).toThrow('409');
    expect(() =>
      checks.checkProblem(shopApi.progress, problem(404, 'no-order', 'There is none.', { secret: 1 })),
    ).toThrow('404');
  });
});
