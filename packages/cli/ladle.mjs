// The ladle program: runs the build if it is as new as the sources, otherwise the sources themselves.
import { spawnSync } from 'node:child_process';
import { existsSync, readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const here = fileURLToPath(new URL('.', import.meta.url));
const { references } = JSON.parse(readFileSync(join(here, 'tsconfig.json'), 'utf8'));
/** This package and those that it is built on. */
const PARTS = [here, ...references.map(({ path }) => join(here, path))];

/** Modification time of the newest source below a folder, without tests. */
function newest(folder) {
  return readdirSync(folder, { withFileTypes: true }).reduce((latest, entry) => {
    const path = join(folder, entry.name);
    if (entry.name === 'testing' || entry.name.endsWith('.test.ts')) return latest;
    return Math.max(latest, entry.isDirectory() ? newest(path) : statSync(path).mtimeMs);
  }, 0);
}

function isBuilt(part) {
  const built = join(part, 'tsconfig.tsbuildinfo');
  return existsSync(join(part, 'dist')) && existsSync(built) && statSync(built).mtimeMs >= newest(join(part, 'src'));
}

if (PARTS.every(isBuilt)) {
  await import('./dist/main.js');
} else {
  const args = [
    '--import',
    import.meta.resolve('tsx'),
    '--conditions=source',
    join(here, 'src/main.ts'),
    ...process.argv.slice(2),
  ];
  const { status } = spawnSync(process.execPath, args, { stdio: 'inherit' });
  process.exitCode = status ?? 2;
}
