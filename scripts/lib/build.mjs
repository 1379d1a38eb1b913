// Builds what changed since the last build.
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { firstScripts } from './built-files.mjs';
import { pageFaults } from './check-pages.mjs';
import { compressFiles } from './compress.mjs';
import { run } from './run.mjs';
import { ROOT } from './settings.mjs';

const CORE = ['packages/core/src', 'packages/core/package.json', 'tsconfig.base.json', 'package-lock.json'];
/** What the pages are put together by. */
const PAGE_SCRIPTS = ['built-files', 'check-pages', 'merge-scripts', 'plan-files'].map(
  (name) => `scripts/lib/${name}.mjs`,
);
const PAGE_SETTINGS = ['angular.json', 'tsconfig.app.json', 'tsconfig.guest.json'].map((name) => `apps/web/${name}`);
const SHOP = 'src/app/features/shop';
const PARTS = [
  {
    name: 'server',
    sources: [...CORE, 'packages/node-runtime/src', 'packages/cli/src', 'apps/server/src', 'apps/server/tsconfig.json'],
    result: 'apps/server/dist/main.js',
    build: () => run('npx', ['tsc', '-b', 'apps/server', 'packages/cli']),
  },
  pagesPart('staff', 'production', ['src/main.ts']),
  pagesPart('guest', 'production,guest', ['src/guest.ts', `${SHOP}/shop.routes.ts`, `${SHOP}/pages/shop-page.ts`]),
];

function pagesPart(name, configuration, first) {
  return {
    name: `pages (${name})`,
    sources: [...CORE, 'apps/web/src', 'apps/web/public', ...PAGE_SETTINGS, ...PAGE_SCRIPTS],
    result: `apps/web/dist/${name}/browser/index.html`,
    build: () => buildPages(name, configuration, first),
  };
}

/**
 * Builds pages that share nothing with other pages, into a folder of their own.
 * @param {string} name of the folder
 * @param {string} configuration of angular.json
 * @param {string[]} first sources of what is loaded before a page can be read
 */
export async function buildPages(name, configuration, first) {
  const folder = join(ROOT, 'apps/web/dist', name);
  run('npx', ['ng', 'build', '--stats-json', '--configuration', configuration], {
    cwd: join(ROOT, 'apps/web'),
    env: { NG_CLI_ANALYTICS: 'false' },
  });
  const { outputs } = JSON.parse(readFileSync(join(folder, 'stats.json'), 'utf8'));
  const scripts = firstScripts(outputs, first);
  const faults = pageFaults(outputs, name === 'guest' ? scripts.first : new Set());
  if (faults.length > 0) throw new Error(faults.slice(0, 5).join('\n'));
  // Only now: its packages may just have been installed.
  const { mergeScripts } = await import('./merge-scripts.mjs');
  await mergeScripts(join(folder, 'browser'), outputs, scripts);
  compressFiles(join(folder, 'browser'));
}

export async function buildWhatChanged() {
  for (const { name, sources, result, build } of PARTS) {
    const stamp = join(ROOT, 'node_modules', '.cache', 'hearty-ladle', `${name}.stamp`);
    const now = fingerprint(sources);
    if (existsSync(join(ROOT, result)) && existsSync(stamp) && readFileSync(stamp, 'utf8') === now) continue;
    process.stdout.write(`Building the ${name} …\n`);
    await build();
    mkdirSync(dirname(stamp), { recursive: true });
    writeFileSync(stamp, now);
  }
}

function fingerprint(paths) {
  const hash = createHash('sha256');
  for (const path of paths) add(hash, join(ROOT, path));
  return hash.digest('hex');
}

function add(hash, path) {
  if (!existsSync(path)) return;
  const stat = statSync(path);
  if (!stat.isDirectory()) return void hash.update(`${path} ${stat.size} ${stat.mtimeMs}\n`);
  for (const name of readdirSync(path).sort()) add(hash, join(path, name));
}
