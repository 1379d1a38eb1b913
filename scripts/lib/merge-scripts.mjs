// Puts the many small scripts of the built pages together into a few files.
import { readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { rolldown } from 'rolldown';
import { planFiles, screensOf } from './plan-files.mjs';

const MERGED = /^(main|chunk)-.*\.js$/;
const withoutFolder = (path) => path.replace(/^\.\//, '');

/**
 * Replaces the scripts in the folder of built pages. Its `index.html` names what is needed first, so that a browser asks
 * for all of it at once.
 * @param {string} folder with index.html and the scripts
 * @param {import('./built-files.mjs').Outputs} outputs of the bundler
 * @param {ReturnType<typeof import('./built-files.mjs').firstScripts>} first
 */
export async function mergeScripts(folder, outputs, { main, first }) {
  const kindOf = (script) => (first.has(script) ? 'start' : 'page');
  const fileOf = new Map(
    planFiles(outputs, screensOf(outputs, main), kindOf).flatMap((scripts, index) =>
      // The page names all that is loaded first: it may as well be one file.
      scripts.map((script) => [script, first.has(script) ? 'start' : `page-${index}`]),
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
    // Names as in the bundler's scripts, which a profile can be read by, if NG_BUILD_MANGLE is false.
    minify: { mangle: process.env.NG_BUILD_MANGLE !== 'false', compress: true },
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
  const others = scripts.filter(({ moduleIds }) => moduleIds.some((id) => first.has(id)));
  writeFileSync(join(folder, 'index.html'), withScripts(page, withImports(scripts, [...begin, ...others])));
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
  const [, address = ''] = /<script src="([^"]*)main-[^"]*"/.exec(html) ?? [];
  const links = others.map((file) => `<link rel="modulepreload" href="${address}${file}">`).join('');
  const page = html
    .replaceAll(/<link rel="modulepreload"[^>]*>/g, '')
    .replace(/<script src="[^"]*main-[^"]*"/, `${links}<script src="${address}${first}"`);
  if (first === '' || !page.includes(`"${address}${first}"`))
    throw new Error('The page of the build names no script that could be replaced.');
  return page;
}
