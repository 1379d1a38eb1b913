// npm run bench:load: how much is loaded before a page can be read, and afterwards while it is idle, compressed by gzip,
// beside an empty page with the same framework, kit and store, built in the same way. Prints both and their ratio; no pass
// or fail.
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { chromium } from '@playwright/test';
import { buildPages } from '../lib/build.mjs';
import { openHouse, ownersBrowser } from '../lib/house.mjs';
import { ensureChromium } from '../lib/packages.mjs';
import { main, ROOT } from '../lib/settings.mjs';

const PAGES = join(ROOT, 'apps/web/dist');
const SHELL = join(PAGES, 'shell/browser');
/** What is there once a page can be read. */
const PAGES_READ = {
  '/shop': 'hl-dish-list button',
  '/till': 'hl-till-page button',
  '/pass': 'hl-pass-page',
  '/menu': 'hl-menu-page',
};
/** After which a page has loaded what it loads ahead. */
const IDLE_MS = 5_000;
const CODE = /\.(js|css|html)$/;

const kilobytes = (bytes) => `${(bytes / 1024).toFixed(0)} kB`;
/** Where the build put a file that a page asked for: what guests load has an address of its own. */
const fileOf = (name) =>
  name.startsWith('guest/') ? join(PAGES, 'guest/browser', name.slice(6)) : join(PAGES, 'staff/browser', name);
const compressed = (file) => gzipSync(readFileSync(file), { level: 9 }).length;

/** Files that the page at a path asks for until it can be read, and until it is idle: document, scripts, styles, workers. */
async function loadedBy(house, path, read) {
  const browser = await chromium.launch({ executablePath: ensureChromium(), args: ['--no-sandbox', '--disable-gpu'] });
  try {
    const context = await browser.newContext({ storageState: ownersBrowser() });
    // Notes when the page can be read: what is asked for later does not keep anybody waiting.
    await context.addInitScript((selector) => {
      const observer = new MutationObserver(() => {
        if (!document.querySelector(selector)) return;
        performance.mark('read');
        observer.disconnect();
      });
      observer.observe(document, { childList: true, subtree: true });
    }, read);
    const workers = [];
    const page = await context.newPage();
    page.on('worker', (worker) => workers.push(new URL(worker.url()).pathname.slice(1)));
    await page.goto(`${house.address}${path}`);
    await page.locator(read).first().waitFor({ state: 'attached' });
    // Not `networkidle`: the stream of news never ends.
    await page.waitForTimeout(IDLE_MS);
    const asked = await page.evaluate(() => {
      const [{ startTime: readAt }] = performance.getEntriesByName('read');
      return performance
        .getEntriesByType('resource')
        .map(({ name, startTime }) => ({ name: new URL(name).pathname.slice(1), isFirst: startTime < readAt }));
    });
    const files = asked.filter(({ name }) => CODE.test(name) && !workers.includes(name));
    const html = path.startsWith('/shop') ? 'guest/index.html' : 'index.html';
    const namesOf = (some) => [...new Set([html, ...some.map(({ name }) => name)])];
    return { first: namesOf(files.filter(({ isFirst }) => isFirst)), all: [...namesOf(files), ...workers] };
  } finally {
    await browser.close();
  }
}

await main(async () => {
  await buildPages('shell', 'production,shell', ['shell/main.ts']);
  const shell = readdirSync(SHELL)
    .filter((name) => CODE.test(name))
    .reduce((sum, name) => sum + compressed(join(SHELL, name)), 0);
  process.stdout.write(`an empty page: ${kilobytes(shell)}\n`);
  const house = await openHouse();
  try {
    await house.startServer();
    const weigh = (some) => some.reduce((sum, name) => sum + compressed(fileOf(name)), 0);
    for (const [path, read] of Object.entries(PAGES_READ)) {
      const { first, all } = await loadedBy(house, path, read);
      const bytes = weigh(first);
      process.stdout.write(
        `${path}: ${kilobytes(bytes)} in ${first.length} files, ${(bytes / shell).toFixed(2)} times; ` +
          `with what follows while it is idle, workers included, ${kilobytes(weigh(all))}\n`,
      );
    }
  } finally {
    await house.close();
  }
});
