import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { brotliCompressSync, gzipSync } from 'node:zlib';
import express from 'express';
import request from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { pageRoutes, withNonce } from './pages.ts';

const folder = mkdtempSync(join(tmpdir(), 'hearty-ladle-pages-'));
const staff = (name: string) => join(folder, 'staff/browser', name);
const guest = (name: string) => join(folder, 'guest/browser', name);
beforeAll(() => {
  for (const place of [staff(''), guest('')]) {
    mkdirSync(place, { recursive: true });
    writeFileSync(join(place, 'index.html'), '<script nonce="CSP_NONCE"></script><style nonce="CSP_NONCE"></style>');
  }
  writeFileSync(staff('main-ABCDEF12.js'), 'export {};');
  writeFileSync(staff('favicon.svg'), '<svg/>');
  const script = 'export const answer = 42;';
  writeFileSync(staff('page-ABCDEF12.js'), script);
  writeFileSync(guest('start-12-0a1b2c3d.js'), script);
  writeFileSync(staff('page-ABCDEF12.js.br'), brotliCompressSync(script));
  writeFileSync(staff('page-ABCDEF12.js.gz'), gzipSync(script));
});
afterAll(() => rmSync(folder, { recursive: true }));

/** The pages of a folder, with the nonce that the content security policy would name in a header. */
function pagesOf(from: string, described?: string) {
  const app = express();
  app.use(
    withNonce,
    (_request, response, next) => {
      response.set('x-nonce', String(response.locals['nonce']));
      next();
    },
    pageRoutes(from, () => Promise.resolve(described)),
  );
  return app;
}

describe('the pages', () => {
  it('are one page at every address, with the nonce of this very answer, never kept', async () => {
    const replies = await Promise.all(
      ['/', '/menu/ember/toppings', '/shop'].map((path) => request(pagesOf(folder)).get(path).expect(200)),
    );
    for (const { text, headers } of replies) {
      expect(headers['cache-control']).toBe('no-store');
      expect(text).toBe(`<script nonce="${headers['x-nonce']}"></script><style nonce="${headers['x-nonce']}"></style>`);
    }
    expect(new Set(replies.map(({ headers }) => headers['x-nonce'])).size).toBe(3);
  });

  it('are others in the shop, whose files have an address of their own', async () => {
    writeFileSync(guest('index.html'), '<script src="guest/start-12-0a1b2c3d.js"></script>');
    const textAt = async (path: string) => (await request(pagesOf(folder)).get(path).expect(200)).text;
    expect(await textAt('/shop/order/1')).toContain('guest/start-12');
    expect(await textAt('/shopping')).not.toContain('guest/start-12');
    await request(pagesOf(folder)).get('/guest/start-12-0a1b2c3d.js').expect(200);
    await request(pagesOf(folder)).get('/start-12-0a1b2c3d.js').expect(404);
    await request(pagesOf(folder)).get('/guest/main-ABCDEF12.js').expect(404);
  });

  it('keep for long what has a hash in its name, and nothing else', async () => {
    for (const name of ['main-ABCDEF12.js', 'guest/start-12-0a1b2c3d.js'])
      expect((await request(pagesOf(folder)).get(`/${name}`).expect(200)).headers['cache-control']).toContain(
        'immutable',
      );
    expect((await request(pagesOf(folder)).get('/favicon.svg').expect(200)).headers['cache-control']).not.toContain(
      'immutable',
    );
  });

  it.each([
    ['br, gzip', 'br'],
    ['gzip', 'gzip'],
    ['identity', undefined],
  ])('are served to a browser that takes %s as the build compressed them', async (accepted, encoding) => {
    const get = request(pagesOf(folder)).get('/page-ABCDEF12.js').set('Accept-Encoding', accepted);
    const { headers } = await get.expect(200);
    expect(headers['content-encoding']).toBe(encoding);
    expect(headers['content-type']).toContain('javascript');
    expect(headers['cache-control']).toContain('immutable');
  });

  it('are not given in the place of a file that is gone, nor where nothing was built', async () => {
    expect((await request(pagesOf(folder)).get('/main-OLDOLD12.js').expect(404)).type).toBe('application/problem+json');
    await request(pagesOf('/nowhere')).get('/menu').expect(404);
  });

  it('give no file from outside their folder', async () => {
    for (const path of ['/../package.json', '/%2e%2e/%2e%2e/etc/passwd', '/..%2fpackage.json']) {
      const { status, text } = await request(pagesOf(folder)).get(path);
      expect({ path, leaked: status === 200 && !text.startsWith('<script nonce') }).toEqual({ path, leaked: false });
    }
  });

  it('describe the menu to programs in the shop alone, in a block that no text of it can end', async () => {
    for (const place of [staff, guest])
      writeFileSync(place('index.html'), '<html><head><title>x</title></head><body></body></html>');
    const json = JSON.stringify({ name: '</script><script>alert(1)</script> $& done' });
    const { text } = await request(pagesOf(folder, json)).get('/shop').expect(200);
    const [, block = ''] = /<script type="application\/ld\+json">(.*?)<\/script><\/head>/.exec(text) ?? [];
    expect(JSON.parse(block)).toEqual(JSON.parse(json));
    expect(text.match(/<script/g)).toHaveLength(1);
    const other = await request(pagesOf(folder, json)).get('/menu').expect(200);
    expect(other.text).not.toContain('ld+json');
  });
});
