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
const PARTS = [
  {
    name: 'server',
    sources: [...CORE, 'packages/node-runtime/src', 'packages/cli/src', 'apps/server/src', 'apps/server/tsconfig.json'],
    result: 'apps/server/dist/main.js',
    build: () => run('npx', ['tsc', '-b', 'apps/server', 'packages/cli']),
  },
  {
    name: 'pages',
    sources: [
      ...CORE,
      'apps/web/src',
      'apps/web/public',
      'apps/web/angular.json',
      'apps/web/tsconfig.app.json',
      ...PAGE_SCRIPTS,
    ],
    result: 'apps/web/dist/browser/index.html',
    build: async () => {
      run('npx', ['ng', 'build', '--stats-json'], { cwd: join(ROOT, 'apps/web'), env: { NG_CLI_ANALYTICS: 'false' } });
      const { outputs } = JSON.parse(readFileSync(join(ROOT, 'apps/web/dist/stats.json'), 'utf8'));
      const faults = pageFaults(outputs);
      if (faults.length > 0) throw new Error(faults.slice(0, 5).join('\n'));
      // Only now: its packages may just have been installed.
      const { mergeScripts } = await import('./merge-scripts.mjs');
      await mergeScripts(join(ROOT, 'apps/web/dist/browser'), outputs, firstScripts(outputs));
      compressFiles(join(ROOT, 'apps/web/dist/browser'));
    },
  },
];

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
