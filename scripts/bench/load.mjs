// npm run bench:load: how much is loaded before a page can be read, and afterwards while it is idle, compressed by gzip,
// beside an empty page with the same framework, kit and store, built in the same way. Prints both and their ratio; no pass
// or fail.
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { chromium } from '@playwright/test';
import { openHouse, ownersBrowser } from '../lib/house.mjs';
import { ensureChromium } from '../lib/packages.mjs';
import { run } from '../lib/run.mjs';
import { main, ROOT } from '../lib/settings.mjs';

const PAGES = join(ROOT, 'apps/web/dist/browser');
const SHELL = join(ROOT, 'apps/web/dist/shell/browser');
/** What is there once a page can be read. */
const PAGES_READ = {
  '/shop': 'hl-dish-list button',
  '/till': 'hl-till-page button',
  '/pass': 'hl-pass-page',
  '/menu': 'hl-menu-page',
};
const WORKER = /^worker-/;
const CODE = /\.(js|css|html)$/;

const kilobytes = (bytes) => `${(bytes / 1024).toFixed(0)} kB`;
const compressed = (file) => gzipSync(readFileSync(file), { level: 9 }).length;

/** Files that the page at a path loads until it can be read, and until it is idle: document, scripts, styles, workers. */
async function loadedBy(house, path, read) {
  const browser = await chromium.launch({ executablePath: ensureChromium(), args: ['--no-sandbox', '--disable-gpu'] });
  try {
    const context = await browser.newContext({ storageState: ownersBrowser() });
    const files = new Set(['index.html']);
    context.on('request', (request) => {
      const name = new URL(request.url()).pathname.slice(1);
      if (CODE.test(name)) files.add(name);
    });
    const page = await context.newPage();
    await page.goto(`${house.address}${path}`);
    await page.locator(read).first().waitFor({ state: 'attached' });
    const first = [...files];
    await page.waitForLoadState('networkidle');
    return { first, all: [...files] };
  } finally {
    await browser.close();
  }
}

await main(async () => {
  run('npx', ['ng', 'build', '--configuration', 'production,shell'], {
    cwd: join(ROOT, 'apps/web'),
    env: { NG_CLI_ANALYTICS: 'false' },
  });
  const shell = readdirSync(SHELL)
    .filter((name) => CODE.test(name))
    .reduce((sum, name) => sum + compressed(join(SHELL, name)), 0);
  process.stdout.write(`an empty page: ${kilobytes(shell)}\n`);
  const house = await openHouse();
  try {
    await house.startServer();
    const weigh = (some) => some.reduce((sum, name) => sum + compressed(join(PAGES, name)), 0);
    for (const [path, read] of Object.entries(PAGES_READ)) {
      const { first, all } = await loadedBy(house, path, read);
      const files = first.filter((name) => !WORKER.test(name));
      const bytes = weigh(files);
      process.stdout.write(
        `${path}: ${kilobytes(bytes)} in ${files.length} files, ${(bytes / shell).toFixed(2)} times; ` +
          `with what follows while it is idle, workers included, ${kilobytes(weigh(all))}\n`,
      );
    }
  } finally {
    await house.close();
  }
});
