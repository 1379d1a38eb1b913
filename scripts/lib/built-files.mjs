// What the bundler of the pages tells about the scripts it made.

/**
 * Scripts by file name.
 * @typedef {{ entryPoint?: string, inputs: object, bytes: number, imports: { path: string, kind: string }[] }} Output
 * @typedef {Record<string, Output>} Outputs
 */

/** The script that begins with a source file. */
function entryOf(/** @type {Outputs} */ outputs, source) {
  const [name] = Object.entries(outputs).find(([, { entryPoint }]) => entryPoint === source) ?? [];
  if (name === undefined) throw new Error(`The build has no ${source}.`);
  return name;
}

/** The scripts that a browser loads with some at once: what they import, and what that imports. */
export function loadedWith(/** @type {Outputs} */ outputs, /** @type {string[]} */ names) {
  const loaded = new Set();
  const add = (name) => {
    if (loaded.has(name) || !outputs[name]) return;
    loaded.add(name);
    for (const { path, kind } of outputs[name].imports) if (kind === 'import-statement') add(path);
  };
  names.forEach(add);
  return loaded;
}

const SHOP = 'src/app/features/shop';

/** The script every page begins with, and the scripts that a guest loads before the menu can be read. */
export function firstScripts(/** @type {Outputs} */ outputs) {
  const main = entryOf(outputs, 'src/main.ts');
  const shop = [`${SHOP}/shop.routes.ts`, `${SHOP}/pages/shop-page.ts`].map((source) => entryOf(outputs, source));
  return { main, always: loadedWith(outputs, [main]), guests: loadedWith(outputs, [main, ...shop]) };
}
