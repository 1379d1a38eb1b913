// Puts the many small scripts of the built pages together into a few files.
import { readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { rolldown } from 'rolldown';
import { planFiles, screensOf } from './plan-files.mjs';

const MERGED = /^(main|chunk)-.*\.js$/;
const withoutFolder = (path) => path.replace(/^\.\//, '');

/**
 * Replaces the scripts in the folder of the built pages, and adds `shop.html`: the page for guests, which names what they
 * need first, so that a browser asks for all of it at once.
 * @param {string} folder with index.html and the scripts
 * @param {import('./built-files.mjs').Outputs} outputs of the bundler
 * @param {ReturnType<typeof import('./built-files.mjs').firstScripts>} first
 */
export async function mergeScripts(folder, outputs, { main, always, guests }) {
  const kindOf = (script) => {
    if (always.has(script)) return 'start';
    return guests.has(script) ? 'shop' : 'page';
  };
  const fileOf = new Map(
    planFiles(outputs, screensOf(outputs, main), kindOf).flatMap((scripts, index) =>
      scripts.map((script) => [script, `${kindOf(script)}-${index}`]),
    ),
  );
  const bundle = await rolldown({
    input: main,
    preserveEntrySignatures: 'allow-extension',
    plugins: [
      {
        name: 'built-pages',
        resolveId: (source) =>
          outputs[withoutFolder(source)] ? withoutFolder(source) : { id: source, external: true },
        load: (id) => readFileSync(join(folder, id), 'utf8'),
      },
    ],
  });
  const { output } = await bundle.generate({
    hashCharacters: 'hex',
    minify: { mangle: false, compress: false },
    entryFileNames: 'main-[hash].js',
    chunkFileNames: '[name]-[hash].js',
    codeSplitting: { includeDependenciesRecursively: false, groups: [{ name: (id) => fileOf.get(id) ?? null }] },
  });
  await bundle.close();
  const scripts = output.flatMap((part) => (part.type === 'chunk' ? [part] : []));
  for (const name of readdirSync(folder)) if (MERGED.test(name)) rmSync(join(folder, name));
  for (const { fileName, code } of scripts) writeFileSync(join(folder, fileName), code);
  const page = readFileSync(join(folder, 'index.html'), 'utf8');
  const begin = scripts.filter(({ isEntry }) => isEntry);
  const shop = scripts.filter(({ moduleIds }) => moduleIds.some((id) => guests.has(id)));
  writeFileSync(join(folder, 'index.html'), withScripts(page, withImports(scripts, begin)));
  writeFileSync(join(folder, 'shop.html'), withScripts(page, withImports(scripts, [...begin, ...shop])));
}

/** The names of some scripts, and then of all that they import. */
function withImports(
  /** @type {import('rolldown').OutputChunk[]} */ scripts,
  /** @type {import('rolldown').OutputChunk[]} */ some,
) {
  const names = new Set(some.map(({ fileName }) => fileName));
  for (const name of names)
    scripts.find(({ fileName }) => fileName === name)?.imports.forEach((file) => names.add(file));
  return [...names];
}

/** The page with another first script, and with others loaded beside it. */
function withScripts(html, /** @type {string[]} */ [first = '', ...others]) {
  const links = others.map((file) => `<link rel="modulepreload" href="${file}">`).join('');
  const page = html
    .replaceAll(/<link rel="modulepreload"[^>]*>/g, '')
    .replace(/<script src="main-[^"]*"/, `${links}<script src="${first}"`);
  if (first === '' || !page.includes(`"${first}"`))
    throw new Error('The page of the build names no script that could be replaced.');
  return page;
}
