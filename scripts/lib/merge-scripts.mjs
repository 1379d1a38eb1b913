// Puts the many small scripts of the built pages together into a few files.
import { readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { rolldown } from 'rolldown';
import { planFiles, screensOf } from './plan-files.mjs';

const MERGED = /^(main|chunk)-.*\.js$/;
const withoutFolder = (path) => path.replace(/^\.\//, '');

/**
 * Replaces the scripts in the folder of the built pages.
 * @param {string} folder with index.html and the scripts
 * @param {import('./built-files.mjs').Outputs} outputs of the bundler
 * @param {string} main script of the page
 * @param {(script: string) => string} kindOf scripts of different kinds stay apart
 */
export async function mergeScripts(folder, outputs, main, kindOf) {
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
  const page = join(folder, 'index.html');
  writeFileSync(page, withScripts(readFileSync(page, 'utf8'), neededByFirst(scripts)));
}

/** The first script, and then all that it imports. */
function neededByFirst(/** @type {import('rolldown').OutputChunk[]} */ scripts) {
  const needed = new Set(scripts.filter(({ isEntry }) => isEntry).map(({ fileName }) => fileName));
  for (const name of needed)
    scripts.find(({ fileName }) => fileName === name)?.imports.forEach((file) => needed.add(file));
  return [...needed];
}

/** The page with another first script, and with what that imports loaded beside it. */
function withScripts(html, /** @type {string[]} */ [first = '', ...imported]) {
  const links = imported.map((file) => `<link rel="modulepreload" href="${file}">`).join('');
  const page = html
    .replaceAll(/<link rel="modulepreload"[^>]*>/g, '')
    .replace(/<script src="main-[^"]*"/, `${links}<script src="${first}"`);
  if (first === '' || !page.includes(`"${first}"`))
    throw new Error('The page of the build names no script that could be replaced.');
  return page;
}
