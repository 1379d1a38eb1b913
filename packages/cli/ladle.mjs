// The ladle program. Its sources are bundled when they have changed: few files start in a fraction of the time that many
// take. A bundle is named after the sources that it is made of, so that programs started at once don't disturb each other.
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, renameSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';

const here = fileURLToPath(new URL('.', import.meta.url));
const { references } = JSON.parse(readFileSync(join(here, 'tsconfig.json'), 'utf8'));
/** This package and those that it is built on. */
const PARTS = [here, ...references.map(({ path }) => join(here, path))];
const PROGRAMS = join(here, 'dist/program');

/** Adds the size and the time of all sources below a folder to a hash, without tests. */
function addSources(hash, folder) {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const path = join(folder, entry.name);
    if (entry.name === 'testing' || entry.name.endsWith('.test.ts')) continue;
    if (entry.isDirectory()) addSources(hash, path);
    else addFile(hash, path);
  }
}

function addFile(hash, path) {
  const { size, mtimeMs } = statSync(path);
  hash.update(`${path} ${size} ${mtimeMs}\n`);
}

function nameOfSources() {
  const hash = createHash('sha256');
  for (const part of PARTS) addSources(hash, join(part, 'src'));
  addFile(hash, join(here, '../../package-lock.json'));
  return hash.digest('hex').slice(0, 16);
}

/** Bundles the program and what it runs in threads; older bundles are removed. */
async function bundle(name) {
  const { build } = await import('esbuild');
  const unfinished = join(PROGRAMS, `${name}-${process.pid}`);
  const older = existsSync(PROGRAMS) ? readdirSync(PROGRAMS).filter((it) => !it.includes('-')) : [];
  const threads = readdirSync(join(here, '../node-runtime/src')).filter((it) => /(?<!-in)-worker\.ts$/.test(it));
  await build({
    entryPoints: [join(here, 'src/main.ts'), ...threads.map((it) => join(here, '../node-runtime/src', it))],
    outdir: unfinished,
    entryNames: '[name]',
    bundle: true,
    splitting: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    conditions: ['source'],
    // Libraries in the older module format ask for Node's own modules with `require`.
    banner: {
      js: `import { createRequire as requireFrom } from 'node:module'; const require = requireFrom(import.meta.url);`,
    },
    logLevel: 'warning',
  });
  try {
    renameSync(unfinished, join(PROGRAMS, name));
  } catch {
    // Another program that was started at the same time was faster.
    rmSync(unfinished, { recursive: true });
  }
  for (const it of older) rmSync(join(PROGRAMS, it), { recursive: true, force: true });
}

const name = nameOfSources();
if (!existsSync(join(PROGRAMS, name))) await bundle(name);
await import(pathToFileURL(join(PROGRAMS, name, 'main.js')).href);
