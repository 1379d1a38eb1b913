// Builds what changed since the last build.
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { pageFaults } from './check-pages.mjs';
import { compressFiles } from './compress.mjs';
import { run } from './run.mjs';
import { ROOT } from './settings.mjs';

const CORE = ['packages/core/src', 'packages/core/package.json', 'tsconfig.base.json', 'package-lock.json'];
const PARTS = [
  {
    name: 'server',
    sources: [...CORE, 'packages/node-runtime/src', 'packages/cli/src', 'apps/server/src', 'apps/server/tsconfig.json'],
    result: 'apps/server/dist/main.js',
    build: () => run('npx', ['tsc', '-b', 'apps/server', 'packages/cli']),
  },
  {
    name: 'pages',
    sources: [...CORE, 'apps/web/src', 'apps/web/public', 'apps/web/angular.json', 'apps/web/tsconfig.app.json'],
    result: 'apps/web/dist/browser/index.html',
    build: () => {
      run('npx', ['ng', 'build', '--stats-json'], { cwd: join(ROOT, 'apps/web'), env: { NG_CLI_ANALYTICS: 'false' } });
      const faults = pageFaults(JSON.parse(readFileSync(join(ROOT, 'apps/web/dist/stats.json'), 'utf8')));
      if (faults.length > 0) throw new Error(faults.slice(0, 5).join('\n'));
      compressFiles(join(ROOT, 'apps/web/dist/browser'));
    },
  },
];

export function buildWhatChanged() {
  for (const { name, sources, result, build } of PARTS) {
    const stamp = join(ROOT, 'node_modules', '.cache', 'hearty-ladle', `${name}.stamp`);
    const now = fingerprint(sources);
    if (existsSync(join(ROOT, result)) && existsSync(stamp) && readFileSync(stamp, 'utf8') === now) continue;
    process.stdout.write(`Building the ${name} …\n`);
    build();
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
